import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { decidedPage } from '../../server/queries/decided'
import { listTickets, type ListQuery } from '../../server/queries/ticketList'
import { ticketPage } from '../../server/queries/tickets'
import { INES, makeWorld, SCANNER, TORA } from './world'

// Which tickets a row, a source, a level or a rung decided something about.
let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('decided', 120)
})
afterAll(() => world.close())

const ROW = 'triage/where-it-goes#gates'
const list = (rule: string, more: Partial<ListQuery> = {}) =>
  listTickets(world.desk, {
    ...{ view: 'all', rule, limit: 100, now: deskNow(), person: TORA.person, role: 'technician', teams: [] },
    ...more,
  })
const countOf = async (rule: string) => (await decidedPage(world.desk)).rules[rule] ?? 0

describe('the tickets that a rule decided something about', () => {
  it('are counted for each row, source, level and rung, and the list holds just these', async () => {
    const { days, rules } = await decidedPage(world.desk)
    expect(days).toBe(90)
    const parts = Object.keys(rules).map((rule) => rule.replace(/[/#].*/, ''))
    for (const part of ['catalog', 'triage', 'service-levels', 'ladders', 'kinds'])
      expect(parts).toContain(part)
    for (const rule of Object.keys(rules))
      expect([rule, (await list(rule)).total]).toEqual([rule, rules[rule]])
  })

  it('stay so when somebody sets another value, and each ticket counts once', async () => {
    const before = await countOf(ROW)
    const { state } = await world.desk.log(SCANNER, INES)
    expect(await countOf(ROW)).toBe(before + 1)
    const value = 'bridge-radio'
    await world.desk.run(state.reference, { kind: 'resort', field: 'team', value }, TORA)
    expect(await countOf(ROW)).toBe(before + 1)
    const { rows, rule } = await list(ROW)
    expect(rule).toMatch(/^row \d+ of “Where it goes”$/)
    expect(rows[0]).toMatchObject({ reference: state.reference, team: 'Bridge & Radio' })
    const page = (await ticketPage(world.desk, state.reference, { id: 'x', role: 'technician', teams: [] }))!
    expect(page.because.team!.text).toMatch(/^Tora Aas set it to Bridge & Radio\. Before: Row \d+ of “Where/)
  })

  it('are those of the last 90 days only', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const before = await countOf(ROW)
    await world.db
      .updateTable('ticket')
      .set({ logged_at: deskNow() - 91 * DAY })
      .where('reference', '=', state.reference)
      .execute()
    expect(await countOf(ROW)).toBe(before - 1)
    expect((await list(ROW)).rows.map((one) => one.reference)).not.toContain(state.reference)
  })

  it('are none for a rule that there is not, whatever it is called', async () => {
    for (const rule of ['triage/where-it-goes#gone', "'; drop table ticket; --", '{', 'constructor'])
      expect(await list(rule)).toMatchObject({ rows: [], total: 0 })
  })

  it('can be looked for among what is open, and page by page', async () => {
    const all = (await list(ROW)).rows.map((one) => one.reference)
    const first = await list(ROW, { limit: 2 })
    const second = await list(ROW, { limit: 100, after: first.next })
    expect([...first.rows, ...second.rows].map((one) => one.reference)).toEqual(all)
    const open = await list(ROW, { view: 'open' })
    expect(open.rows.every((one) => one.statusGroup !== 'done')).toBe(true)
    expect(open.rows.length).toBeLessThan(all.length)
  })
})
