import type { FactValue, Test } from '../condition'
import type { DesignStep } from '../finding'
import { canonicalJson, withoutGaps } from '../json'
import type { Cell } from '../table'
import { idOfThing, thingsOf } from './compare'
import { LISTS, TRIAGE_PARTS, type Design, type DesignList } from './design'

// What is called otherwise from now on is called so wherever rules name it.

/** What facts and their values are called from now on. */
export interface Renaming {
  fact(fact: string): string
  /** @param fact as it was called before */
  value(fact: string, value: string): string
}

function valueNow(fact: string, value: FactValue | undefined, renaming: Renaming): FactValue | undefined {
  if (typeof value === 'string') return renaming.value(fact, value)
  if (!Array.isArray(value)) return value
  const now = value.map((one: string | number) => (typeof one === 'string' ? renaming.value(fact, one) : one))
  return [...new Set(now)] as string[] | number[]
}

/** A cell of a column that asks for a fact. */
export const renamedCell = (fact: string, cell: Cell, renaming: Renaming): Cell =>
  cell && withoutGaps({ op: cell.op, value: valueNow(fact, cell.value, renaming) })

/**
 * A part of a design with every test in it renamed, however deep it stands.
 * @param other renames what is no test; undefined where it leaves something as it is
 */
export function renamedTests<T>(
  thing: T,
  renaming: Renaming,
  other: (found: Readonly<Record<string, unknown>>) => object | undefined = () => undefined,
): T {
  if (Array.isArray(thing)) return thing.map((one: unknown) => renamedTests(one, renaming, other)) as T
  if (typeof thing !== 'object' || thing === null) return thing
  const found = thing as Readonly<Record<string, unknown>>
  if (typeof found.fact === 'string' && typeof found.op === 'string') {
    const { fact, op, value } = thing as unknown as Test
    return withoutGaps({ fact: renaming.fact(fact), op, value: valueNow(fact, value, renaming) }) as T
  }
  const renamed = other(found)
  if (renamed) return renamed as T
  return Object.fromEntries(
    Object.entries(found).map(([key, one]) => [key, renamedTests(one, renaming, other)]),
  ) as T
}

/** What makes one design of another, thing by thing: what goes, goes last. */
export function stepsBetween(before: Design, after: Design): DesignStep[] {
  const steps: DesignStep[] = []
  const gone: DesignStep[] = []
  const put: Put = (list, id, old, now) => {
    if (canonicalJson(old ?? null) === canonicalJson(now ?? null)) return
    const step = { list, id, before: old ?? null, after: now ?? null }
    if (now === undefined) gone.push(step)
    else steps.push(step)
  }
  for (const list of LISTS) stepsOfList(before, after, list, put)
  for (const part of TRIAGE_PARTS) put('triage', part, before.triage[part], after.triage[part])
  return [...steps, ...gone]
}

type Put = (list: string, id: string, old: unknown, now: unknown) => void

function stepsOfList(before: Design, after: Design, list: DesignList, put: Put): void {
  if (before[list] === after[list]) return
  const now = new Map(thingsOf(after, list).map((one) => [idOfThing(one), one]))
  const old = new Map(thingsOf(before, list).map((one) => [idOfThing(one), one]))
  for (const [id, thing] of now) put(list, id, old.get(id), thing)
  for (const [id, thing] of old) if (!now.has(id)) put(list, id, thing, undefined)
}
