import type { CompiledDesign, SignalCell, SignalKind, SignalRules } from '../design'
import { becauseOf, type Sorted } from './because'

/** What organisations without an agreement are called in the map. */
export const NO_COVER = ''

/** The kind of a signal, and whether it says that the fault is over. */
export interface KnownSignal {
  kind: SignalKind
  clears: boolean
}

const fits = (pattern: string, type: string) =>
  pattern.endsWith('*') ? type.startsWith(pattern.slice(0, -1)) : type === pattern

/** Finds the kind by the CloudEvents `type`; a whole name comes before one with any ending. */
export function kindOfSignal({ kinds }: SignalRules, type: string): KnownSignal | undefined {
  const clearing = kinds.find((one) => one.clears !== undefined && fits(one.clears, type))
  if (clearing) return { kind: clearing, clears: true }
  const exact = kinds.find((one) => one.type === type)
  const kind = exact ?? kinds.find((one) => fits(one.type, type))
  return kind && { kind, clears: false }
}

/** Signals of the same fault have the same key: their kind, and what it is about. */
export const faultOf = (kind: SignalKind, source: string, subject: string | undefined) =>
  JSON.stringify([kind.id, source, subject ?? ''])

/** Where the map sends a signal; null where it is passed over on purpose, undefined where the map has a hole. */
export function placeOfSignal(
  rules: SignalRules,
  kind: string,
  cover: string | null,
): SignalCell | null | undefined {
  return rules.map[kind]?.[cover ?? NO_COVER]
}

/** What the map has decided about a ticket, for triage to go on with. */
export function chosenByMap(
  { kind }: KnownSignal,
  cell: SignalCell,
  cover: string | null,
  design: CompiledDesign,
): { priority?: Sorted; queue?: Sorted } {
  const because = becauseOf(design, [{ is: 'signalMap', signal: kind.id, cover }])
  const isActive = design.design.priorities.some((one) => one.id === cell.priority && one.active)
  return {
    ...(cell.priority && isActive && { priority: { value: cell.priority, because } }),
    ...(cell.queue && { queue: { value: cell.queue, because } }),
  }
}
