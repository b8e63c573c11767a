import { ALWAYS, type Condition } from '../condition'

/** What the rows of a view are ordered by. */
export const VIEW_SORTS = ['due', 'priority', 'changed', 'logged', 'waiting'] as const
export type ViewSort = (typeof VIEW_SORTS)[number]

/** What the rows of a view may be gathered under. */
export const VIEW_GROUPS = [
  'priority',
  'team',
  'technician',
  'status',
  'organisation',
  'category',
  'queue',
] as const
export type ViewGroup = (typeof VIEW_GROUPS)[number]

/** What a row, or a card of a board, may say of its ticket. */
export const VIEW_COLUMNS = [
  'category',
  'organisation',
  'site',
  'requester',
  'team',
  'technician',
  'queue',
  'status',
  'item',
  'logged',
  'changed',
  'due',
  'waiting',
  'tasks',
] as const
export type ViewColumn = (typeof VIEW_COLUMNS)[number]

/** Most properties of a card besides its number and summary. */
export const MOST_ON_A_CARD = 4

/** How tickets are looked at: which, in what order, and what is said of each. */
export interface ViewDefinition {
  where: Condition
  sort: ViewSort
  /** The other way round. */
  isTurned?: boolean
  group?: ViewGroup
  columns: ViewColumn[]
  /** As a board by status instead of a list. */
  board?: boolean
  /** Without time strips, closer together. */
  dense?: boolean
}

export const PLAIN_VIEW: ViewDefinition = {
  where: ALWAYS,
  sort: 'due',
  columns: ['category', 'organisation', 'team', 'technician'],
}

const isOneOf = <T extends string>(list: readonly T[], value: unknown): value is T =>
  list.includes(value as T)

/**
 * Reads a definition from wherever it comes: what it does not say is as in the plain view, what is no part of a view is
 * left out.
 */
export function readView(value: Partial<ViewDefinition> | null | undefined): ViewDefinition {
  const { where, sort, isTurned, group, columns, board, dense } = value ?? {}
  const known = Array.isArray(columns)
    ? columns.filter((one) => isOneOf(VIEW_COLUMNS, one))
    : PLAIN_VIEW.columns
  return {
    where: where && typeof where === 'object' ? where : ALWAYS,
    sort: isOneOf(VIEW_SORTS, sort) ? sort : PLAIN_VIEW.sort,
    ...(isTurned === true && { isTurned }),
    ...(isOneOf(VIEW_GROUPS, group) && { group }),
    columns: known,
    ...(board === true && { board }),
    ...(dense === true && { dense }),
  }
}
