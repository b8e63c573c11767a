import { execFileSync } from 'node:child_process'
import { expect, test } from '@playwright/test'
import { LEAD, REQUESTER, signIn, signInByApi, TECHNICIAN } from './people'

const SCANNER = { item: 'gate-scanner', portal: 'merrow', answers: { gates: 1 } }
const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

test('answers every kind of bad input with problem details that say what to do (RFC 9457)', async ({
  request,
}) => {
  await signInByApi(request, origin(), REQUESTER, 'merrow')
  const post = (data: unknown, headers = {}) =>
    request.post('/api/tickets', { headers: { origin: origin(), ...headers }, data })
  const cases: [unknown, number, string | undefined][] = [
    [{ ...SCANNER, answers: {} }, 422, 'gates'],
    [{ ...SCANNER, answers: { gates: 1, colour: 'red' } }, 422, 'colour'],
    [{ ...SCANNER, answers: { gates: 5 } }, 422, 'boardingStopped'],
    [{ ...SCANNER, answers: { gates: 1, boardingStopped: true } }, 422, 'boardingStopped'],
    [{ ...SCANNER, answers: { gates: 1, details: 'x'.repeat(1024 * 1024) } }, 422, 'details'],
    [{ ...SCANNER, answers: { gates: 1, details: 'x'.repeat(3 * 1024 * 1024) } }, 413, undefined],
    [{ ...SCANNER, item: 'moon' }, 422, 'item'],
    [{ ...SCANNER, colour: 'red' }, 422, 'colour'],
    [{ ...SCANNER, requester: 'olin-brandt' }, 403, undefined],
    ['{"item":', 400, undefined],
  ]
  for (const [data, status, field] of cases) {
    const answer = await post(data, typeof data === 'string' ? { 'content-type': 'application/json' } : {})
    expect(answer.headers()['content-type']).toContain('application/problem+json')
    const problem = await answer.json()
    expect([problem.status, answer.status()]).toEqual([status, status])
    if (field) expect(problem.fields).toContainEqual({ field, message: expect.any(String) })
  }
})

test('a page as HTML carries the styles it is drawn with, and nothing of how the application is built', async ({
  request,
}) => {
  const html = await (await request.get('/portal/merrow/sign-in')).text()
  expect(html).toContain('data-primevue-style-id="inputtext-style"')
  expect(html).toContain('--p-inputtext-background')
  const [, config] = /__NUXT__\.config=(.*?)<\/script>/.exec(html)!
  expect(config!.length).toBeLessThan(500)
  expect(html).not.toContain(process.cwd())
})

test('does a replayed request once, and refuses its key for anything else', async ({ request }) => {
  await signInByApi(request, origin(), REQUESTER, 'merrow')
  const headers = { origin: origin(), 'idempotency-key': 'replay-1' }
  const send = async (gates: number) =>
    request.post('/api/tickets', { headers, data: { ...SCANNER, answers: { gates } } })
  const [first, second] = [await send(1), await send(1)]
  expect([first.status(), second.status()]).toEqual([201, 200])
  expect((await second.json()).reference).toBe((await first.json()).reference)
  expect((await send(2)).status()).toBe(409)
})

test('refuses pages of other sites, strangers, wrong tokens and roles', async ({ request, playwright }) => {
  await signInByApi(request, origin(), TECHNICIAN)
  const forged = await request.post('/api/tickets', {
    headers: { origin: 'http://elsewhere.example' },
    data: SCANNER,
  })
  expect(forged.status()).toBe(403)
  expect((await request.post('/api/tickets', { data: SCANNER })).status()).toBe(403)
  expect((await request.get('/api/draft')).status()).toBe(403)
  const stranger = await playwright.request.newContext({ baseURL: origin() })
  expect((await stranger.get('/api/tickets')).status()).toBe(401)
  const wrong = await stranger.get('/api/tickets', { headers: { authorization: 'Bearer yare_wrong' } })
  expect([wrong.status(), (await wrong.json()).detail]).toEqual([
    401,
    expect.stringContaining('./yare token'),
  ])
})

test('shows a requester only what is theirs', async ({ request, playwright }) => {
  await signInByApi(request, origin(), REQUESTER, 'merrow')
  expect((await request.get('/api/tickets')).status()).toBe(403)
  const own = await (
    await request.post('/api/tickets', { headers: { origin: origin() }, data: SCANNER })
  ).json()
  expect((await request.get(`/api/requests/${own.reference}`)).status()).toBe(200)
  const other = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(other, origin(), 'ivo-lade@port.sound.example', 'port')
  expect((await other.get(`/api/requests/${own.reference}`)).status()).toBe(404)
  const answer = await other.post(`/api/requests/${own.reference}/answer`, {
    headers: { origin: origin() },
    data: { text: 'mine?' },
  })
  expect(answer.status()).toBe(404)
  const elsewhere = await other.post('/api/sign-in', {
    headers: { origin: origin() },
    data: { mail: REQUESTER, password: 'sound-of-hallin', portal: 'port' },
  })
  expect(elsewhere.status()).toBe(401)
})

test('stops guessing after a few tries', async ({ request }) => {
  const guess = () =>
    request.post('/api/sign-in', {
      headers: { origin: origin() },
      data: { mail: 'hal-rowan@commons.sound.example', password: 'guess' },
    })
  const statuses = []
  for (let tries = 0; tries < 9; tries++) statuses.push((await guess()).status())
  expect(statuses).toEqual([...Array(8).fill(401), 429])
})

test('describes itself: OpenAPI 3.1 with every route, and health', async ({ request }) => {
  const description = await (await request.get('/api/openapi.json')).json()
  expect(description.openapi).toBe('3.1.0')
  expect(Object.keys(description.paths)).toEqual(
    expect.arrayContaining(['/api/tickets', '/api/tickets/{reference}/move', '/api/draft/publish']),
  )
  expect(description.components.schemas.TicketBody.required).toEqual(
    expect.arrayContaining(['item', 'answers']),
  )
  expect(await (await request.get('/api/health')).json()).toMatchObject({
    status: 'ok',
    database: 'reachable',
  })
  expect((await request.get('/api/nothing-here')).status()).toBe(404)
})

test('every answer has its security headers, and the pages run by them', async ({ page, request }) => {
  for (const path of ['/sign-in', '/api/health', '/api/nothing-here', '/favicon.svg']) {
    const headers = (await request.get(path)).headers()
    expect(headers['content-security-policy'], path).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{24}';/)
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'referrer-policy': 'same-origin',
    })
  }
  const refused: string[] = []
  page.on('console', (message) => {
    if (/Content Security Policy/i.test(message.text())) refused.push(message.text())
  })
  await signIn(page, LEAD)
  for (const path of ['/desk', '/deadlines', '/design/catalog', '/messages']) {
    await page.goto(path)
    await page.waitForLoadState('networkidle')
  }
  expect(refused).toEqual([])
  // What somebody would smuggle into a page does not run: a script without the page's word.
  await page.evaluate(() => {
    const script = document.createElement('div')
    script.innerHTML = '<img src="https://elsewhere.example/a.png" onerror="window.smuggled = true">'
    document.body.append(script)
  })
  await expect.poll(() => refused.length).toBeGreaterThan(0)
  expect(await page.evaluate(() => 'smuggled' in window)).toBe(false)
})

test('scripts log with a token made by ./yare token, and ./yare audit finds no difference', async ({
  playwright,
}) => {
  const env = { ...process.env, YARE_DATA: process.env.YARE_TEST_DATA }
  const token = execFileSync('node', ['cli/yare.mjs', 'token', LEAD], { env, encoding: 'utf8' }).trim()
  const script = await playwright.request.newContext({
    baseURL: origin(),
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  })
  const answer = await script.post('/api/tickets', { data: { ...SCANNER, requester: 'ines-varga' } })
  expect([answer.status(), await answer.json()]).toEqual([
    201,
    { reference: expect.any(Number), replayed: false },
  ])
  expect(execFileSync('node', ['cli/yare.mjs', 'audit'], { env, encoding: 'utf8' })).toContain(
    ' 0 differences',
  )
})
