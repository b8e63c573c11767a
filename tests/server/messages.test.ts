import { fork, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { sql } from 'kysely'
import { simpleParser } from 'mailparser'
import { Webhook } from 'standardwebhooks'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { HOUR, MINUTE } from '../../core/time'
import type { Preferences, StandinChannel } from '../../core/notification'
import type { Command } from '../../core/ticket'
import { acknowledgeByToken } from '../../server/commands/acknowledge'
import { endMajorIncident, gatherTickets, updateMajorIncident } from '../../server/commands/major'
import { changeWays, setAbsence } from '../../server/commands/people'
import { overrideRota, removeOverride } from '../../server/commands/rotas'
import { deskNow } from '../../server/clock/deskClock'
import { callOut, isPublic } from '../../server/delivery/callOut'
import { mailTransport, type Channels } from '../../server/delivery/channels'
import { makeSecret, signatures } from '../../server/delivery/webhookSecrets'
import { tryAgain } from '../../server/commands/deliveries'
import { repair } from '../../server/commands/repair'
import { deliver, type Later } from '../../server/jobs/deliver'
import { sendDigest } from '../../server/jobs/digest'
import { linkToken } from '../../server/base/links'
import { PAGE_PRIORITY } from '../../server/delivery/outbox'
import { startWorker, type Worker } from '../../server/jobs/worker'
import { ladderFigures, ladderTrial } from '../../server/queries/ladders'
import { messagesPage, myMessages } from '../../server/queries/messages'
import { readRotaCalendar, rotaCalendar, rotasPage } from '../../server/queries/rotas'
import { setMailFaults } from '../../server/standins/mailStore'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { setBehaviour } from '../../server/standins/messageStore'
import { audit } from '../../server/queries/audit'
import { bundledWorker } from './bundledWorker'
import { INES, makeWorld, SCANNER, setting, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
let outside: Mailbox
let worker: Worker
beforeAll(async () => {
  world = await makeWorld('messages', 20)
  setting('DATABASE_URL', world.url)
  outside = await startMailbox(0)
  setting('GATEWAY_URL', `http://127.0.0.1:${outside.gateway}`)
  worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, process.env.GATEWAY_URL)
})
afterAll(async () => {
  await worker.stop()
  await outside.stop()
  await world.close()
})
afterEach(async () => {
  for (const channel of ['chat', 'text', 'pager', 'call'] as const)
    await setBehaviour(world.db, channel, 'takes')
  await setMailFaults(world.db, { refuse: false })
})

const log = async () => (await world.desk.log(SCANNER, INES)).state
const run = (reference: number, command: Exclude<Command, { kind: 'log' }>, actor = TORA) =>
  world.desk.run(reference, command, actor)
const message = (key: string) =>
  world.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirstOrThrow()
const atStandIn = (channel: StandinChannel, key: string) =>
  world.db
    .selectFrom('standin_message')
    .selectAll()
    .where('channel', '=', channel)
    .where('key', '=', key)
    .executeTakeFirst()

/** Gives a ticket to somebody with these ways, which tells them, and gives the key of the message. */
async function tellBy(
  notify: Preferences,
  person = 'mika-okoro',
): Promise<{ reference: number; key: string }> {
  await changeWays(world.desk, person, notify)
  const { reference } = await log()
  const state = await run(reference, { kind: 'assign', technician: person })
  return { reference, key: state.messages.at(-1)!.key }
}

async function settles(key: string, ...states: string[]) {
  await expect
    .poll(async () => (await message(key)).state, { timeout: 20_000 })
    .toSatisfy((one: string) => states.includes(one))
  return message(key)
}

describe('channels', () => {
  it('chat, text message and pager arrive and say so; the entries follow each delivery', async () => {
    for (const channel of ['chat', 'text', 'pager'] as const) {
      const { reference, key } = await tellBy({ ways: [{ channel, address: '4711' }] })
      // The report of a gateway comes to the desk's address, which no server listens at here.
      const row = await settles(key, 'sent', 'delivered')
      expect(row.channel).toBe(channel)
      expect(await atStandIn(channel, key)).toMatchObject({ recipient: '4711', times: 1 })
      const { entries } = await recordOf(reference)
      expect(entries.filter((one) => one.kind === 'messageDelivery' && one.body.key === key)).toHaveLength(1)
    }
  })

  it('mail has what mail needs: thread, list, automatic, plain and HTML (RFC 5322, RFC 3834, by mailparser)', async () => {
    const { reference, key } = await tellBy({})
    await settles(key, 'sent')
    const { raw } = await world.db
      .selectFrom('standin_mail')
      .select('raw')
      .where('message_id', 'like', `<${key}%`)
      .executeTakeFirstOrThrow()
    const mail = await simpleParser(raw)
    expect(mail.headers.get('auto-submitted')).toBe('auto-generated')
    expect(mail.headers.get('list')).toMatchObject({ id: { name: expect.stringContaining('tickets') } })
    expect(mail.inReplyTo).toContain(`ticket-${reference}.`)
    for (const words of ['this ticket is yours', `/desk/${reference}`])
      expect([mail.text, mail.html].every((one) => String(one).includes(words))).toBe(true)
  })

  it('mail shows what somebody wrote as it was written, and says it in plain words beside that', async () => {
    const { reference } = await log()
    const text = 'Hold it **flat** & wait:\n\n- off\n- [on](https://sound.example/on) <script>'
    const key = (await run(reference, { kind: 'reply', text })).messages.at(-1)!.key
    expect((await message(key)).written).toBe(text)
    await settles(key, 'sent')
    const { raw } = await world.db
      .selectFrom('standin_mail')
      .select('raw')
      .where('message_id', 'like', `<${key}%`)
      .executeTakeFirstOrThrow()
    const mail = await simpleParser(raw)
    expect(mail.text).toContain('Hold it flat & wait:\n\n- off\n- on (https://sound.example/on) <script>')
    expect(mail.html).toContain('<p>Hold it <strong>flat</strong> &amp; wait:</p>')
    expect(mail.html).toContain('&lt;script&gt;</li>')
    // Whoever asked finds it in their portal.
    expect(mail.text).toMatch(new RegExp(`^http\\S+/portal/merrow/requests/${reference}$`, 'm'))
    expect(mail.html).toMatch(new RegExp(`<a href="http[^"]+/portal/merrow/requests/${reference}">`))
  })

  it('refused for good goes the next way at once', async () => {
    await setBehaviour(world.db, 'pager', 'refuses')
    const { reference, key } = await tellBy({
      ways: [{ channel: 'pager', address: '1' }, { channel: 'mail' }],
    })
    await settles(key, 'givenUp')
    const next = await world.db
      .selectFrom('outbox')
      .selectAll()
      .where('after', '=', key)
      .executeTakeFirstOrThrow()
    expect(next).toMatchObject({
      channel: 'mail',
      why: { why: [{ is: 'waysFailed', channels: ['pager'] }] },
      subject: (await message(key)).subject,
    })
    await settles(next.key, 'sent')
    expect((await audit(world.db)).differences).toEqual([])
    expect(reference).toBe(next.reference)
  })

  it('pages are taken before text messages, those before the chat room, mails last', async () => {
    await worker.stop()
    const told = async (notify: Preferences) => {
      const { key } = await tellBy(notify)
      const { rows } = await sql<{ priority: number }>`select priority from graphile_worker._private_jobs
        where payload->>'key' = ${key}`.execute(world.db)
      return rows[0]!.priority
    }
    const by = (channel: 'chat' | 'text' | 'pager') => told({ ways: [{ channel, address: '4711' }] })
    const order = [await by('pager'), await by('text'), await by('chat'), await told({})]
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(new Set(order).size).toBe(4)
    expect(order[0]).toBe(PAGE_PRIORITY)
    worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, process.env.GATEWAY_URL)
  })

  it('one that fails is tried again with the same identifier, and arrives once it can', async () => {
    await setBehaviour(world.db, 'chat', 'fails')
    const { key } = await tellBy({ ways: [{ channel: 'chat', address: 'mika' }] })
    await settles(key, 'failed')
    await setBehaviour(world.db, 'chat', 'takes')
    await settles(key, 'delivered')
    expect((await atStandIn('chat', key))!.times).toBeGreaterThan(1)
  })
})

/** Runs something while no worker delivers, with what it would deliver by. */
async function withoutWorker(work: (channels: Channels) => Promise<void>) {
  await worker.stop()
  const mail = mailTransport(`smtp://127.0.0.1:${outside.port}`)
  try {
    await work({ mail, gateway: process.env.GATEWAY_URL! })
  } finally {
    mail.close()
    worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, process.env.GATEWAY_URL)
  }
}

/** Nobody waits for a minute in a test: what is gathered goes now. */
const hurryDigests = () =>
  sql`update graphile_worker._private_jobs set run_at = now() where key like 'digest:%'`.execute(world.db)

interface Row {
  kind: string
  sequence: number
  body: { key?: string; state?: string; messages?: { key: string }[] }
}
async function recordOf(reference: number): Promise<{ entries: Row[] }> {
  const entries = await world.db
    .selectFrom('entry')
    .select(['kind', 'sequence', 'body'])
    .where('reference', '=', reference)
    .orderBy('sequence')
    .execute()
  return { entries: entries as Row[] }
}

describe('when a message goes', () => {
  it('what is not urgent waits until quiet hours are over, and goes then', async () => {
    await world.at(world.begins + 11 * HOUR)
    const { key } = await tellBy({ quiet: { from: '20:00', to: '07:00' } })
    expect(await message(key)).toMatchObject({ state: 'held' })
    const { rows } = await messagesPage(world.desk, { state: 'held' }, 'ada-thorne')
    expect(rows.find((one) => one.key === key)).toMatchObject({ why: 'quiet until 07:00' })
    await world.at(deskNow() + 10 * HOUR)
    // Much else is told in the morning; where that comes to many mails at once, they go together.
    const state = async () => (await hurryDigests(), (await message(key)).state)
    await expect.poll(state, { timeout: 20_000 }).toBe('sent')
    await world.at(world.begins)
  })

  it('keeps the order on one ticket: what was told later waits while the first is on its way, and says so', () =>
    withoutWorker(async (channels) => {
      const { reference } = await tellBy({}, 'sefa-lind')
      await run(reference, { kind: 'assign', technician: null })
      const state = await run(reference, { kind: 'assign', technician: 'sefa-lind' })
      const [first, second] = state.messages.filter((one) => one.person === 'sefa-lind').map((one) => one.key)
      const asked: unknown[] = []
      const later: Later = async (...job) => void asked.push(job)
      await setMailFaults(world.db, { refuse: true })
      await expect(deliver(world.desk, channels, first!, 1, later)).rejects.toThrow()
      await setMailFaults(world.db, { refuse: false })
      await deliver(world.desk, channels, second!, 1, later)
      expect(asked).toEqual([['deliver', { key: second }, 2, `wait:${second}`]])
      expect(await message(second!)).toMatchObject({ state: 'queued', attempts: 0 })
      await deliver(world.desk, channels, first!, 2, later)
      await deliver(world.desk, channels, second!, 1, later)
      const { entries } = await recordOf(reference)
      const sent = entries.filter(
        (one) => one.body.state === 'sent' && [first, second].includes(one.body.key),
      )
      expect(sent.map((one) => one.body.key)).toEqual([first, second])
    }))

  it('in trouble is tried three times by its way, and goes the next one then', () =>
    withoutWorker(async (channels) => {
      const { key } = await tellBy({ ways: [{ channel: 'pager', address: '1' }, { channel: 'mail' }] })
      const next = () => world.db.selectFrom('outbox').selectAll().where('after', '=', key).execute()
      const later: Later = () => Promise.resolve()
      await setBehaviour(world.db, 'pager', 'fails')
      // Its job was begun more often: what broke before it reached the pager says nothing of the pager.
      for (const [tries, begun] of [
        [1, 3],
        [2, 5],
      ] as const) {
        await expect(deliver(world.desk, channels, key, begun, later)).rejects.toThrow()
        expect(await message(key)).toMatchObject({ state: 'failed', attempts: tries })
        expect(await next()).toEqual([])
      }
      await deliver(world.desk, channels, key, 6, later)
      expect(await message(key)).toMatchObject({ state: 'givenUp', attempts: 3 })
      expect(await next()).toMatchObject([{ channel: 'mail', after: key, state: 'queued' }])
    }))

  it('a page that is tried again, by hand or after quiet hours, is taken as early as the first time', () =>
    withoutWorker(async () => {
      const priorities = async (key: string) => {
        const { rows } = await sql<{ priority: number }>`delete from graphile_worker._private_jobs
          where payload->>'key' = ${key} returning priority`.execute(world.db)
        return rows.map((one) => one.priority)
      }
      const pager = { channel: 'pager', address: '1' } as const
      const { key, reference } = await tellBy({ ways: [pager] })
      expect(await priorities(key)).toEqual([PAGE_PRIORITY])
      const failed = {
        kind: 'recordDelivery',
        key,
        state: 'failed',
        attempt: 1,
        detail: 'no answer',
      } as const
      await run(reference, failed)
      await tryAgain(world.desk, key, 'olin-brandt')
      expect(await priorities(key)).toEqual([PAGE_PRIORITY])
      const { rows } = await messagesPage(world.desk, { state: 'queued' }, 'ada-thorne')
      expect(rows.find((one) => one.key === key)).toMatchObject({ why: 'tried again by Olin Brandt' })
      await expect(tryAgain(world.desk, key, 'olin-brandt')).rejects.toThrow('It is queued already')
      await run(reference, { kind: 'recordDelivery', key, state: 'sent', attempt: 1, detail: '' })

      await world.at(world.begins + 11 * HOUR)
      const held = await tellBy({ ways: [pager], quiet: { from: '20:00', to: '07:00' } })
      expect(await priorities(held.key)).toEqual([])
      await world.at(deskNow() + 10 * HOUR)
      await world.desk.ring([held.reference])
      expect(await priorities(held.key)).toEqual([PAGE_PRIORITY])
      const { entries } = await recordOf(held.reference)
      expect(entries.filter((one) => one.body.key === held.key).map((one) => one.body.state)).toEqual([
        'queued',
      ])
      await run(held.reference, {
        ...{ kind: 'recordDelivery', key: held.key, state: 'sent', attempt: 1, detail: '' },
      })
      await world.at(world.begins)
      expect((await audit(world.db)).differences).toEqual([])
    }))

  it('what is gathered is an entry and has a job, in one go; a mail that was begun keeps what is in it', () =>
    withoutWorker(async (channels) => {
      await changeWays(world.desk, 'mika-okoro', {})
      const told: { reference: number; key: string }[] = []
      for (let number = 0; number < 3; number++) told.push(await tellBy({}))
      for (const { reference, key } of told)
        await run(reference, {
          ...{ kind: 'recordDelivery', key, state: 'gathered', attempt: 0, detail: '' },
          why: { is: 'manyAtOnce' },
        })
      const { rows } = await sql<{ key: string }>`select key from graphile_worker.jobs
        where key = 'digest:mika-okoro'`.execute(world.db)
      expect(rows).toHaveLength(1)
      expect((await audit(world.db)).differences).toEqual([])
      const asked: unknown[] = []
      const later: Later = async (...job) => void asked.push(job)
      // Begun by a worker that was killed: later ones do not join it, and it is the same mail again.
      const keys = told.slice(0, 2).map((one) => one.key)
      await world.db
        .insertInto('digest')
        .values({ id: 'begun', person: 'mika-okoro', keys, begun_at: deskNow() })
        .execute()
      await sendDigest(world.desk, channels, 'mika-okoro', 1, later)
      const state = async (index: number) => (await message(told[index]!.key)).state
      expect([await state(0), await state(1), await state(2)]).toEqual(['sent', 'sent', 'gathered'])
      expect(asked).toEqual([['digest', { person: 'mika-okoro' }, 1, 'digest:mika-okoro:more']])
      const mails = await world.db
        .selectFrom('standin_mail')
        .select('subject')
        .where('message_id', 'like', '<digest-begun.%')
        .execute()
      expect(mails).toMatchObject([{ subject: '2 messages about 2 tickets' }])
      asked.splice(0)
      await sendDigest(world.desk, channels, 'mika-okoro', 1, later)
      expect(await state(2)).toBe('sent')
      // Once more, for what was gathered while this job was taken and got none of its own.
      expect(asked).toEqual([['digest', { person: 'mika-okoro' }, 30, 'digest:mika-okoro:more']])
      asked.splice(0)
      await sendDigest(world.desk, channels, 'mika-okoro', 1, later)
      expect(asked).toEqual([])
      expect((await audit(world.db)).differences).toEqual([])
    }))

  it('is missed by the audit when it was lost, and given up by its repair so that somebody hears of it', () =>
    withoutWorker(async () => {
      const [lost, idle, changed] = [await tellBy({}), await tellBy({}), await tellBy({})]
      await world.db.deleteFrom('outbox').where('key', '=', lost.key).execute()
      await sql`delete from graphile_worker._private_jobs where payload->>'key' = ${idle.key}`.execute(
        world.db,
      )
      await world.db.updateTable('outbox').set({ state: 'sent' }).where('key', '=', changed.key).execute()
      const { differences } = await audit(world.db)
      expect(differences).toMatchObject([
        { what: `message ${lost.key}`, stored: 'not in the outbox' },
        { what: `message ${idle.key}`, stored: 'queued, and no job delivers it' },
        { what: `message ${changed.key}`, stored: { state: 'sent' }, rebuilt: { state: 'queued' } },
      ])
      expect(
        await repair(
          world.db,
          differences.map((one) => one.reference),
        ),
      ).toEqual([])
      expect((await audit(world.db)).differences).toEqual([])
      expect(await message(lost.key)).toMatchObject({ state: 'givenUp', why: { why: [{ is: 'textLost' }] } })
      expect(await message(changed.key)).toMatchObject({ state: 'queued' })
    }))

  it('many mails to one person of the desk within a minute come as one', async () => {
    await changeWays(world.desk, 'mika-okoro', {})
    const tickets = await Promise.all(Array.from({ length: 14 }, log))
    for (const { reference } of tickets) await run(reference, { kind: 'assign', technician: 'mika-okoro' })
    const gathered = () =>
      world.db
        .selectFrom('outbox')
        .select('key')
        .where('person', '=', 'mika-okoro')
        .where('state', '=', 'gathered')
        .execute()
    await expect.poll(async () => (await gathered()).length, { timeout: 15_000 }).toBeGreaterThan(2)
    // Others whom triage gives these tickets get digests of their own, which are not counted here.
    // What is gathered while one goes out comes in another; all of them have gone before they are counted.
    const unsent = async () => {
      await hurryDigests()
      const { count } = await world.db
        .selectFrom('outbox')
        .select((e) => e.fn.countAll<number>().as('count'))
        .where('person', '=', 'mika-okoro')
        .where('state', 'in', ['queued', 'failed', 'gathered'])
        .executeTakeFirstOrThrow()
      return Number(count)
    }
    await expect.poll(unsent, { timeout: 15_000 }).toBe(0)
    const mails = await world.db
      .selectFrom('standin_mail')
      .select('subject')
      .where('message_id', 'like', '<digest-%')
      .where('recipient', '=', 'mika-okoro@commons.sound.example')
      .execute()
    const inMails = await world.db
      .selectFrom('outbox')
      .select('key')
      .where('person', '=', 'mika-okoro')
      .where(sql<string>`why->'why'->0->>'is'`, '=', 'inOneMail')
      .execute()
    // However slow the machine is: what waits while one goes out comes together in the next.
    expect(mails.length).toBeLessThan(inMails.length)
    expect(mails[0]!.subject).toMatch(/^\d+ messages about (a ticket|\d+ tickets)$/)
  })
})

describe('acknowledging', () => {
  /** A ticket whose first rung has rung, with the message that waits for somebody. */
  async function rung() {
    await world.at(world.begins)
    const { reference } = await log()
    await run(reference, { kind: 'assign', technician: 'mika-okoro' })
    await world.at(world.begins + 61 * MINUTE)
    await expect
      .poll(async () => (await recordOf(reference)).entries.some((one) => one.kind === 'rungRang'), {
        timeout: 10_000,
      })
      .toBe(true)
    const row = await world.db
      .selectFrom('outbox')
      .selectAll()
      .where('reference', '=', reference)
      .where('climb', 'is not', null)
      .executeTakeFirstOrThrow()
    return row
  }

  it('by the link of the message works once; a link that we never signed not at all', async () => {
    await changeWays(world.desk, 'mika-okoro', {})
    const { key, reference } = await rung()
    const token = await linkToken(world.db, 'acknowledge', key)
    await expect(acknowledgeByToken(world.desk, 'acknowledge', `${token}x`, 'link')).rejects.toThrow(
      'no message',
    )
    const other = await linkToken(world.db, 'report', key)
    await expect(acknowledgeByToken(world.desk, 'acknowledge', other, 'link')).rejects.toThrow('no message')
    const both = await Promise.allSettled([
      acknowledgeByToken(world.desk, 'acknowledge', token, 'link'),
      acknowledgeByToken(world.desk, 'acknowledge', token, 'link'),
    ])
    expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await message(key)).toMatchObject({ state: 'acknowledged', acknowledged_by: 'mika-okoro' })
    // The newest are shown, and tests before this one were told of what comes later.
    const { queued_at } = await message(key)
    const queued = (at: number) =>
      world.db.updateTable('outbox').set({ queued_at: at }).where('key', '=', key).execute()
    await queued(world.begins + 30 * 24 * HOUR)
    const { rows } = await myMessages(world.desk, 'mika-okoro')
    await queued(queued_at)
    expect(rows[0]).toMatchObject({ key, canAcknowledge: false })
    await world.at(world.begins + 3 * HOUR)
    await new Promise((done) => setTimeout(done, 700))
    const rang = (await recordOf(reference)).entries.filter((one) => one.kind === 'rungRang')
    expect(rang).toHaveLength(1)
    await world.at(world.begins)
  })
})

describe('rotas', () => {
  it('a swap holds for its time, is read back from the calendar file, and can be taken back', async () => {
    await world.at(world.begins)
    const from = world.begins - HOUR
    const page = await rotasPage(world.desk, from, from + 14 * 24 * HOUR)
    const [watch] = page.rotas
    const before = watch!.now[0]!
    const [id] = await overrideRota(
      world.desk,
      'watch',
      [{ from, to: from + 4 * HOUR, person: 'tora-aas', why: 'swap' }],
      'olin-brandt',
    )
    const now = async () => (await rotasPage(world.desk, from, from + 24 * HOUR)).rotas[0]!.now[0]
    expect(await now()).toBe('tora-aas')
    const text = await rotaCalendar(world.desk, 'watch', 30)
    const { duties, left } = await readRotaCalendar(world.desk, text)
    expect(left).toEqual([])
    expect(duties[0]).toMatchObject({ person: 'tora-aas', to: from + 4 * HOUR })
    await removeOverride(world.desk, id!)
    expect(await now()).toBe(before)
    const wrong = { from, to: from, person: 'ines-varga', why: '' }
    await expect(overrideRota(world.desk, 'watch', [wrong], 'olin-brandt')).rejects.toMatchObject({
      fields: [{ field: 'to' }],
    })
    await expect(
      overrideRota(world.desk, 'watch', [{ ...wrong, to: from + 1 }], 'olin-brandt'),
    ).rejects.toMatchObject({ fields: [{ field: 'person' }] })
  })
})

describe('somebody who is away', () => {
  it('is passed over on the rota, and has it again when the absence is taken back', async () => {
    await world.at(world.begins)
    const day = '2026-11-16'
    const range = [world.begins - HOUR, world.begins + 24 * HOUR] as const
    const now = async () => (await rotasPage(world.desk, ...range)).rotas[0]!.now
    const [first, second] = await now()
    await setAbsence(world.desk, first!, { from: day, to: '2026-11-18', why: 'holiday' })
    expect((await now())[0]).toBe(second)
    const { away } = await rotasPage(world.desk, ...range)
    expect(away).toMatchObject([{ person: first, first: day, name: 'Away: holiday' }])
    await setAbsence(world.desk, first!, { from: day, to: '2026-11-18', why: null })
    expect((await now())[0]).toBe(first)
    const wrong = setAbsence(world.desk, first!, { from: day, to: '2026-11-15', why: '' })
    await expect(wrong).rejects.toMatchObject({ fields: [{ field: 'to' }] })
  })
})

describe('calls to other systems', () => {
  it('are signed so that the reference library accepts them, with the secret of before for a day', async () => {
    const secret = await makeSecret(world.db, 'quay-board')
    const next = await makeSecret(world.db, 'quay-board')
    const { reference } = await log()
    await run(reference, { kind: 'declareMajor', text: 'No gate reads' })
    const row = await world.db
      .selectFrom('outbox')
      .selectAll()
      .where('reference', '=', reference)
      .where('channel', '=', 'call')
      .executeTakeFirst()
    const key = row?.key ?? (await expectCall(reference))
    await settles(key, 'delivered')
    const got = (await atStandIn('call', key))!
    for (const one of [secret, next])
      expect(new Webhook(one).verify(got.text, got.headers!)).toMatchObject({
        data: { number: String(reference) },
      })
    const forged = {
      ...got.headers!,
      'webhook-signature': signatures([`whsec_${Buffer.from('other').toString('base64')}`], key, 1, got.text),
    }
    expect(() => new Webhook(next).verify(got.text, forged)).toThrow()
  })

  async function expectCall(reference: number): Promise<string> {
    const find = () =>
      world.db
        .selectFrom('outbox')
        .select('key')
        .where('reference', '=', reference)
        .where('channel', '=', 'call')
        .executeTakeFirst()
    await expect.poll(async () => (await find())?.key, { timeout: 10_000 }).toBeTruthy()
    return (await find())!.key
  }

  it('never go into private networks unless a setting names them', async () => {
    for (const address of [
      '127.0.0.1',
      '10.1.2.3',
      '192.168.0.9',
      '169.254.1.1',
      '::1',
      'fd00::1',
      '::ffff:10.0.0.1',
    ])
      expect(isPublic(address), address).toBe(false)
    expect(isPublic('93.184.216.34')).toBe(true)
    const url = `http://127.0.0.1:${outside.gateway}/call`
    await expect(callOut(url, '{}', {})).rejects.toThrow('private network')
    setting('YARE_PRIVATE_CALLS', `127.0.0.1:${outside.gateway}`)
    expect((await callOut(url, '{}', {})).status).toBe(200)
    setting('YARE_PRIVATE_CALLS')
  })
})

describe('a call to another system', () => {
  it('takes no more of an answer than anybody reads, and does not wait for one that drips', async () => {
    let sent = 0
    const other = createServer((_, response) => {
      response.writeHead(200)
      const timer = setInterval(() => {
        sent += 1000
        response.write('x'.repeat(1000))
      }, 5)
      response.on('close', () => clearInterval(timer))
    })
    await new Promise<void>((done) => other.listen(0, '127.0.0.1', done))
    const { port } = other.address() as AddressInfo
    setting('YARE_PRIVATE_CALLS', `127.0.0.1:${port}`)
    expect(await callOut(`http://127.0.0.1:${port}/`, '{}', {})).toMatchObject({ status: 200 })
    expect(sent).toBeLessThan(100_000)
    setting('YARE_PRIVATE_CALLS')
    other.closeAllConnections()
    await new Promise((done) => other.close(done))
  })

  it('ends after a while, however slowly the other side goes on', async () => {
    const other = createServer((_, response) => {
      response.writeHead(200)
      const timer = setInterval(() => response.write('.'), 50)
      response.on('close', () => clearInterval(timer))
    })
    await new Promise<void>((done) => other.listen(0, '127.0.0.1', done))
    const { port } = other.address() as AddressInfo
    setting('YARE_PRIVATE_CALLS', `127.0.0.1:${port}`)
    await expect(callOut(`http://127.0.0.1:${port}/`, '{}', {}, { within: 400 })).rejects.toThrow(
      'took longer',
    )
    setting('YARE_PRIVATE_CALLS')
    other.closeAllConnections()
    await new Promise((done) => other.close(done))
  })
})

describe('major incidents', () => {
  it('gather tickets, tell everybody they concern, and end all of them', async () => {
    const [major, one, two] = [await log(), await log(), await log()]
    await run(major.reference, { kind: 'declareMajor', text: 'All gates are down' })
    const gathered = await gatherTickets(
      world.desk,
      major.reference,
      [one.reference, two.reference, 99_999_999],
      TORA,
    )
    expect(gathered).toMatchObject({ gathered: 2, left: [{ reference: 99_999_999 }] })
    await expect(gatherTickets(world.desk, major.reference, [one.reference], TORA)).rejects.toThrow(
      'None of these',
    )
    const updated = await run(major.reference, { kind: 'updateMajor', text: 'We know the cause' })
    expect(updated.clocks.filter((clock) => clock.target === 'update')).toMatchObject([
      { outcome: 'kept' },
      {},
    ])
    expect(await endMajorIncident(world.desk, major.reference, 'Works again', TORA)).toEqual({ ended: 2 })
    const states = await world.db
      .selectFrom('ticket')
      .select('status_group')
      .where('reference', 'in', [major.reference, one.reference, two.reference])
      .execute()
    expect(states.map((row) => row.status_group)).toEqual(['done', 'done', 'done'])
    expect((await audit(world.db)).differences).toEqual([])
  })
})

describe('a major incident’s news', () => {
  const told = async (reference: number, template: string) =>
    world.db
      .selectFrom('outbox')
      .select(['person', 'subject'])
      .where('reference', '=', reference)
      .where('template', '=', template)
      .execute()

  it('goes to each requester under the own number, and what is done is gathered only where that is said', async () => {
    const [major, child, done] = [await log(), await log(), await log()]
    await run(major.reference, { kind: 'declareMajor', text: 'All gates are down' })
    const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
    await run(done.reference, { kind: 'move', from: 'logged', to: 'solved', fields })
    const both = [child.reference, done.reference]
    expect(await gatherTickets(world.desk, major.reference, both, TORA)).toMatchObject({
      gathered: 1,
      left: [{ reference: done.reference, why: expect.stringContaining('is done') as string }],
    })
    const [one] = [done.reference]
    expect(await gatherTickets(world.desk, major.reference, [one], TORA, true)).toMatchObject({ gathered: 1 })
    await updateMajorIncident(world.desk, major.reference, 'The belt is on its way', TORA)
    for (const { reference } of [major, child])
      expect(await told(reference, 'majorUpdate')).toMatchObject([
        { person: 'ines-varga', subject: expect.stringContaining(`[${reference}]`) as string },
      ])
    expect(await told(done.reference, 'majorUpdate')).toEqual([])
    expect(await endMajorIncident(world.desk, major.reference, 'Works again', TORA)).toEqual({ ended: 1 })
    expect(await told(child.reference, 'majorOver')).toHaveLength(1)
  })
})

describe('what ladders would do and did', () => {
  it('the trial rings with real people, in order, and changes nothing', async () => {
    const { reference, sequence } = await log()
    const trial = await ladderTrial(world.desk, reference)
    const rungs = trial.steps.flatMap(({ entries }) =>
      entries.flatMap((one) => (one.kind === 'rungRang' ? [one.rung] : [])),
    )
    expect(rungs.slice(0, 4)).toEqual(['half', 'four-fifths', 'due', 'second'])
    const after = await world.db
      .selectFrom('ticket')
      .select('sequence')
      .where('reference', '=', reference)
      .executeTakeFirstOrThrow()
    expect(after.sequence).toBeGreaterThanOrEqual(sequence)
    await expect(ladderTrial(world.desk, 99_999_999)).rejects.toThrow('no ticket')
    const figures = await ladderFigures(world.desk)
    for (const one of figures) expect(one.kept + one.missed + one.open).toBe(one.rang)
  })
})

describe('killing workers', () => {
  it('two workers killed again and again: each rung has its effect once, each message arrives, none twice unnoticed', async () => {
    await worker.stop()
    const references = (await Promise.all(Array.from({ length: 30 }, log))).map((one) => one.reference)
    const script = await bundledWorker()
    const start = () =>
      fork(script, {
        env: {
          ...process.env,
          DATABASE_URL: world.url,
          SMTP_URL: `smtp://127.0.0.1:${outside.port}`,
        },
        stdio: 'ignore',
      })
    const killed = async (child: ChildProcess, after: number) => {
      await new Promise((done) => setTimeout(done, after))
      const gone = new Promise((done) => child.once('exit', done))
      child.kill('SIGKILL')
      await gone
    }
    await world.at(world.begins + 3 * HOUR)
    for (const after of [2200, 2500, 2900])
      await Promise.all([killed(start(), after), killed(start(), after + 150)])
    worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, process.env.GATEWAY_URL)
    await expect
      .poll(
        async () => {
          await hurryDigests()
          const { left } = await world.db
            .selectFrom('outbox')
            .select((e) => e.fn.countAll<number>().as('left'))
            .where('reference', 'in', references)
            .where('state', 'in', ['queued', 'failed', 'gathered'])
            .executeTakeFirstOrThrow()
          return Number(left)
        },
        { timeout: 40_000, interval: 500 },
      )
      .toBe(0)
    for (const reference of references) {
      const { entries } = await recordOf(reference)
      const rang = entries
        .filter((one) => one.kind === 'rungRang')
        .map((one) => (one.body as { alarm?: string }).alarm)
      expect(new Set(rang).size).toBe(rang.length)
      expect(rang.length).toBeGreaterThanOrEqual(4)
    }
    const repeated = await world.db
      .selectFrom('standin_mail')
      .select(['message_id', 'recipient'])
      .groupBy(['message_id', 'recipient'])
      .having((e) => e(e.fn.countAll<number>(), '>', 1))
      .execute()
    expect(repeated).toEqual([])
    expect((await audit(world.db)).differences).toEqual([])
  }, 90_000)
})
