import { sql } from 'kysely'
import type { DirectoryWorld, LinePlan, ListName, Outcome, Values } from '../../core/directory'
import { canonicalJson } from '../../core/json'
import { oneBy } from '../../core/lookup'
import type { Trx } from '../db/connection'
import { STORED } from '../directory/stored'
import type { Desk } from './desk'
import {
  firstShift,
  HOURS,
  nameIn,
  shiftChange,
  takenMeanwhile,
  trace,
  withNeighbours,
  type By,
  type Trace,
} from './directory'
import { leave } from './leaving'
import { beginSweep } from './sweep'

/** Lines that are written in one go. */
export const LINES_AT_ONCE = 500

interface Writing {
  list: ListName
  plans: readonly LinePlan[]
  world: DirectoryWorld
}

/**
 * Writes lines of a file that are right, up to `LINES_AT_ONCE` of them: what is new in one statement, and of what is
 * there already all that become the same in one.
 * @returns the ids of what they say something of, in their order
 */
export async function writeLines(trx: Trx, desk: Desk, writing: Writing, by: By): Promise<string[]> {
  const fresh = writing.plans.filter((one) => !one.before)
  const others = writing.plans.filter((one) => one.before)
  try {
    const ids = await insert(trx, desk, writing.list, writing.world.zone, fresh)
    await update(trx, desk, writing, others)
    const idOf = (plan: LinePlan) => plan.before?.id ?? oneBy(ids, plan)
    await turn(trx, writing, idOf, by)
    await trace(trx, ...tracesOf(writing, idOf, by))
    return writing.plans.map(idOf)
  } catch (error) {
    throw takenMeanwhile(error) ?? error
  }
}

const outcomeOf = ({ outcome }: LinePlan): Outcome => {
  if (!outcome) throw new TypeError('this line cannot be written')
  return outcome
}

/** Writes what is new. @returns the id, or number, of each */
async function insert(trx: Trx, desk: Desk, list: ListName, zone: string, plans: readonly LinePlan[]) {
  const ids = new Map<LinePlan, string>()
  if (!plans.length) return ids
  const { table, key, columns } = STORED[list]
  const rows = await Promise.all(
    plans.map(async (plan) => {
      const { values } = outcomeOf(plan)
      const id = key === 'id' ? plan.report.id : undefined
      const shift = list === 'people' ? await firstShift(desk, id ?? '', values) : {}
      return { ...columns(values, zone, undefined), ...(id !== undefined && { id }), ...shift }
    }),
  )
  const names = [...new Set(rows.flatMap((row) => Object.keys(row)))]
  // One that says nothing of a column has what it has by itself.
  const whole = rows.map((row: Record<string, unknown>) =>
    Object.fromEntries(names.map((name) => [name, row[name] ?? sql`default`])),
  )
  const made = (await trx
    .insertInto(table as 'team')
    .values(whole as never)
    .returning(key as 'id')
    .execute()) as Record<string, unknown>[]
  for (const [at, plan] of plans.entries()) ids.set(plan, String(made[at]?.[key]))
  return ids
}

/** Writes what is different of what is there: all that become the same together. */
async function update(
  trx: Trx,
  desk: Desk,
  { list, world }: Writing,
  plans: readonly LinePlan[],
): Promise<void> {
  const { table, key, columns } = STORED[list]
  const changed = plans.filter((one) => Object.keys(outcomeOf(one).changed).length)
  if (!changed.length) return
  const keyOf = (id: string) => (key === 'number' ? Number(id) : id)
  const rows = (await trx
    .selectFrom(table as 'team')
    .selectAll()
    .where(key as 'id', 'in', changed.map((one) => keyOf(one.before!.id)) as string[])
    .orderBy(key as 'id')
    .forUpdate()
    .execute()) as Record<string, unknown>[]
  const kept = new Map(rows.map((row) => [String(row[key]), row]))
  const alike = new Map<string, { set: object; ids: (string | number)[] }>()
  for (const { before, outcome } of changed) {
    const row = oneBy(kept, before!.id)
    const { values, changed: different } = outcome!
    const said: Values = Object.fromEntries(
      Object.keys(withNeighbours(list, different)).map((name) => [name, values[name]!]),
    )
    const shift =
      list === 'people' && ('shift' in different || 'teams' in different)
        ? await shiftChange(desk, row, outcome!)
        : {}
    const set = { ...columns(said, world.zone, row), ...shift }
    const those = alike.get(canonicalJson(set as never))
    if (those) those.ids.push(keyOf(before!.id))
    else alike.set(canonicalJson(set as never), { set, ids: [keyOf(before!.id)] })
    if (HOURS.includes(list) && 'calendar' in different)
      await beginSweep(trx, { kind: 'fit', list, from: before!.id }, null)
  }
  for (const { set, ids } of alike.values())
    await trx
      .updateTable(table as 'team')
      .set({ ...set, version: sql`version + 1` } as never)
      .where(key as 'id', 'in', ids as string[])
      .execute()
}

/** Puts away, or takes back, what lines say so of. */
async function turn(
  trx: Trx,
  { list, plans }: Writing,
  idOf: (plan: LinePlan) => string,
  by: By,
): Promise<void> {
  const { table, key } = STORED[list]
  for (const active of [true, false]) {
    const ids = plans.filter((one) => one.active === active).map(idOf)
    if (!ids.length) continue
    await trx
      .updateTable(table as 'team')
      .set({ active, version: sql`version + 1` } as never)
      .where(key as 'id', 'in', (key === 'number' ? ids.map(Number) : ids) as string[])
      .execute()
    if (list === 'people' && !active) for (const id of ids) await leave(trx, id, by.person)
  }
}

function tracesOf({ list, plans }: Writing, idOf: (plan: LinePlan) => string, by: By): Trace[] {
  return plans.flatMap((plan): Trace[] => {
    const { values, changed } = outcomeOf(plan)
    const id = idOf(plan)
    const told = { list, id, name: nameIn(list, values, id), by: { ...by, way: 'file' as const } }
    const isChanged = !plan.before || Object.keys(changed).length > 0
    return [
      ...(isChanged
        ? [{ ...told, deed: plan.before ? ('changed' as const) : ('made' as const), changed }]
        : []),
      ...(plan.active === undefined
        ? []
        : [{ ...told, deed: plan.active ? ('takenBack' as const) : ('putAway' as const), changed: {} }]),
    ]
  })
}
