import { randomUUID } from 'node:crypto'
import { setTimeout } from 'node:timers/promises'
import { Webhook } from 'standardwebhooks'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { HOUR, MINUTE } from '../../core/time'
import { deskNow, machineNow } from '../../server/clock/deskClock'
import { makeSecret, webhookSecrets } from '../../server/delivery/webhookSecrets'
import { ASSIST_SECRET } from '../../server/assist/service'
import { sweepHeard } from '../../server/assist/heard'
import { audit } from '../../server/queries/audit'
import type { assistsOn, guestPage } from '../../server/queries/assist'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { cut, onMachine, PLAIN_FAULTS, setAssistFaults } from '../../server/standins/machine'
import { serveRoutes } from './routes'
import { INES, SCANNER, setting } from './world'

// Assist sessions through real routes, with the service that ships with the application behind a gateway of its own.

type Page = Awaited<ReturnType<typeof assistsOn>>
type Guest = Awaited<ReturnType<typeof guestPage>>
let served: Awaited<ReturnType<typeof serveRoutes>>
let outside: Mailbox
let tora: string
let mika: string
let ines: string
beforeAll(async () => {
  served = await serveRoutes('assist')
  setting('YARE_URL', served.url)
  outside = await startMailbox(0)
  setting('GATEWAY_URL', `http://127.0.0.1:${outside.gateway}`)
  ;[tora, mika, ines] = (await Promise.all(['tora-aas', 'mika-okoro', 'ines-varga'].map(served.token))) as [
    string,
    string,
    string,
  ]
}, 120_000)
afterAll(async () => {
  await outside.stop()
  await served.close()
})
afterEach(() => setAssistFaults(served.db, PLAIN_FAULTS))

const BODY = { allows: ['control', 'restart', 'files'], recorded: false }
/** A ticket with a session that is offered. */
async function offered(body: object = BODY) {
  const { state } = await served.desk.log(SCANNER, INES)
  const { reference } = state
  const at = `/api/tickets/${reference}/assists`
  const begun = await served.ask<{ id: number; detail: string }>(at, { as: tora, body })
  const page = async () => (await served.ask<Page>(at, { as: tora })).answer
  const open = async () => (await page()).open!
  const does = <T = { window: string }>(deed: string, as = tora, more: object = {}) =>
    served.ask<T & { detail: string }>(`${at}/${begun.answer.id}/${deed}`, { as, body: more })
  return { reference, at, ...begun, page, open, does, id: begun.answer.id }
}
const guest = (code: string, deed = '', body?: object) =>
  served.ask<Guest & { detail: string; brought: boolean }>(`/api/assist/${code}${deed && `/${deed}`}`, {
    ...(deed && { body: body ?? {} }),
  })
/** Key and window of an address of the stand-in. */
function windowIn(link: string) {
  const { pathname, searchParams } = new URL(link)
  return { key: pathname.split('/').at(-1)!, as: searchParams.get('as')! }
}
const on = (link: string, deed: Parameters<typeof onMachine>[2]['deed'] = 'look', words: object = {}) => {
  const { key, as } = windowIn(link)
  return onMachine(served.db, key, { as, deed, ...words }, 'Europe/London')
}
async function agreed(body: object = BODY) {
  const one = await offered(body)
  const { code } = await one.open()
  const { answer } = await guest(code, 'agree')
  return { ...one, code, link: answer.link! }
}
/** Says something as the service would. */
async function say(word: object, { id = randomUUID(), secret = '', at = machineNow() } = {}) {
  const [present = ''] = await webhookSecrets(served.db, ASSIST_SECRET)
  const body = JSON.stringify(word)
  const signed = new Webhook(secret || present).sign(id, new Date(at), body)
  const response = await fetch(`${served.url}/api/assist/events`, {
    method: 'POST',
    headers: {
      ...{ 'content-type': 'application/json', 'webhook-id': id, 'webhook-signature': signed },
      'webhook-timestamp': String(Math.floor(at / 1000)),
    },
    body,
  })
  return { status: response.status, answer: (await response.json()) as { goesOn: boolean; detail: string } }
}
const keyOf = async ({ open }: { open: () => Promise<{ key: string }> }) => (await open()).key

describe('an assist session', () => {
  it('goes from the ticket to the machine and back, and all of it is on the ticket', async () => {
    const one = await offered()
    expect(one.status).toBe(200)
    const { code, link, lines } = await one.open()
    expect(link).toBe(`${served.url}/assist/${code}`)
    expect(lines).toEqual([])
    // Before they agree: what is asked for, and a word with each other.
    expect((await guest(code)).answer).toMatchObject({
      ...{ host: 'Tora Aas', guest: 'Ines Varga', state: 'offered', link: null, recorded: false },
      allows: ['see', 'control', 'files', 'restart'],
    })
    expect((await one.does('join')).status).toBe(409)
    expect((await guest(code, 'say', { text: 'Which machine?' })).answer.brought).toBe(true)
    expect(
      (await one.does<{ brought: boolean }>('say', tora, { text: 'The gate reader.' })).answer.brought,
    ).toBe(true)
    const { answer } = await guest(code.toLowerCase().replace('-', ''), 'agree')
    const machine = answer.link!
    expect((await on(machine)).chat.map((line) => line.text)).toEqual(['Which machine?', 'The gate reader.'])
    await vi.waitFor(async () => expect((await one.open()).facts.length).toBeGreaterThan(4))

    const { answer: joined } = await one.does('join')
    const helper = await on(joined.window)
    expect(helper).toMatchObject({ isHelper: true, within: ['Tora Aas'] })
    const faulty = helper.panels.find((panel) => panel.isFaulty && panel.deed)
    const after = await on(joined.window, faulty?.deed?.deed ?? 'clear')
    expect(after.panels.find((panel) => panel.id === faulty?.id)?.isFaulty ?? false).toBe(false)
    await on(joined.window, 'send', { name: 'reader-settings.txt', size: 900 })
    await on(machine, 'say', { text: 'It reads again!' })
    expect((await one.does('invite', tora, { person: 'mika-okoro' })).status).toBe(200)
    expect((await one.does('join', mika)).status).toBe(200)
    expect((await one.does('restart', tora)).status).toBe(200)
    await vi.waitFor(async () => expect((await one.open()).lostAt).toBeDefined())
    await vi.waitFor(async () => expect((await on(machine)).isRestarting).toBe(false), {
      timeout: 10_000,
      interval: 500,
    })
    await vi.waitFor(async () => expect((await one.open()).lostAt).toBeUndefined())
    expect((await one.open()).lines.map((line) => [line.by, line.text])).toEqual([
      ['Ines Varga', 'Which machine?'],
      ['Tora Aas', 'The gate reader.'],
      ['Ines Varga', 'It reads again!'],
    ])
    expect((await one.does('end')).status).toBe(200)
    expect((await on(machine)).isOver).toBe(true)

    const { open, past } = await one.page()
    expect(open).toBeNull()
    expect(past).toMatchObject([
      { says: expect.stringMatching(/^Assist session with Ines Varga: .*it was ended$/) as string },
    ])
    const paper = (what: string, as: string) =>
      fetch(`${served.url}${one.at}/${one.id}/papers/${what}`, { headers: { authorization: `Bearer ${as}` } })
    const report = await (await paper('report', tora)).text()
    expect(report).toContain('Within      Tora Aas')
    expect(report).toContain('Within      Mika Okoro')
    expect(report).toContain('Tora Aas sent “reader-settings.txt”, 0.9 KiB')
    expect(await (await paper('chat', tora)).text()).toContain('Ines Varga: It reads again!')
    // Its requester reads what the lead has chosen, and no more.
    expect((await paper('report', ines)).status).toBe(200)
    expect((await paper('chat', ines)).status).toBe(404)
    expect((await paper('report', await served.token('ketil-rasp'))).status).toBe(404)
    expect(await audit(served.db)).toMatchObject({ differences: [] })
  }, 40_000)

  it('keeps what a machine says of itself once somebody has looked at what differs', async () => {
    const number = [...(await served.desk.knowledge.directory()).equipment.keys()][0]!
    const one = await agreed({ ...BODY, machine: number })
    await vi.waitFor(async () => expect((await one.open()).facts.length).toBeGreaterThan(0))
    expect(await one.open()).toMatchObject({ knownAt: null, changes: [], isKept: false })
    expect((await one.does('keep')).status).toBe(200)
    expect(await one.open()).toMatchObject({ isKept: true, changes: [] })
    // It stands with the equipment.
    const known = await served.ask<{ seen: object }>(`/api/equipment/${number}/history`, { as: tora })
    expect(known.answer.seen).toMatchObject({
      reference: one.reference,
      facts: { system: expect.any(String) as string },
    })
    await say({ type: 'assist.seen', session: await keyOf(one), facts: { memory: 2 * 1024 ** 3 } })
    const { changes, isKept } = await one.open()
    expect(isKept).toBe(false)
    expect(changes).toContainEqual({ label: 'Memory', before: expect.any(String) as string, after: '2 GiB' })
    await one.does('end')
    expect((await offered({ ...BODY, machine: 'nothing' })).status).toBe(422)
  })

  it('is refused by whoever sits at the machine, or by a service that speaks for them', async () => {
    const one = await offered()
    const { code } = await one.open()
    expect((await guest(code, 'refuse')).answer.state).toBe('ended')
    expect((await guest(code, 'agree')).status).toBe(409)
    expect((await one.page()).past[0]?.says).toContain('it was not agreed to')
    await setAssistFaults(served.db, { ...PLAIN_FAULTS, guest: 'refuses' })
    const other = await offered()
    await vi.waitFor(async () => expect((await other.page()).open).toBeNull(), {
      timeout: 8000,
      interval: 200,
    })
    expect((await other.page()).past[0]?.says).toContain('it was not agreed to')
  })

  it('says when the machine cannot be reached, and goes on when it can', async () => {
    const one = await agreed()
    const { answer } = await one.does('join')
    await cut(served.db, windowIn(one.link).key)
    await vi.waitFor(async () => expect((await one.open()).lostAt).toBeDefined())
    await expect(on(answer.window, 'clear')).rejects.toThrow('cannot be reached')
    await on(one.link, 'mend')
    await vi.waitFor(async () => expect((await one.open()).lostAt).toBeUndefined())
    await on(one.link, 'end')
    await vi.waitFor(async () => expect((await one.page()).open).toBeNull())
    // The window of whoever looked says so, and does not just shut.
    expect((await on(answer.window)).isOver).toBe(true)
    expect((await one.page()).past[0]?.says).toContain('whoever sat at the machine ended it')
  })

  it('ends by itself where nobody ends it, and a service that goes on is told so', async () => {
    await setAssistFaults(served.db, { ...PLAIN_FAULTS, end: 'forgets' })
    const one = await agreed()
    await one.does('join')
    const key = await keyOf(one)
    await served.at(deskNow() + 61 * MINUTE)
    await served.desk.run(one.reference, { kind: 'ring' }, { system: 'clock' })
    for (let rings = 0; rings < 20 && (await one.page()).open; rings++)
      await served.desk.run(one.reference, { kind: 'ring' }, { system: 'clock' })
    expect((await one.page()).past[0]?.says).toContain('nobody ended it')
    expect((await say({ type: 'assist.alive', session: key })).answer).toEqual({ goesOn: false })
    await on(one.link, 'say', { text: 'Anybody there?' })
    expect((await on(one.link)).isOver).toBe(true)
  })
})

describe('a code', () => {
  it('that is wrong is no session, and cannot be guessed for long', async () => {
    for (let tries = 0; tries < 10; tries++) expect((await guest('2345-6789')).status).toBe(404)
    expect((await guest('2345-6789')).status).toBe(429)
    // Not even the right one then: nobody learns of it by trying.
    const one = await offered()
    expect((await guest((await one.open()).code)).status).toBe(429)
    await served.db.deleteFrom('sign_in_attempt').execute()
    await one.does('end')
  })

  it('holds for half an hour, and for one session', async () => {
    const one = await offered()
    const { code } = await one.open()
    await served.at(deskNow() + HOUR / 2 + 1000)
    expect((await guest(code)).answer).toMatchObject({ isLate: true, link: null })
    expect((await guest(code, 'agree')).status).toBe(409)
    await one.does('end')
    expect((await guest(code)).answer).toMatchObject({ state: 'ended', lines: [] })
    expect((await guest(code, 'say', { text: 'Hello?' })).status).toBe(409)
  })
})

describe('what a service says', () => {
  it('is heard once however often it comes, and only from whoever has the secret', async () => {
    const one = await agreed()
    const session = await keyOf(one)
    const id = randomUUID()
    const line = { type: 'assist.said', session, text: 'Once.' }
    for (let times = 0; times < 3; times++) expect((await say(line, { id })).answer).toEqual({ goesOn: true })
    expect((await one.open()).lines).toHaveLength(1)
    const restart = randomUUID()
    await Promise.all([1, 2, 3].map(() => say({ type: 'assist.restarting', session }, { id: restart })))
    expect((await one.open()).deeds).toBe(2)
    expect(
      (await say(line, { secret: `whsec_${Buffer.from('another secret of 24 byte').toString('base64')}` }))
        .status,
    ).toBe(401)
    expect((await say(line, { at: machineNow() - 10 * MINUTE })).status).toBe(401)
    expect((await say({ ...line, session: randomUUID() })).status).toBe(404)
    // A secret that was changed holds for another day.
    const [before] = await webhookSecrets(served.db, ASSIST_SECRET)
    await makeSecret(served.db, ASSIST_SECRET)
    expect((await say({ type: 'assist.alive', session }, { secret: before })).status).toBe(200)
    await one.does('end')
  })

  it('is held to its shape and its size', async () => {
    const one = await agreed()
    const session = await keyOf(one)
    for (const word of [
      { type: 'assist.took-over', session },
      { type: 'assist.seen', session, facts: { system: 'x'.repeat(300) } },
      {
        type: 'assist.seen',
        session,
        facts: { disks: Array.from({ length: 13 }, () => ({ name: 'x', size: 1, free: 1 })) },
      },
      { type: 'assist.file', session, name: 'a', size: -1 },
      { type: 'assist.left', session },
      // It speaks for nobody who did not come in.
      { type: 'assist.said', session, person: 'ada-thorne', text: 'Give me the keys.' },
      { type: 'assist.said', session, text: '   ' },
    ])
      expect([word.type, (await say(word)).status]).toEqual([word.type, 422])
    expect((await say({ type: 'assist.said', session, text: 'x'.repeat(70_000) })).status).toBe(413)
    await one.does('end')
  })

  it('that is not there begins nothing', async () => {
    const gateway = process.env.GATEWAY_URL!
    setting('GATEWAY_URL', 'http://127.0.0.1:9')
    const one = await offered()
    expect(one.status).toBe(409)
    expect(one.answer.detail).toMatch(/The assist service did not take it/)
    setting('GATEWAY_URL', gateway)
    expect((await one.page()).open).toBeNull()
    expect((await one.page()).past).toEqual([])
  })

  it('is forgotten once nobody says it again', async () => {
    const one = await agreed()
    await say({ type: 'assist.alive', session: await keyOf(one) })
    await setTimeout(200)
    await one.does('end')
    await served.at(deskNow() + 8 * 24 * HOUR)
    await sweepHeard(served.db)
    const { heard } = await served.db
      .selectFrom('assist_heard')
      .select((e) => e.fn.countAll<number>().as('heard'))
      .executeTakeFirstOrThrow()
    expect(Number(heard)).toBe(0)
  })
})
