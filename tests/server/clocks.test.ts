import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { balance, openPause } from '../../core/clock'
import { listClocks, type ClockQuery, type ClockRow } from '../../server/queries/clocks'
import { audit } from '../../server/queries/audit'
import { HOUR, MINUTE } from '../../core/time'
import { INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('yare_clocks', 400)
})
afterAll(() => world.close())

const ask = (query: Partial<ClockQuery> = {}) =>
  listClocks(world.desk, { limit: 500, now: world.begins, person: 'ada-thorne', ...query })
const keyOf = (row: ClockRow) => `${row.reference} ${row.clock.target}`

describe('the list of running promises', () => {
  it('gives every running one by its balance, paused ones after; each balance is that of its clock', async () => {
    const { rows, bands } = await ask()
    const { running } = await world.db
      .selectFrom('clock')
      .select((e) => e.fn.countAll<number>().as('running'))
      .where('stopped_at', 'is', null)
      .executeTakeFirstOrThrow()
    expect(rows).toHaveLength(running)
    expect(Object.values(bands).reduce((sum, one) => sum + one)).toBe(running)
    for (const row of rows) {
      const design = await world.desk.knowledge.edition(row.edition)
      expect(row.balance).toBe(balance(row.clock, design.hoursOf(row.clock), world.begins))
      expect(row.band === 'paused').toBe(openPause(row.clock) !== undefined)
    }
    const order = rows.map((row) => [Number(row.band === 'paused'), row.balance])
    expect(order).toEqual([...order].sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!))
  })

  it('comes page by page without leaving out or repeating any', async () => {
    const whole = (await ask()).rows.map(keyOf)
    const paged: string[] = []
    for (let after: string | undefined; ;) {
      const page = await ask({ limit: 7, after })
      paged.push(...page.rows.map(keyOf))
      after = page.next
      if (!after) break
    }
    expect(paged).toEqual(whole)
  })

  it('keeps to its filters, and counts the bands of what fits them', async () => {
    const all = await ask()
    const [some] = all.rows
    const team = await ask({ technician: 'nobody' })
    expect(team.rows.every((row) => row.technician === null)).toBe(true)
    const solve = await ask({ target: 'resolve', band: 'paused' })
    expect(solve.rows.every((row) => row.clock.target === 'resolve' && row.band === 'paused')).toBe(true)
    expect(solve.bands.fine).toBeGreaterThan(0)
    const one = await ask({ search: String(some!.reference) })
    expect(one.rows.map((row) => row.reference)).toContain(some!.reference)
    expect((await ask({ search: 'nothing % is _ called this' })).rows).toEqual([])
  })

  it('follows pauses, extensions and the passing of time; the audit agrees', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const find = async (now: number) =>
      (await ask({ search: String(state.reference), now })).rows.filter(
        (row) => row.reference === state.reference,
      )
    const [respond] = await find(world.begins + MINUTE)
    expect(respond).toMatchObject({ band: 'fine', clock: { target: 'respond' } })
    const due = respond!.dueAt!
    expect((await find(due + MINUTE))[0]).toMatchObject({ band: 'over', balance: -MINUTE })
    expect((await ask({ now: due + MINUTE })).overdrawn).toBeGreaterThanOrEqual(MINUTE)
    const lead = { person: 'olin-brandt' }
    await world.desk.run(
      state.reference,
      { kind: 'extendClock', target: 'respond', by: HOUR, why: 'Agreed' },
      lead,
    )
    const extended = (await find(due + MINUTE)).find((row) => row.clock.target === 'respond')
    expect(extended!.band).not.toBe('over')
    await world.desk.run(state.reference, { kind: 'pauseClocks', targets: [], why: 'At sea' }, TORA)
    expect((await find(world.begins + MINUTE)).map((row) => row.band)).toEqual(['paused', 'paused'])
    expect((await audit(world.db)).differences).toEqual([])
  })
})
