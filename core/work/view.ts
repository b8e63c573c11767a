import { isOneOf } from '../lookup'
import { ALWAYS, type Condition } from '../condition'

/** A field of ticket kinds as a column, an order or a heading: `field.NAME`. */
export type FieldColumn = `field.${string}`
export const FIELD_COLUMN = /^field\.[\w-]{1,120}$/

export const isFieldColumn = (value: unknown): value is FieldColumn =>
  typeof value === 'string' && FIELD_COLUMN.test(value)

/** What the rows of a view are ordered by. */
export const VIEW_SORTS = ['due', 'priority', 'changed', 'logged', 'waiting'] as const
export type PlainSort = (typeof VIEW_SORTS)[number]
export type ViewSort = PlainSort | FieldColumn

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
export type PlainGroup = (typeof VIEW_GROUPS)[number]
export type ViewGroup = PlainGroup | FieldColumn

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
  'counterpart',
] as const
export type PlainColumn = (typeof VIEW_COLUMNS)[number]
export type ViewColumn = PlainColumn | FieldColumn

export const isViewSort = (value: unknown): value is ViewSort =>
  isOneOf(VIEW_SORTS, value) || isFieldColumn(value)
export const isViewGroup = (value: unknown): value is ViewGroup =>
  isOneOf(VIEW_GROUPS, value) || isFieldColumn(value)
export const isViewColumn = (value: unknown): value is ViewColumn =>
  isOneOf(VIEW_COLUMNS, value) || isFieldColumn(value)

/** What the cards of a board may lie in rows by. */
export const BOARD_LANES = ['team', 'technician'] as const
export type BoardLanes = (typeof BOARD_LANES)[number]

/** Most statuses of a board that have a limit, and the largest. */
const MOST_LIMITS = 40
const LARGEST_LIMIT = 999

/** Most columns of a view. */
export const MOST_COLUMNS = 24

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
  /** Whether its cards lie in rows, each of one team or technician. */
  lanes?: BoardLanes
  /** How many tickets are to be in a status at most, by its name. */
  limits?: Readonly<Record<string, number>>
  /** Without time strips, closer together. */
  dense?: boolean
}

export const PLAIN_VIEW: ViewDefinition = {
  where: ALWAYS,
  sort: 'due',
  columns: ['category', 'organisation', 'team', 'technician'],
}

/**
 * Reads a definition from wherever it comes: what it does not say is as in the plain view, what is no part of a view is
 * left out.
 */
export function readView(value: Partial<ViewDefinition> | null | undefined): ViewDefinition {
  const { where, sort, isTurned, group, columns, board, lanes, dense } = value ?? {}
  const limits = readLimits(value?.limits)
  const known = Array.isArray(columns)
    ? columns.filter(isViewColumn).slice(0, MOST_COLUMNS)
    : PLAIN_VIEW.columns
  return {
    where: where && typeof where === 'object' ? where : ALWAYS,
    sort: isViewSort(sort) ? sort : PLAIN_VIEW.sort,
    ...(isTurned === true && { isTurned }),
    ...(isViewGroup(group) && { group }),
    columns: known,
    ...(board === true && { board }),
    ...(isOneOf(BOARD_LANES, lanes) && { lanes }),
    ...(limits && { limits }),
    ...(dense === true && { dense }),
  }
}

function readLimits(value: unknown): Record<string, number> | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined
  const known = Object.entries(value).filter(
    ([status, most]) =>
      status.length <= 80 && Number.isInteger(most) && Number(most) >= 1 && Number(most) <= LARGEST_LIMIT,
  )
  return known.length ? Object.fromEntries(known.slice(0, MOST_LIMITS) as [string, number][]) : undefined
}
