import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HOUR, MINUTE } from '../../core/time'
import { becausesInWords } from '../../core/explain'
import { deskNow } from '../../server/clock/deskClock'
import { audit } from '../../server/queries/audit'
import { arrivalPage, listArrivals, mergedText, outlook } from '../../server/queries/arrivals'
import { listTickets } from '../../server/queries/ticketList'
import { requestPage } from '../../server/queries/requests'
import { indexAll } from '../../server/commands/searchWords'
import { makeWorld, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
let requester: string
beforeAll(async () => {
  world = await makeWorld('arrivals', 200)
  const people = await world.db
    .selectFrom('person')
    .select('id')
    .where('organisation', '=', 'saltern')
    .execute()
  requester = people[0]!.id
})
afterAll(() => world.close())

async function arrive(summary: string) {
  const command = {
    item: 'something-else',
    portal: 'saltern',
    channel: 'portal',
    summary,
    answers: { summary },
    requester,
  } as const
  return (await world.desk.log(command, { person: requester })).state
}
const list = async (limit = 100, after?: string) => listArrivals(world.desk, { limit, after }, 'ada-thorne')
const keep = (state: Parameters<typeof mergedText>[1]) => mergedText(world.desk, state)
const views = () => world.desk.open.counts({ now: deskNow(), person: 'tora-aas', teams: [] })

describe('Arrivals', () => {
  it('hold what a portal says is held, and the Desk does not have it yet', async () => {
    await world.at(world.begins)
    const before = await views()
    const { reference } = await arrive('Buoy lamp is dark')
    const { rows, total } = await list()
    expect(total).toBe(rows.length)
    expect(rows.find((row) => row.reference === reference)).toMatchObject({
      summary: 'Buoy lamp is dark',
      portal: 'Saltern Kelp Works',
      waitsForRequester: false,
    })
    expect(await views()).toEqual(before)
    const query = {
      view: 'all',
      search: String(reference),
      limit: 9,
      now: deskNow(),
      person: 'ada-thorne',
      teams: [],
    }
    expect((await listTickets(world.desk, query as never)).rows.map((row) => row.reference)).toContain(
      reference,
    )
  })

  it('put what the requester was asked below what the desk can decide on, until the answer comes', async () => {
    const { reference } = await arrive('Feeding barge reports nothing')
    await world.desk.run(reference, { kind: 'reply', text: 'Which barge?' }, TORA)
    const asked = (await list()).rows
    const at = asked.findIndex((row) => row.reference === reference)
    expect(asked.slice(at).every((row) => row.waitsForRequester)).toBe(true)
    await world.desk.run(reference, { kind: 'answer', text: 'The red one' }, { person: requester })
    const row = (await list()).rows.find((one) => one.reference === reference)!
    expect(row.waitsForRequester).toBe(false)
    expect(row.answeredAt).toBeGreaterThan(row.loggedAt)
  })

  it('come in pages that miss none and repeat none', async () => {
    for (const index of [1, 2, 3]) await arrive(`Net ${index} is torn`)
    const all = (await list()).rows.map((row) => row.reference)
    const paged: number[] = []
    for (let after: string | undefined, more = true; more;) {
      const page = await list(2, after)
      paged.push(...page.rows.map((row) => row.reference))
      after = page.next
      more = after !== undefined
    }
    expect(paged).toEqual(all)
  })

  it('say what would become of one, and it becomes just that; nothing changes before', async () => {
    const { reference } = await arrive('Kelp dryer screen is blank')
    const choice = { priority: 'p2', level: 'office-hours' }
    const wouldBe = await outlook(world.desk, reference, choice, TORA)
    expect((await arrivalPage(world.desk, reference, 'ada-thorne'))?.reference).toBe(reference)
    expect(wouldBe.promises.map((one) => one.label)).toEqual(['Answer in 2 hours', 'Solve in 16 hours'])
    const state = await world.desk.run(reference, { kind: 'accept', ...choice }, TORA)
    expect(state.clocks.map((clock) => clock.label)).toEqual(wouldBe.promises.map((one) => one.label))
    const reader = await world.desk.knowledge.readerOf(state.because)
    expect(becausesInWords(state.because, reader)).toEqual(wouldBe.because)
    expect(await arrivalPage(world.desk, reference, 'ada-thorne')).toBeUndefined()
    await expect(outlook(world.desk, reference, {}, TORA)).rejects.toThrow('not held any more')
  })

  it('are accepted once, however many press at the same moment', async () => {
    const { reference } = await arrive('Camera 4 is foggy')
    const tries = await Promise.allSettled(
      [1, 2, 3, 4].map(() => world.desk.run(reference, { kind: 'accept' }, TORA)),
    )
    expect(tries.filter((one) => one.status === 'fulfilled')).toHaveLength(1)
  })

  it('merge into another: both change or neither, and the requester follows it there', async () => {
    const { reference: into } = await arrive('Mast light flickers')
    await world.desk.run(into, { kind: 'accept' }, TORA)
    const { reference } = await arrive('Light on the mast flickers')
    await indexAll(world.db, world.desk.knowledge)
    const page = (await arrivalPage(world.desk, reference, 'ada-thorne'))!
    expect(page.alike.map((one) => one.reference)).toContain(into)
    // What one person asks besides has nothing to do with it.
    const { state: other } = await world.desk.log(
      { item: 'card-reader', portal: null, channel: 'desk', answers: { till: 3 }, requester },
      TORA,
    )
    await indexAll(world.db, world.desk.knowledge)
    const again = (await arrivalPage(world.desk, reference, 'ada-thorne'))!
    expect(again.alike.map((one) => one.reference)).not.toContain(other.reference)
    await expect(world.desk.merge(reference, 999_999, TORA, keep)).rejects.toThrow('no ticket 999999')
    await expect(world.desk.merge(reference, reference, TORA, keep)).rejects.toThrow('itself')
    expect(await arrivalPage(world.desk, reference, 'ada-thorne')).toBeDefined()
    await world.at(deskNow() + MINUTE)
    await world.desk.merge(reference, into, TORA, keep)
    await world.at(deskNow() + MINUTE)
    await world.desk.run(into, { kind: 'reply', text: 'Somebody climbs up at noon' }, TORA)
    const request = (await requestPage(world.desk, reference, requester))!
    expect(request).toMatchObject({ mergedInto: into, status: `Handled together with ${into}` })
    expect(request.conversation.map((one) => one.text)).toEqual(['Somebody climbs up at noon'])
  })

  it('of two tickets merged into each other at once one stays open', async () => {
    const [a, b] = [await arrive('Pump A stops'), await arrive('Pump A stands still')]
    const tries = await Promise.allSettled([
      world.desk.merge(a.reference, b.reference, TORA, keep),
      world.desk.merge(b.reference, a.reference, TORA, keep),
    ])
    expect(tries.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
  })

  it('leave record, rows, clocks and alarms in agreement', async () => {
    const { reference } = await arrive('Winch control hangs')
    await world.desk.run(reference, { kind: 'reject', text: 'Not a desk matter' }, TORA)
    await world.at(deskNow() + HOUR)
    await world.desk.run(reference, { kind: 'hold' }, TORA)
    await world.desk.run(reference, { kind: 'accept', ticketKind: 'fault' }, TORA)
    await world.desk.run(reference, { kind: 'hold' }, TORA)
    expect((await audit(world.db)).differences).toEqual([])
  })
})
