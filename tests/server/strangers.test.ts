import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { keepFile } from '../../server/commands/attachments'
import { saveArticle } from '../../server/commands/knowledge'
import { setAway } from '../../server/commands/directory'
import { signIn, signOut } from '../../server/http/session'
import { serveRoutes } from './routes'
import { OLIN, SCANNER, TORA } from './world'

let served: Awaited<ReturnType<typeof serveRoutes>>
let tokens: Record<'ines' | 'perpetua' | 'tora', string>
beforeAll(async () => {
  served = await serveRoutes('strangers')
  const [ines, perpetua, tora] = await Promise.all(
    ['ines-varga', 'perpetua-glim', 'tora-aas'].map(served.token),
  )
  tokens = { ines: ines!, perpetua: perpetua!, tora: tora! }
}, 60_000)
afterAll(() => served.close())

async function call(method: string, path: string, token?: string, body?: unknown) {
  const response = await fetch(served.url + path, {
    method,
    headers: {
      ...(token && { authorization: `Bearer ${token}` }),
      ...(body !== undefined && { 'content-type': 'application/json' }),
    },
    ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  })
  return { status: response.status, answer: (await response.json()) as Record<string, unknown> }
}

describe('what goes wrong for a requester', () => {
  it('has a code, by which portals say it in every language', async () => {
    const nothing = await call('GET', '/api/requests/999999', tokens.ines)
    expect(nothing).toMatchObject({ status: 404, answer: { code: 'noRequest' } })
    expect(nothing.answer.detail).toBe('You have no request of this number.')
    const portal = await call('GET', '/api/portals/nowhere')
    expect(portal).toMatchObject({ status: 404, answer: { code: 'noPortal' } })
    const wrong = { item: 'gate-scanner', portal: 'merrow', answers: { gates: -1 } }
    expect(await call('POST', '/api/tickets', tokens.ines, wrong)).toMatchObject({
      ...{ status: 422, answer: { code: 'answersWrong' } },
    })
    const elsewhere = await call('POST', '/api/tickets', tokens.ines, { ...wrong, item: 'nothing-such' })
    expect(elsewhere).toMatchObject({ status: 422, answer: { code: 'notHere' } })
  })
})

describe('a role', () => {
  it('that hands work out is none that leads: what is for leads is refused', async () => {
    const { people } = await served.desk.knowledge.directory()
    const dispatcher = [...people.values()].find((one) => one.role === 'dispatcher')!
    const token = await served.token(dispatcher.id)
    for (const [path, status] of [
      ['/api/tickets?limit=1', 200],
      ['/api/design-file', 403],
    ] as const)
      expect([path, (await call('GET', path, token)).status]).toEqual([path, status])
    expect((await call('POST', '/api/draft/publish', token, { version: 0, note: 'mine' })).status).toBe(403)
  })
})

describe('a session', () => {
  it('does nothing for a page of another site, wherever that says it is', async () => {
    const signedIn = await fetch(`${served.url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: served.url },
      body: JSON.stringify({ mail: 'tora-aas@commons.sound.example', password: 'sound-of-hallin' }),
    })
    const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!
    const watch = (headers: Record<string, string>) =>
      fetch(`${served.url}/api/messages/seen`, { method: 'POST', headers: { cookie, ...headers } })
    const own = { origin: served.url }
    expect((await watch(own)).status).toBe(200)
    expect((await watch({ ...own, 'sec-fetch-site': 'same-origin' })).status).toBe(200)
    for (const foreign of <Record<string, string>[]>[
      {},
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { ...own, 'sec-fetch-site': 'cross-site' },
      { ...own, 'sec-fetch-site': 'same-site' },
    ]) {
      const answer = await watch(foreign)
      expect([foreign, answer.status]).toEqual([foreign, 403])
      expect(((await answer.json()) as { detail: string }).detail).toContain(
        'did not come from a page of this desk',
      )
    }
  })
})

describe('a portal', () => {
  const SECRET = 'What the museum keeps'
  let article = 0
  let file = ''
  beforeAll(async () => {
    const input = {
      title: SECRET,
      body: 'The lamp.',
      keywords: '',
      audience: 'requesters',
      portals: ['lantern'],
    } as const
    const { id } = await keepFile(served.desk.db, TORA.person, {
      ...{ name: 'lamp.json', type: 'application/json', content: Buffer.from('{}') },
    })
    file = id
    article = await saveArticle(served.desk, { ...input, portals: ['lantern'], files: [id] }, TORA.person)
  })
  const routes = (): [string, string, unknown?][] => [
    ['GET', '/api/portals/lantern/search?words=lamp'],
    ['GET', '/api/portals/lantern/first?item=audio-guide&words=lamp'],
    ['GET', '/api/portals/lantern/items/audio-guide'],
    ['GET', `/api/portals/lantern/articles/${article}`],
    ['GET', `/api/portals/lantern/articles/${article}/attachments/${file}`],
    ['POST', '/api/portals/lantern/solved', { article }],
  ]

  it('is read by its own organisation and the desk, and is not there for others, by every route', async () => {
    for (const [method, path, body] of routes()) {
      expect([path, (await call(method, path, tokens.perpetua, body)).status]).toEqual([path, 200])
      expect([path, (await call(method, path, tokens.tora, body)).status]).toEqual([path, 200])
      expect([path, (await call(method, path, tokens.ines, body)).status]).toEqual([path, 404])
      expect((await call(method, path, undefined, body)).status).toBe(401)
    }
  })

  it('shows others no more than its door', async () => {
    const { answer } = await call('GET', '/api/portals/lantern', tokens.ines)
    expect(answer).toMatchObject({ groups: [], notices: [] })
    expect(Object.keys((await call('GET', '/api/portals/lantern')).answer).sort()).toEqual(
      Object.keys(answer).sort(),
    )
    expect((await call('GET', '/api/portals/lantern', tokens.perpetua)).answer.groups).not.toEqual([])
  })

  it('takes requests for what it shows to those whom it is for, and nothing else', async () => {
    const { item, answers } = SCANNER
    const log = (token: string, more: object) =>
      call('POST', '/api/tickets', token, { item, answers, ...more })
    expect((await log(tokens.ines, {})).status).toBe(201)
    expect((await log(tokens.ines, { portal: 'merrow' })).status).toBe(201)
    expect((await log(tokens.ines, { portal: 'lantern' })).status).toBe(422)
    // A gate scanner is not among what the museum may ask for, whichever portal is named.
    expect((await log(tokens.perpetua, {})).status).toBe(422)
    expect((await log(tokens.perpetua, { portal: 'lantern' })).status).toBe(422)
    expect((await log(tokens.perpetua, { requester: 'ines-varga' })).status).toBe(403)
    expect((await log(tokens.perpetua, { agreement: 1057 })).status).toBe(403)
  })

  it('counts what solved a request only where that is to be read', async () => {
    expect((await call('POST', '/api/portals/merrow/solved', tokens.ines, { article })).status).toBe(404)
  })
})

describe('the event stream', () => {
  it('ends when its session is signed out, and when its person is switched off', async () => {
    const { session } = await signIn(served.db, {
      ...{
        mail: 'tora-aas@commons.sound.example',
        password: 'sound-of-hallin',
        portal: null,
        address: 'stream',
      },
    })
    const open = async (headers: Record<string, string>) => {
      const response = await fetch(`${served.url}/api/stream`, { headers })
      const reader = response.body!.getReader()
      await reader.read()
      return async () => {
        for (;;) if ((await reader.read()).done) return 'ended'
      }
    }
    const byCookie = await open({ cookie: `yare_session=${session}` })
    const byToken = await open({ authorization: `Bearer ${await served.token('mika-okoro')}` })
    await signOut(served.db, session)
    expect(await byCookie()).toBe('ended')
    await setAway(served.desk, { list: 'people', id: 'mika-okoro', away: true }, OLIN)
    expect(await byToken()).toBe('ended')
  })
})

describe('what cannot be kept', () => {
  it.each([
    [
      'a lone surrogate',
      { item: 'gate-scanner', answers: { gates: 3, boardingStopped: false }, summary: '\ud83d' },
    ],
    ['U+0000', { item: 'gate-scanner', answers: { gates: 3, boardingStopped: false }, summary: 'a\0b' }],
    ['a name of the language', '{"item":"x","answers":{"__proto__":{"a":1}}}'],
    ['a number that is not exact', '{"item":"x","answers":{"gates":1e40}}'],
    ['what is nested too deep', `{"item":"x","answers":{"a":${'['.repeat(5000)}${']'.repeat(5000)}}}`],
  ])('is refused at the door with its field: %s', async (_, body) => {
    const { status, answer } = await call('POST', '/api/tickets', tokens.ines, body)
    expect(status).toBe(422)
    expect(answer.fields).toHaveLength(1)
  })

  it('does not fail the requests of others that arrive with it', async () => {
    const { item, answers } = SCANNER
    const good = () => call('POST', '/api/tickets', tokens.ines, { item, answers })
    const bad = () => call('POST', '/api/tickets', tokens.ines, { item, answers, summary: 'x\udc00' })
    const all = await Promise.all(Array.from({ length: 60 }, (_, index) => (index % 7 ? good() : bad())))
    expect(all.map((one) => one.status)).toEqual(all.map((_, index) => (index % 7 ? 201 : 422)))
  })

  it('is refused in queries and paths as well', async () => {
    expect((await call('GET', '/api/portals/merrow/search?words=a%00b', tokens.ines)).status).toBe(422)
    expect((await call('GET', '/api/messages?person=a%00b', tokens.tora)).status).toBe(422)
    expect((await call('GET', '/api/portals/mer%00row', tokens.ines)).status).toBe(422)
  })

  it('is what is too long, also where nobody says how long it will be', async () => {
    const status = await new Promise<number>((done, fail) => {
      const headers = { 'content-type': 'application/json', 'transfer-encoding': 'chunked' }
      const sent = request(`${served.url}/api/sign-in`, { method: 'POST', headers }, (answer) => {
        answer.resume()
        done(answer.statusCode!)
        clearInterval(timer)
        sent.destroy()
      })
      const timer = setInterval(() => sent.write('x'.repeat(256 * 1024)), 1)
      sent.on('error', fail)
    })
    expect(status).toBe(413)
    expect(served.wiresLost()).toBe(0)
  })
})

describe('an article of another team', () => {
  it('is tied to nothing by who does not read it, and answers for nothing that is missing', async () => {
    const id = await saveArticle(
      served.desk,
      {
        ...{ title: 'The locker of the watch', body: 'Code 4.', keywords: '', portals: [], files: [] },
        ...{ audience: 'team', team: 'networks' },
      },
      TORA.person,
    )
    const { state } = await served.desk.log(SCANNER, { person: 'ines-varga' })
    const missing = await served.desk.db
      .insertInto('article_missing')
      .values({ reference: state.reference, words: 'watch locker', by: TORA.person, at: 1 })
      .returning('id')
      .executeTakeFirstOrThrow()
    const other = await served.token('una-frost')
    const acts: [string, object][] = [
      [`/api/articles/${id}/offer`, { categories: ['gates'], on: true }],
      [`/api/missing-articles/${missing.id}`, { article: id }],
    ]
    for (const [path, body] of acts) {
      expect([path, (await call('POST', path, other, body)).status]).toEqual([path, 404])
      expect([path, (await call('POST', path, tokens.tora, body)).status]).toEqual([path, 200])
    }
  })
})
