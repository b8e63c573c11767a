import { holds, isText, type Facts } from '../condition'
import { decideTable } from '../table'
import type { Beginning, ClockDeed, Exchange, TakenField, TakenTarget } from './map'
import type { Wire, WireValue } from './offer'
import { withTheirs } from './sending'

/** Why something that the partner says changes nothing here. */
export type UntakenWhy =
  /** Nobody here has said what it becomes: it is shown with the counterpart, and nothing else. */
  | 'notMapped'
  /** Its condition does not hold. */
  | 'notNow'
  /** The table has no such value, and nothing for any other. */
  | 'unmapped'
  /** It has no value, where one is needed. */
  | 'empty'
  /** The ticket cannot be so now: its lifecycle, a gate or something that is gone stands in the way. */
  | 'refused'

/** What becomes of one field that the partner says. */
export interface TakenLine {
  field: string
  value: WireValue
  to?: TakenTarget
  /** What it is here. */
  becomes?: WireValue
  why?: UntakenWhy
}

/** Targets that a ticket cannot be without. */
const NEVER_EMPTY: readonly string[] = ['summary', 'status', 'priority', 'category', 'queue', 'team']

function taken(field: TakenField, value: WireValue, facts: Facts): TakenLine {
  const said = { field: field.from, value, to: field.to }
  if (field.when && !holds(field.when, facts)) return { ...said, why: 'notNow' }
  if (value === null)
    return NEVER_EMPTY.includes(field.to) ? { ...said, why: 'empty' } : { ...said, becomes: null }
  const mapped = field.values ? field.values.find((one) => one.theirs === value)?.ours : value
  const becomes = mapped ?? field.otherwise
  return becomes === undefined ? { ...said, why: 'unmapped' } : { ...said, becomes }
}

/**
 * What would become of what the partner says, field by field in its order.
 * @param facts of our ticket; those of the asker alone where there is none yet
 */
export function takenLines({ takes }: Pick<Exchange, 'takes'>, wire: Wire, facts: Facts): TakenLine[] {
  const all = withTheirs(facts, wire)
  return Object.entries(wire).flatMap(([field, value]) => {
    const maps = takes.fields.filter((one) => one.from === field)
    if (!maps.length) return [{ field, value, why: 'notMapped' as const }]
    return maps.map((one) => taken(one, value, all))
  })
}

/** What the partner's word does to our targets. */
export function clockDeedOf({ takes }: Pick<Exchange, 'takes'>, wire: Wire): ClockDeed | undefined {
  const { clocks } = takes
  const value = clocks && wire[clocks.field]
  return isText(value) && Object.hasOwn(clocks!.deeds, value) ? clocks!.deeds[value] : undefined
}

/** The item of a ticket that is to begin here; undefined where no row fits and nothing stands for any other. */
export const itemOf = ({ table, otherwise }: Beginning, wire: Wire): string | undefined =>
  decideTable(table, withTheirs({}, wire)).row?.outcome.item ?? otherwise
