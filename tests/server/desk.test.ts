import { createServer } from 'node:net'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HOUR, MINUTE } from '../../core/time'
import { rebuild, type Entry } from '../../core/ticket'
import { deskNow } from '../../server/clock/deskClock'
import { Desk } from '../../server/commands/desk'
import { draftPage } from '../../server/queries/draft'
import { changeDraft, publishDraft } from '../../server/commands/draft'
import { goForward } from '../../server/jobs/goForward'
import { entryFromRow } from '../../server/db/rows'
import { connect } from '../../server/db/connection'
import { ringDue } from '../../server/jobs/alarms'
import { mailTransport } from '../../server/delivery/channels'
import { deliver } from '../../server/jobs/deliver'
import { audit } from '../../server/queries/audit'
import { listTickets } from '../../server/queries/ticketList'
import { ticketPage } from '../../server/queries/tickets'
import { startMailbox } from '../../server/standins/mailbox'
import { readMail, setMailFaults } from '../../server/standins/mailStore'
import { INES, makeWorld, SCANNER, setting, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('desk', 400)
})
afterAll(() => world.close())

async function entriesOf(reference: number): Promise<Entry[]> {
  const rows = await world.db
    .selectFrom('entry')
    .selectAll()
    .where('reference', '=', reference)
    .orderBy('sequence')
    .execute()
  return rows.map(entryFromRow)
}
const log = async () => (await world.desk.log(SCANNER, INES)).state

const alarmOf = async (reference: number) =>
  (
    await world.db
      .selectFrom('ticket')
      .select('alarm_at')
      .where('reference', '=', reference)
      .executeTakeFirstOrThrow()
  ).alarm_at

describe('alarms', () => {
  it('that stay and are due at another moment are armed at that one', async () => {
    const { reference } = await log()
    const before = await alarmOf(reference)
    await world.desk.run(reference, { kind: 'resort', field: 'priority', value: 'p3' }, TORA)
    expect(await alarmOf(reference)).toBeGreaterThan(before!)
  })
})

describe('requests that are refused', () => {
  it('use up no reference numbers', async () => {
    const before = await log()
    const wrong = { ...SCANNER, answers: { gates: 'many' } }
    const all = await Promise.allSettled([world.desk.log(wrong, INES), world.desk.log(wrong, INES)])
    expect(all.map((one) => one.status)).toEqual(['rejected', 'rejected'])
    await expect(
      world.db.transaction().execute((trx) => world.desk.logWithin(trx, wrong, INES)),
    ).rejects.toThrow()
    const after = await Promise.all([log(), log(), log()])
    const numbers = after.map((one) => one.reference).sort((a, b) => a - b)
    expect(numbers).toEqual([1, 2, 3].map((one) => before.reference + one))
  })

  it('leave those that arrive with them alone, whatever it is that cannot be stored', async () => {
    const broken = { ...SCANNER, summary: 'half a character: \ud83d' }
    const all = await Promise.allSettled([
      ...Array.from({ length: 20 }, () => world.desk.log(SCANNER, INES)),
      world.desk.log(broken, INES),
      ...Array.from({ length: 20 }, () => world.desk.log(SCANNER, INES)),
    ])
    expect(all.filter((one) => one.status === 'rejected')).toHaveLength(1)
    expect(all[20]!.status).toBe('rejected')
  })
})

describe('a ticket’s way', () => {
  it('is triaged, answered, put on hold, goes on and is solved; row and record agree at each step', async () => {
    await world.at(world.begins)
    const { reference, technician, priority } = await log()
    expect(priority).toBe('p2')
    expect(technician).not.toBeNull()
    await world.desk.run(reference, { kind: 'reply', text: 'On my way' }, TORA)
    await world.desk.run(
      reference,
      { kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'Which gate?' } },
      TORA,
    )
    const waiting = (await ticketPage(world.desk, reference, {
      id: 'tora-aas',
      role: 'technician',
      teams: [],
    }))!
    expect(
      waiting.clocks.map((clock) => [clock.target, clock.outcome ?? 'runs', clock.pauses.length]),
    ).toEqual([
      ['respond', 'kept', 0],
      ['resolve', 'runs', 1],
    ])
    const [row] = (
      await listTickets(world.desk, {
        view: 'open',
        search: String(reference),
        now: deskNow(),
        person: 'tora-aas',
        role: 'technician',
        teams: [],
        limit: 5,
      })
    ).rows
    expect(row!.dueAt).toBeNull()
    const going = await world.desk.run(reference, { kind: 'answer', text: 'The second' }, INES)
    expect(going.status).toBe('in-hand')
    const fields = { solvedBy: 'sefa-lind', remarks: 'Cleaned the window' }
    const solved = await world.desk.run(
      reference,
      { kind: 'move', from: 'in-hand', to: 'solved', fields },
      TORA,
    )
    expect(solved).toMatchObject({ solvedBy: 'sefa-lind', remarks: 'Cleaned the window' })
    expect(solved.clocks.map((clock) => clock.outcome)).toEqual(['kept', 'kept'])
    expect(rebuild(await entriesOf(reference))).toEqual(solved)
    expect(await alarmOf(reference)).toBeNull()
  })

  it('is solved once when two technicians solve at the same moment; the other is told', async () => {
    const { reference } = await log()
    const solve = (by: string) =>
      world.desk.run(
        reference,
        { kind: 'move', from: 'logged', to: 'solved', fields: { solvedBy: by, remarks: 'Done' } },
        { person: by },
      )
    const results = await Promise.allSettled([solve('tora-aas'), solve('sefa-lind')])
    expect(results.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    const refused = results.find((one) => one.status === 'rejected') as PromiseRejectedResult
    expect(refused.reason).toMatchObject({
      reason: 'conflict',
      message: expect.stringContaining('Somebody was quicker'),
    })
    const solvedEntries = (await entriesOf(reference)).filter((entry) => entry.kind === 'statusMoved')
    expect(solvedEntries).toHaveLength(1)
  })

  it('is logged once, however often and however quickly the same request is sent', async () => {
    const send = () => world.desk.log(SCANNER, INES, 'key-1')
    const references = (await Promise.all([send(), send(), send()])).map(({ state }) => state.reference)
    references.push((await send()).state.reference)
    expect(new Set(references).size).toBe(1)
    await expect(world.desk.log({ ...SCANNER, answers: { gates: 1 } }, INES, 'key-1')).rejects.toThrow(
      'another request',
    )
  })

  it('keeps HTML and quotes of a text as they are, and refuses one that is too long', async () => {
    const { reference } = await log()
    const text = '<script>alert("x")</script> & \\ \u{1F6A2}'
    await world.desk.run(reference, { kind: 'note', text }, TORA)
    expect((await entriesOf(reference)).at(-1)).toMatchObject({ kind: 'noted', text })
    const long = world.desk.run(reference, { kind: 'reply', text: 'x'.repeat(1024 * 1024) }, TORA)
    await expect(long).rejects.toMatchObject({ reason: 'invalid', fields: [{ field: 'text' }] })
    const gone = world.desk.run(99_999_999, { kind: 'note', text: 'x' }, TORA)
    await expect(gone).rejects.toMatchObject({ reason: 'missing' })
  })
})

describe('alarms', () => {
  it('climb the ladder in order as time is put forward: technician, lead, rota', async () => {
    await world.at(world.begins + 30 * 24 * HOUR)
    await ringDue(world.desk)
    while ((await ringDue(world.desk)) > 0);
    const { reference, technician } = await log()
    await goForward(world.desk, '1h')
    await goForward(world.desk, '1h')
    const rang = (await entriesOf(reference)).filter(
      (entry) => entry.kind === 'rungRang' && entry.target === 'respond',
    )
    expect(rang.map((entry) => entry.kind === 'rungRang' && [entry.moment, entry.told])).toEqual([
      [{ at: 'share', share: 0.5 }, [technician]],
      [{ at: 'share', share: 0.8 }, ['pia-lund']],
      [{ at: 'share', share: 1 }, [expect.any(String)]],
    ])
    const late = rang.map((entry) => entry.at - (entry as { dueAt: number }).dueAt)
    expect(Math.max(...late)).toBeLessThan(MINUTE)
  })

  it('ring once although four workers ring at the same time', async () => {
    const references = await Promise.all(Array.from({ length: 12 }, async () => (await log()).reference))
    await world.at(deskNow() + 40 * 24 * HOUR)
    const other = new Desk(connect(world.url, 8))
    const ringAll = async (desk: Desk) => {
      for (let quiet = 0; quiet < 3;) quiet = (await ringDue(desk)) > 0 ? 0 : quiet + 1
    }
    await Promise.all([ringAll(world.desk), ringAll(other), ringAll(world.desk), ringAll(other)])
    await other.db.destroy()
    for (const reference of references) {
      const rang = (await entriesOf(reference)).flatMap((entry) =>
        entry.kind === 'rungRang' ? [entry.alarm] : [],
      )
      expect(new Set(rang).size).toBe(rang.length)
      expect(rang.length).toBe(6)
    }
  })
})

describe('deliveries', () => {
  it('reach the mailbox over SMTP, once recorded, with a Message-ID by which a repeat is recognised', async () => {
    const { url } = world
    setting('DATABASE_URL', url)
    const mailbox = await startMailbox(0)
    const transport = mailTransport(`smtp://127.0.0.1:${mailbox.port}`)
    const { reference, messages } = await log()
    const key = messages[0]!.key
    await deliver(world.desk, { mail: transport, gateway: '' }, key, 1, async () => undefined)
    await deliver(world.desk, { mail: transport, gateway: '' }, key, 2, async () => undefined)
    const mails = (await readMail(world.db, { recipient: 'ines-varga@merrow.sound.example' })).filter(
      (mail) => mail.message_id!.includes(`${key}.`),
    )
    expect(mails).toHaveLength(1)
    expect(mails[0]!.subject).toBe(`[${reference}] We have it: Gate scanner will not read tickets`)
    const delivered = (await entriesOf(reference)).filter((entry) => entry.kind === 'messageDelivery')
    expect(delivered).toMatchObject([{ key, state: 'sent', attempt: 1 }])

    await setMailFaults(world.db, { refuse: true })
    const second = messages[1]!.key
    await expect(
      deliver(world.desk, { mail: transport, gateway: '' }, second, 1, async () => undefined),
    ).rejects.toThrow('refuses mail')
    await setMailFaults(world.db, { refuse: false })
    await deliver(world.desk, { mail: transport, gateway: '' }, second, 2, async () => undefined)
    const states = (await entriesOf(reference)).flatMap((entry) =>
      entry.kind === 'messageDelivery' && entry.key === second ? [entry.state] : [],
    )
    expect(states).toEqual(['failed', 'sent'])
    transport.close()
    await mailbox.stop()
  })

  it('are given up after the last try, and say why', async () => {
    const nobody = await new Promise<number>((done) => {
      const server = createServer().listen(0, () => {
        const { port } = server.address() as { port: number }
        server.close(() => done(port))
      })
    })
    const transport = mailTransport(`smtp://127.0.0.1:${nobody}`)
    const { reference, messages } = await log()
    await deliver(world.desk, { mail: transport, gateway: '' }, messages[0]!.key, 10, async () => undefined)
    const last = (await entriesOf(reference)).at(-1)
    expect(last).toMatchObject({
      kind: 'messageDelivery',
      state: 'givenUp',
      detail: expect.stringContaining('ECONNREFUSED'),
    })
    transport.close()
  })
})

describe('the design', () => {
  it('is changed in a draft and published; new tickets follow it, old ones keep theirs', async () => {
    const old = await log()
    const { design } = await draftPage(world.desk)
    const level = design.serviceLevels.find((one) => one.id === 'round-the-clock')!
    const after = structuredClone(level)
    after.targets[0]!.granted.p2 = 'PT45M'
    const change = { list: 'serviceLevels', id: level.id, before: level, after }
    const changed = await changeDraft(world.desk, change, 'olin-brandt')
    expect(changed.changes).toMatchObject([{ part: 'serviceLevels', id: 'round-the-clock', what: 'changed' }])
    expect((await log()).edition).toBe(old.edition)
    // Somebody else works from what was there before: refused, nothing overwritten.
    const other = structuredClone(level)
    other.targets[0]!.granted.p2 = 'PT50M'
    await expect(changeDraft(world.desk, { ...change, after: other }, 'ada-thorne')).rejects.toMatchObject({
      reason: 'conflict',
    })
    await expect(
      publishDraft(world.desk, { version: changed.version - 1, note: 'An old tab' }, 'ada-thorne'),
    ).rejects.toMatchObject({ reason: 'conflict' })
    const { edition } = await publishDraft(
      world.desk,
      { version: changed.version, note: 'Quicker answers' },
      'olin-brandt',
    )
    const fresh = await log()
    expect([fresh.edition, fresh.clocks[0]!.grants[0]!.granted]).toEqual([edition, 45 * MINUTE])
    expect((await world.desk.run(old.reference, { kind: 'note', text: 'x' }, TORA)).edition).toBe(old.edition)
  })

  it('keeps the order that was chosen, and refuses one that leaves something out', async () => {
    const { design } = await draftPage(world.desk)
    const ids = design.serviceLevels.map((one) => one.id)
    const order = (before: string[], after: string[]) =>
      changeDraft(world.desk, { list: 'serviceLevels', id: '#order', before, after }, 'olin-brandt')
    const turned = await order(ids, [...ids].reverse())
    expect(turned.design.serviceLevels.map((one) => one.id)).toEqual([...ids].reverse())
    await expect(order(ids, ids)).rejects.toMatchObject({ reason: 'conflict' })
    await expect(order([...ids].reverse(), ids.slice(1))).rejects.toMatchObject({ reason: 'invalid' })
    await order([...ids].reverse(), ids)
  })

  it('is refused when its shape is wrong or proofreading finds errors', async () => {
    const { design } = await draftPage(world.desk)
    const before = design.questions[0]!
    const odd = { list: 'questions', id: before.name, before, after: { ...before, type: 'riddle' } }
    await expect(changeDraft(world.desk, odd, 'olin-brandt')).rejects.toMatchObject({ reason: 'invalid' })
    const item = design.items[0]!
    const lost = { list: 'items', id: item.id, before: item, after: { ...item, category: 'gone' } }
    const { version, findings } = await changeDraft(world.desk, lost, 'olin-brandt')
    expect(findings).toMatchObject([{ severity: 'error', place: `catalog/${item.id}` }])
    await expect(publishDraft(world.desk, { version, note: 'Broken' }, 'olin-brandt')).rejects.toMatchObject({
      reason: 'invalid',
    })
  })
})

describe('lists', () => {
  it('page by key without leaving out or repeating any', async () => {
    const about = {
      view: 'done' as const,
      now: deskNow(),
      person: 'tora-aas',
      role: 'technician',
      teams: ['networks'],
    }
    const seen: number[] = []
    for (let after: string | undefined; ;) {
      const page = await listTickets(world.desk, { ...about, after, limit: 50 })
      seen.push(...page.rows.map((row) => row.reference))
      after = page.next
      if (!after) {
        expect(seen).toHaveLength(page.total)
        break
      }
    }
    expect(new Set(seen).size).toBe(seen.length)
  })

  it('find by number, by words with signs in them, and by who asked', async () => {
    const about = {
      view: 'open' as const,
      now: deskNow(),
      person: 'tora-aas',
      role: 'technician',
      teams: [],
      limit: 5,
    }
    const { reference } = await log()
    const find = async (search: string) =>
      (await listTickets(world.desk, { ...about, search, limit: 200 })).rows.map((row) => row.reference)
    expect(await find(String(reference))).toContain(reference)
    expect(await find('gate SCANNER')).toContain(reference)
    expect(await find('Ines')).toContain(reference)
    expect(await find('%_\\')).toEqual([])
  })
})

describe('trouble', () => {
  it('goes on after the database lost all its connections', async () => {
    await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`
      .execute(world.db)
      .catch(() => undefined)
    const again = async (tries: number): Promise<number> =>
      log().then(
        ({ reference }) => reference,
        (error) => (tries ? again(tries - 1) : Promise.reject(error)),
      )
    expect(await again(10)).toBeGreaterThan(0)
  })

  it('is found by the audit: nothing differs, until somebody meddles', async () => {
    const clean = await audit(world.db)
    expect(clean.tickets).toBeGreaterThan(400)
    expect(clean.differences).toEqual([])
    const { reference } = await log()
    await world.db
      .updateTable('ticket')
      .set({ priority: 'p5', alarm_at: null })
      .where('reference', '=', reference)
      .execute()
    const { differences } = await audit(world.db)
    expect(differences.map((one) => [one.reference, one.what])).toEqual([
      [reference, 'priority'],
      [reference, 'alarm_at'],
    ])
  })
})
