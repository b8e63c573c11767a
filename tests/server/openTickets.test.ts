import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Desk } from '../../server/commands/desk'
import { deskNow } from '../../server/clock/deskClock'
import { boardOf } from '../../server/queries/board'
import { BY_DUE, listTickets, type View } from '../../server/queries/ticketList'
import { INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('yare_open', 300)
})
afterAll(() => world.close())

const TEAMS = ['networks', 'devices-workshop']
const asking = () => ({ person: TORA.person, role: 'technician', teams: TEAMS, now: deskNow() })
const VIEWS = ['open', 'mine', 'team', 'unassigned', 'over'] as const

/** The same as the database counts it. */
async function counted(now: number) {
  const { rows } = await sql<Record<View, number>>`select count(*)::int as open,
      (count(*) filter (where technician = ${TORA.person}))::int as mine,
      (count(*) filter (where team = any(${TEAMS}::text[])))::int as team,
      (count(*) filter (where technician is null))::int as unassigned,
      (count(*) filter (where due_at <= ${now}))::int as over
    from ticket where status_group <> 'done' and not held`.execute(world.db)
  return rows[0]
}

describe('the number of tickets in each view', () => {
  it('is what the database counts, after whatever is done to tickets', async () => {
    const said = async () => {
      const about = asking()
      expect(await world.desk.open.counts(about)).toEqual(await counted(about.now))
    }
    await said()
    const { state } = await world.desk.log(SCANNER, INES)
    await said()
    const before = await world.desk.open.counts(asking())
    await world.desk.run(state.reference, { kind: 'assign', technician: TORA.person }, TORA)
    expect((await world.desk.open.counts(asking())).mine).toBe(
      before.mine + (state.technician === TORA.person ? 0 : 1),
    )
    await said()
    const move = (from: string, to: string, fields = {}) =>
      world.desk.run(state.reference, { kind: 'move', from, to, fields }, TORA)
    await move('logged', 'in-hand')
    await move('in-hand', 'solved', { solvedBy: TORA.person, remarks: 'Wiped the lens' })
    expect((await world.desk.open.counts(asking())).open).toBe(before.open - 1)
    await said()
    // Promises run out by themselves.
    await world.at(deskNow() + 40 * 24 * 3_600_000)
    expect((await world.desk.open.counts(asking())).over).toBeGreaterThan(before.over)
    await said()
  })

  it('is the same in every list of a view, page after page', async () => {
    for (const view of VIEWS) {
      const about = asking()
      const references: number[] = []
      let after: string | undefined
      const totals = new Set<number>()
      do {
        const list = await listTickets(world.desk, { view, limit: 40, after, ...about })
        references.push(...list.rows.map((row) => row.reference))
        expect(list.isMore).toBe(false)
        after = list.next
        totals.add(list.total)
      } while (after)
      expect([...totals], view).toEqual([new Set(references).size])
      expect((await counted(about.now))![view], view).toBe(references.length)
    }
  })

  it('reaches another process once it hears of the change, and after a lost connection without being told', async () => {
    const other = new Desk(world.desk.connection)
    const before = await other.open.counts(asking())
    const { state } = await world.desk.log(SCANNER, INES)
    expect((await other.open.counts(asking())).open).toBe(before.open)
    other.touch([state.reference])
    expect((await other.open.counts(asking())).open).toBe(before.open + 1)
    await world.desk.log(SCANNER, INES)
    other.touch()
    expect((await other.open.counts(asking())).open).toBe(before.open + 2)
  })
})

describe('the order of the Desk', () => {
  it('is by what falls due next, and then what has no due moment, by number', async () => {
    const { rows } = await listTickets(world.desk, { view: 'open', limit: 200, ...asking() })
    const key = (row: (typeof rows)[number]) => [row.dueAt ?? Number.MAX_SAFE_INTEGER, row.reference] as const
    const sorted = [...rows].sort((a, b) => key(a)[0] - key(b)[0] || key(a)[1] - key(b)[1])
    expect(rows.map((row) => row.reference)).toEqual(sorted.map((row) => row.reference))
  })

  it('is read from an index and not sorted', async () => {
    const rows = await world.db.transaction().execute(async (trx) => {
      // With so few tickets sorting is cheap; without it the planner says whether it can do otherwise.
      for (const way of ['seqscan', 'sort', 'bitmapscan'])
        await sql`set local ${sql.raw(`enable_${way}`)} = off`.execute(trx)
      const plan = await sql<{ 'QUERY PLAN': string }>`explain select reference from ticket
        where status_group <> 'done' and not held
        order by ${BY_DUE}, reference limit 51`.execute(trx)
      return plan.rows
    })
    const plan = rows.map((row) => row['QUERY PLAN']).join('\n')
    expect(plan).toContain('ticket_open_due')
    expect(plan).not.toContain('Sort')
  })
})

describe('a board', () => {
  const board = (lanes: 'team' | 'technician' | undefined, each: number) =>
    boardOf(world.desk, { view: 'open', ...asking() }, lanes, each)

  it('counts every column of every row, and shows the first cards of each as the list orders them', async () => {
    const all = await listTickets(world.desk, { view: 'open', limit: 200, ...asking() })
    expect(all.total).toBeLessThanOrEqual(200)
    for (const lanes of [undefined, 'team', 'technician'] as const) {
      const found = await board(lanes, 2)
      const sum = (of: readonly { total: number }[]) => of.reduce((count, one) => count + one.total, 0)
      expect([sum(found.cells), sum(found.lanes), found.total]).toEqual([all.total, all.total, all.total])
      // Nobody’s tickets are a row as well.
      expect(found.lanes.some((one) => one.name === 'nobody yet')).toBe(
        lanes === 'technician' && (await counted(deskNow()))!.unassigned > 0,
      )
      for (const cell of found.cells) {
        const lies = (row: (typeof all.rows)[number]) =>
          row.kind === cell.kind && row.statusId === cell.statusId
        const cards = found.rows.filter((row) => lies(row) && row.lane === cell.lane)
        expect(cards.length).toBe(Math.min(2, cell.total))
        const places = cards.map((card) => all.rows.findIndex((row) => row.reference === card.reference))
        expect(places).toEqual([...places].sort((a, b) => a - b))
        if (!lanes)
          expect(cards.map((row) => row.reference)).toEqual(
            all.rows
              .filter(lies)
              .slice(0, 2)
              .map((row) => row.reference),
          )
      }
    }
  })

  it('gives fewer cards of each where there are many columns and rows', async () => {
    const { each, rows } = await board('technician', 200)
    expect(each).toBeLessThan(200)
    expect(rows.length).toBeLessThanOrEqual(600)
  })
})
