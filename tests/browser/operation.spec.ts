import { execFile } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { expect, test } from '@playwright/test'
import { freePort } from '../../cli/cluster.mjs'
import { OwnDesk, secondServer } from './aDesk'

// A desk for real use, run as an operator does: first visit, parts killed, database restarted, started again.
test.describe.configure({ mode: 'serial' })

const folder = mkdtempSync(join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-operation-'))
chmodSync(folder, 0o711)
const MAIL = 'mirela-thorn@quay.example'
const PASSWORD = 'twelve-lanterns-lit'
const run = promisify(execFile)
let desk: OwnDesk
let token: string

test.beforeAll(async () => {
  desk = new OwnDesk(folder, await freePort())
  await desk.start()
})

test.afterAll(async () => {
  await desk.stop('SIGINT')
  rmSync(folder, { recursive: true, force: true, maxRetries: 3 })
})

const headers = (more = {}) => ({
  authorization: `Bearer ${token}`,
  'content-type': 'application/json',
  ...more,
})

const logOne = (key: string, summary: string, address = desk.address) =>
  fetch(`${address}/api/tickets`, {
    method: 'POST',
    headers: headers({ 'idempotency-key': key }),
    body: JSON.stringify({ item: 'something-else', answers: { summary, details: 'It blinks.' } }),
  })

/** Sends the same request until it is done, as a careful script does; gives all statuses on the way. */
async function logUntilDone(key: string, summary: string): Promise<number[]> {
  const statuses: number[] = []
  const isDone = async () => {
    // 0 stands for a connection that was cut.
    statuses.push(
      await logOne(key, summary)
        .then(({ status }) => status)
        .catch(() => 0),
    )
    return [200, 201].includes(statuses.at(-1)!)
  }
  await expect.poll(isDone, { timeout: 45_000, intervals: [200] }).toBe(true)
  return statuses
}

async function countCalled(summary: string): Promise<number> {
  const answer = await fetch(`${desk.address}/api/tickets?search=${encodeURIComponent(summary)}`, {
    headers: headers(),
  })
  return (await answer.json()).rows.length
}

test('the first visit makes the administrator and a first design that works', async ({ page }) => {
  await page.goto(desk.address)
  await expect(page.getByRole('heading', { name: 'Your desk begins here' })).toBeVisible()
  const fill = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text)
  await fill('Name of the desk', 'Lantern Quay')
  await fill('Your name', 'Mirela Thorn')
  await fill('Your mail address', MAIL)
  await fill('Your password', 'short')
  await page.getByRole('button', { name: 'Open the desk' }).click()
  await expect(page.getByText('at least 12')).toHaveCount(2)

  await page.getByRole('combobox', { name: 'Time zone of the desk' }).click()
  await page.getByLabel('Find in the list').fill('lisb')
  await page.getByRole('option', { name: 'Europe/Lisbon' }).click()
  await fill('Your password', PASSWORD)
  await page.getByRole('button', { name: 'Open the desk' }).click()
  await expect(page).toHaveURL(/\/desk$/)

  const env = { ...process.env, YARE_DATA: folder, DATABASE_URL: '' }
  const { stdout } = await run('node', ['cli/yare.mjs', 'token', MAIL, '--real'], { env })
  token = stdout.trim()
  const answer = await logOne('first', 'The lantern blinks')
  expect(answer.status).toBe(201)
  await expect(page.getByText('The lantern blinks').first()).toBeVisible()
})

test('nobody becomes administrator by a second first visit', async () => {
  const body = { desk: 'Other', zone: 'UTC', name: 'Eve', mail: 'eve@quay.example', password: PASSWORD }
  const answer = await fetch(`${desk.address}/api/setup`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: desk.address },
    body: JSON.stringify(body),
  })
  expect(answer.status).toBe(409)
})

test('two application processes work side by side: what one does, the other tells its browsers', async () => {
  const second = await secondServer(desk.databaseUrl)
  try {
    const stream = await fetch(`${second.address}/api/stream`, { headers: headers() })
    const reader = stream.body!.getReader()
    const answer = await logOne('side-by-side', 'Logged at the first', desk.address)
    const { reference } = await answer.json()
    let heard = ''
    while (!heard.includes(String(reference))) {
      const { value, done } = await reader.read()
      expect(done, `the stream ended; heard: ${heard}`).toBe(false)
      heard += new TextDecoder().decode(value)
    }
    await reader.cancel()
    const there = await fetch(`${second.address}/api/tickets/${reference}`, { headers: headers() })
    expect(there.status).toBe(200)
    // The same request sent to the other process is still the same request.
    expect((await logOne('side-by-side', 'Logged at the first', second.address)).status).toBe(200)
  } finally {
    second.stop()
  }
})

for (const part of ['server', 'worker', 'mailbox']) {
  test(`kill -9 of the ${part}: it starts again by itself and nothing is lost`, async () => {
    const [pid] = desk.partPids(part)
    process.kill(pid!, 'SIGKILL')
    await expect.poll(() => desk.partPids(part).filter((one) => one !== pid).length).toBe(1)
    await logUntilDone(`after-${part}`, `After the ${part}`)
    expect(await countCalled(`After the ${part}`)).toBe(1)
    expect(desk.output).toContain(`${part} ended (SIGKILL); starting it again`)
  })
}

test('kill -9 of the database during requests: a clear answer meanwhile, each request is done once', async () => {
  const keys = Array.from({ length: 12 }, (_, index) => `storm-${'abcdefghijkl'[index]}`)
  const requests = keys.map((key) => logUntilDone(key, `Storm ${key}`))
  process.kill(desk.databasePid, 'SIGKILL')
  const statuses = await Promise.all(requests)
  // Whoever was answered meanwhile was told to come again.
  expect([0, 200, 201, 503]).toEqual(expect.arrayContaining([...new Set(statuses.flat())]))
  for (const key of keys) expect(await countCalled(`Storm ${key}`), key).toBe(1)
  expect(desk.output).toContain('PostgreSQL ended')
})

test('says what is wrong while the database is away', async () => {
  process.kill(desk.databasePid, 'SIGKILL')
  const seen: { status: number; detail?: string }[] = []
  await expect
    .poll(
      async () => {
        const answer = await fetch(`${desk.address}/api/tickets`, { headers: headers() })
        seen.push({ status: answer.status, detail: (await answer.json()).detail })
        return answer.status
      },
      { timeout: 45_000, intervals: [100] },
    )
    .toBe(200)
  for (const { detail } of seen.filter((one) => one.status !== 200)) expect(detail).toMatch(/again/)
})

test('kill -9 of ./yare itself: the next start clears up, on a taken port it says what to do', async () => {
  await desk.stop('SIGKILL')
  // Its parts live on without it; the next start must not trip over them.
  expect(desk.left().length).toBeGreaterThan(0)
  const blocked = await freePort()
  const blocker = createServer().listen(blocked, '127.0.0.1')
  await expect(
    run('node', ['cli/yare.mjs', 'start', '--port', String(blocked)], {
      env: { ...process.env, YARE_DATA: folder, DATABASE_URL: '' },
    }),
  ).rejects.toThrow(`port ${blocked} is taken; choose another with --port`)
  blocker.close()
  await desk.start()
  expect(await countCalled('Storm storm-c')).toBe(1)
})

test('the audit finds no difference after all that', async () => {
  const env = { ...process.env, YARE_DATA: folder, DATABASE_URL: '' }
  const { stdout } = await run('node', ['cli/yare.mjs', 'audit', '--real'], { env })
  expect(stdout).toContain(' 0 differences')
})

test('uses a server given in DATABASE_URL and starts none', async () => {
  const other = await run('psql', [desk.databaseUrl, '-qc', 'create database elsewhere']).then(() =>
    desk.databaseUrl.replace(/\/yare$/, '/elsewhere'),
  )
  const elsewhere = mkdtempSync(join(tmpdir(), 'yare-elsewhere-'))
  const guest = new OwnDesk(elsewhere, await freePort())
  await guest.start(other)
  const setup = await (await fetch(`${guest.address}/api/setup`)).json()
  expect(setup).toMatchObject({ needsAdministrator: true })
  expect(guest.output).not.toContain('PostgreSQL is up')
  expect(await guest.stop('SIGINT')).toBe(0)
  rmSync(elsewhere, { recursive: true, force: true })
})

test('Ctrl-C stops all of it and leaves nothing running', async () => {
  expect(await desk.stop('SIGINT')).toBe(0)
  expect(desk.left()).toEqual([])
  await expect(fetch(`${desk.address}/api/health`)).rejects.toThrow()
})
