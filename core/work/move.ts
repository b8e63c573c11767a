import type { Condition } from '../condition'
import type { AskedField } from '../fields'
import type { MoveStep } from './steps/list'

export type { MoveStep } from './steps/list'

/** Icons that a move may carry. */
export const MOVE_ICONS = [
  'play',
  'flag',
  'x',
  'hand',
  'clock',
  'phone',
  'wrench',
  'truck',
  'note',
  'user',
  'check',
] as const
export type MoveIcon = (typeof MOVE_ICONS)[number]

/** A button that does a bundle of things chosen by the lead. */
export interface Move {
  id: string
  /** A verb. */
  name: string
  icon?: MoveIcon
  /** One letter that makes it on the page of a ticket and on the Bench. */
  key?: string
  /** Ids of the roles that see it; everybody of the desk if left out. */
  roles?: string[]
  /** Teams whose members see it; all if left out. */
  teams?: string[]
  /** When it can be made. */
  when: Condition
  /** What it asks first, besides what gates ask for on its way. */
  asks: AskedField[]
  /** It is made at once and asks for nothing, not even for what a gate could do with. */
  asksNothing?: boolean
  steps: MoveStep[]
}

/** The moves that a role sees, in their order; all that it may see, in the order of the design, where none is kept. */
export interface Shelf {
  /** Id of the role. */
  id: string
  name: string
  moves: string[]
}

/** Keys of the pages of a ticket that no move may have. */
export const KEPT_KEYS = ['r', 'n', 'p', 'e', 'h', 'w', 'j', 'k', 'x', 'o', 'u', 'b', 'z', '?'] as const

/**
 * The moves on the shelf of somebody, in their order.
 * @param person role and teams of whoever looks
 */
export function shelfOf(
  { moves, shelves }: { moves: readonly Move[]; shelves: readonly Shelf[] },
  person: { role: string; teams: readonly string[] },
): Move[] {
  const seen = moves.filter(
    ({ roles, teams }) =>
      (!roles?.length || roles.includes(person.role)) &&
      (!teams?.length || teams.some((team) => person.teams.includes(team))),
  )
  const kept = shelves.find((one) => one.id === person.role)
  if (!kept) return seen
  return kept.moves.flatMap((id) => seen.find((one) => one.id === id) ?? [])
}
