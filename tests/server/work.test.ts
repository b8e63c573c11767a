import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HOUR, MINUTE } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { timersOf } from '../../server/queries/timers'
import { linkTickets, makeMove, partTicket, startTimer } from '../../server/commands/work'
import { audit } from '../../server/queries/audit'
import { benchPage, type BenchOrder } from '../../server/queries/bench'
import { savedRepliesFor } from '../../server/queries/ticketWork'
import { timeSheet } from '../../server/queries/timeRecords'
import { requestPage, requestsFor } from '../../server/queries/requests'
import { ticketPage } from '../../server/queries/tickets'
import { INES, makeWorld, SCANNER, TORA } from './world'

const OWN = { of: 'own', words: '', most: 50 } as const

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('work', 120)
}, 120_000)
afterAll(() => world.close())

const log = async () => {
  const { state } = await world.desk.log({ ...SCANNER }, INES)
  return state
}
const rowsOf = (table: 'booking' | 'time_record', reference: number) =>
  world.db.selectFrom(table).selectAll().where('reference', '=', reference).execute()

describe('timers', () => {
  it('run on one ticket for a person: the other stops into a time record, which stands in its own table', async () => {
    const [first, second] = [await log(), await log()]
    await startTimer(world.desk, first.reference, 'tora-aas')
    await world.at(deskNow() + 10 * MINUTE)
    await startTimer(world.desk, second.reference, 'tora-aas')
    expect(await timersOf(world.db, 'tora-aas')).toEqual([second.reference])
    expect(await rowsOf('time_record', first.reference)).toMatchObject([{ person: 'tora-aas' }])
    await world.desk.run(second.reference, { kind: 'stopTimer', drop: true }, TORA)
    expect(await rowsOf('time_record', second.reference)).toEqual([])
  })

  it('are one even where two windows start them at once', async () => {
    const tickets = await Promise.all([log(), log(), log()])
    await Promise.allSettled(tickets.map(({ reference }) => startTimer(world.desk, reference, 'mika-okoro')))
    await Promise.allSettled(tickets.map(({ reference }) => startTimer(world.desk, reference, 'mika-okoro')))
    expect(await timersOf(world.db, 'mika-okoro')).toHaveLength(1)
  })

  it('that a move starts stop elsewhere as well', async () => {
    const [first, second] = [await log(), await log()]
    await startTimer(world.desk, first.reference, 'sefa-lind')
    const asked = { move: 'start', from: 'logged', asked: {} }
    const state = await makeMove(world.desk, second.reference, asked, 'sefa-lind')
    expect(state).toMatchObject({ status: 'in-hand', technician: 'sefa-lind' })
    expect(await timersOf(world.db, 'sefa-lind')).toEqual([second.reference])
    await expect(
      makeMove(world.desk, second.reference, { ...asked, move: 'gone' }, 'sefa-lind'),
    ).rejects.toThrow('not on your shelf')
  })
})

describe('links and parts', () => {
  it('have both halves or none', async () => {
    const [first, second] = [await log(), await log()]
    await linkTickets(world.desk, first.reference, { to: second.reference, as: 'causedBy', on: true }, TORA)
    const caller = { id: 'tora-aas', role: 'technician' as const, teams: [] }
    const page = (await ticketPage(world.desk, second.reference, caller))!
    expect(page.links).toMatchObject([{ reference: first.reference, words: 'causes' }])
    await expect(
      linkTickets(world.desk, first.reference, { to: 999_999, as: 'parent', on: true }, TORA),
    ).rejects.toThrow('no ticket 999999')
    await linkTickets(world.desk, second.reference, { to: first.reference, as: 'causes', on: false }, TORA)
    expect((await ticketPage(world.desk, first.reference, caller))!.links).toEqual([])
  })

  it('a part belongs to its ticket, a copy asks the same again', async () => {
    const { reference } = await log()
    const part = await partTicket(world.desk, reference, { summary: 'Only gate 2', as: 'part' }, TORA)
    expect(part).toMatchObject({ requester: 'ines-varga', summary: 'Only gate 2', answers: SCANNER.answers })
    expect(part.links).toEqual([{ reference, as: 'parent' }])
    const copy = await partTicket(world.desk, reference, { summary: 'Again', as: 'copy' }, TORA)
    expect(copy.links).toEqual([{ reference, as: 'related' }])
    await expect(
      partTicket(world.desk, reference, { summary: 'x', as: 'part', item: 'nothing' }, TORA),
    ).rejects.toThrow('no such catalog item')
  })

  it('a part is the desk’s own: no mail, not among the requests of its requester, unless that is said', async () => {
    const { reference } = await log()
    const mails = (of: number) =>
      world.db
        .selectFrom('outbox')
        .select('key')
        .where('reference', '=', of)
        .where('person', '=', 'ines-varga')
        .execute()
    const part = await partTicket(world.desk, reference, { summary: 'Order a belt', as: 'part' }, TORA)
    const shown = await partTicket(
      world.desk,
      reference,
      { summary: 'Gate 2', as: 'part', shown: true },
      TORA,
    )
    const mine = (await requestsFor(world.desk, 'ines-varga', OWN)).map((one) => one.reference)
    expect(mine).toContain(shown.reference)
    expect(mine).not.toContain(part.reference)
    expect(await requestPage(world.desk, part.reference, 'ines-varga')).toBeUndefined()
    expect(await mails(part.reference)).toEqual([])
    expect(await mails(shown.reference)).toHaveLength(1)
  })

  it('what a change of status says to the requester stands in the conversation on both sides', async () => {
    const { reference } = await log()
    const fields = { reason: 'Which gate is it?' }
    await world.desk.run(reference, { kind: 'move', from: 'logged', to: 'ask-requester', fields }, TORA)
    const theirs = await requestPage(world.desk, reference, 'ines-varga')
    expect(theirs!.conversation).toMatchObject([{ text: 'Which gate is it?', mine: false, isOurs: true }])
    const ours = await ticketPage(world.desk, reference, { id: 'tora-aas', role: 'technician', teams: [] })
    expect(Object.values(ours!.said)).toEqual(['Which gate is it?'])
  })
})

describe('a bench', () => {
  it('is in order, looks ahead round fixed times, and compares orders', async () => {
    await world.at(world.begins)
    const { reference } = await log()
    await world.desk.run(reference, { kind: 'assign', technician: 'dara-lowe' }, TORA)
    const other = await log()
    await world.desk.run(other.reference, { kind: 'assign', technician: 'dara-lowe' }, TORA)
    const now = deskNow()
    const times = { from: now + HOUR, to: now + 2 * HOUR }
    await world.desk.run(
      other.reference,
      { kind: 'book', person: 'dara-lowe', ...times, what: 'Visit' },
      TORA,
    )
    await world.desk.run(reference, { kind: 'estimate', takes: 90 * MINUTE }, TORA)
    const page = (await benchPage(world.desk, 'dara-lowe', 'desk'))!
    expect(page.fixed.at(-1)).toMatchObject({ reference: other.reference, what: 'Visit' })
    const found = page.tickets.find((one) => one.reference === reference)!
    expect(found).toMatchObject({ takes: 90 * MINUTE, estimate: 'typed' })
    expect(page.tickets.some((one) => one.reference === other.reference)).toBe(false)
    expect(page.orders.map((one) => one.id)).toEqual(['desk', 'earliestDue', 'fewestLate'])
    const [asDesk, , fewest] = page.orders
    expect(fewest!.late.length).toBeLessThanOrEqual(asDesk!.late.length)
    expect(await benchPage(world.desk, 'nobody', 'desk')).toBeUndefined()
  })

  it('begins with what is being worked on, and takes off what was worked', async () => {
    await world.at(world.begins)
    for (let times = 0; times < 3; times++)
      await world.desk.run((await log()).reference, { kind: 'assign', technician: TORA.person }, TORA)
    const before = (await benchPage(world.desk, TORA.person, 'desk'))!
    const last = before.tickets.at(-1)!
    expect(before.tickets.length).toBeGreaterThan(2)
    await world.desk.run(last.reference, { kind: 'estimate', takes: 90 * MINUTE }, TORA)
    // To answer and the rest of it may stand apart.
    const leftOf = async (order: BenchOrder = 'desk') =>
      (await benchPage(world.desk, TORA.person, order))!.tickets
        .filter((one) => one.reference === last.reference)
        .reduce((sum, one) => sum + one.takes, 0)
    const untouched = await leftOf()
    await world.desk.run(last.reference, { kind: 'startTimer' }, TORA)
    await world.at(deskNow() + 20 * MINUTE)
    for (const order of ['desk', 'earliestDue', 'fewestLate'] as const) {
      const { tickets } = (await benchPage(world.desk, TORA.person, order))!
      expect(tickets[0]).toMatchObject({ reference: last.reference, because: 'its timer runs' })
      // The clock goes on while this is asked.
      expect(Math.round((untouched - (await leftOf(order))) / MINUTE)).toBe(20)
    }
    await world.desk.run(last.reference, { kind: 'stopTimer' }, TORA)
    expect(await leftOf()).toBeLessThan(untouched)
  })

  it('takes the median of past tickets where nobody said how long it takes', async () => {
    const item = { item: 'gate-scanner' }
    const whole = await world.desk.estimates.of(item)
    expect(whole.from).toBe('median')
    // Answering is a part of it.
    const answer = (await world.desk.estimates.now()).answerOf(item)
    expect(answer).toBeGreaterThan(0)
    expect(answer).toBeLessThanOrEqual(whole.takes)
    expect(await world.desk.estimates.of({ item: 'nothing-like-it' })).toEqual({
      takes: 30 * MINUTE,
      from: 'unknown',
    })
    expect((await world.desk.estimates.now()).answerOf({ item: 'nothing-like-it' })).toBe(5 * MINUTE)
  })
})

it('saved replies are filled in, and only those of one’s team are offered', async () => {
  const { reference } = await log()
  const all = (await savedRepliesFor(world.desk, reference, { teams: ['networks'], rights: new Set() }))!
  expect(all.replies.map((one) => one.id)).toContain('network-back')
  expect(all.replies[0]!.text).toContain('Good day Ines Varga')
  const few = (await savedRepliesFor(world.desk, reference, { teams: [], rights: new Set() }))!
  expect(few.replies.map((one) => one.id)).not.toContain('network-back')
  expect(await savedRepliesFor(world.desk, 999_999, { teams: [], rights: new Set() })).toBeUndefined()
})

it('time that was worked goes out as a sheet whose sum is that of its lines', async () => {
  const to = deskNow() + 24 * HOUR
  const all = await timeSheet(world.desk, { from: 0, to, zone: 'Europe/London' })
  const minutes = all.slice(1).map((line) => Number(line.at(-1)))
  expect(all.length).toBeGreaterThan(20)
  expect(minutes.slice(0, -1).reduce((sum, one) => sum + one, 0)).toBe(minutes.at(-1))
  const own = await timeSheet(world.desk, { from: 0, to, zone: 'Europe/London', person: 'tora-aas' })
  expect(new Set(own.slice(1, -1).map((line) => line[3]))).toEqual(new Set(['Tora Aas']))
})

it('the audit finds no difference after all that', async () => {
  expect((await audit(world.db)).differences).toEqual([])
})
