import { counterpartInWords } from '~~/core/partner'
import { momentInWords } from '~~/core/time'
import type { Row } from './useTickets'
import { fieldOf, nameOfField } from '~~/core/fields'
import {
  isFieldColumn,
  readView,
  type PlainColumn,
  type PlainGroup,
  type PlainSort,
  type ViewColumn,
  type ViewDefinition,
} from '~~/core/work'

export type SavedView = AnswerOf<'GET /api/views'>['views'][number]

export const SORT_NAMES: Record<PlainSort, string> = {
  due: 'what falls due next',
  priority: 'priority',
  changed: 'what changed last',
  logged: 'what was logged last',
  waiting: 'who has waited longest',
}
export const GROUP_NAMES: Record<PlainGroup, string> = {
  priority: 'priority',
  team: 'team',
  technician: 'technician',
  status: 'status',
  organisation: 'organisation',
  category: 'category',
  queue: 'queue',
}
export const COLUMN_NAMES: Record<PlainColumn, string> = {
  category: 'category',
  organisation: 'organisation',
  site: 'site',
  requester: 'requester',
  team: 'team',
  technician: 'technician',
  queue: 'queue',
  status: 'status',
  item: 'what was asked for',
  logged: 'when logged',
  changed: 'when changed',
  due: 'when due',
  waiting: 'since when it waits for a word',
  tasks: 'tasks done',
  counterpart: 'counterpart at a partner desk',
}

/** What fields are called, by their names. */
export type FieldNames = Readonly<Record<string, string>>

/** What a column, an order or a heading is called: one of ours, or a field of ticket kinds. */
export function partName(own: Readonly<Record<string, string>>, part: string, fields: FieldNames): string {
  const field = fieldOf(part)
  return field === undefined ? (own[part] ?? part) : (fields[field] ?? field)
}

/** A definition as it stands in the address, so that a link shows another person the same. */
export function viewToAddress(view: ViewDefinition): string {
  const bytes = new TextEncoder().encode(JSON.stringify(view))
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '')
}

/** Reads it back; what is no definition is the plain view. */
export function viewFromAddress(text: string): ViewDefinition {
  try {
    const bytes = Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (sign) =>
      sign.charCodeAt(0),
    )
    return readView(JSON.parse(new TextDecoder().decode(bytes)) as Partial<ViewDefinition>)
  } catch {
    return readView(undefined)
  }
}

/**
 * What a view says of a row, column by column.
 * @param fields what the fields are called that stand in columns
 */
export function useCells(zone: () => string, now: () => number, fields: () => FieldNames) {
  const when = (at: number | null) => (at === null ? '' : momentInWords(at, zone(), now()))
  const cells: Record<PlainColumn, (row: Row) => string> = {
    category: (row) => row.category,
    organisation: (row) => row.organisation,
    site: (row) => row.site,
    requester: (row) => row.requester,
    team: (row) => row.team,
    technician: (row) => row.technician ?? 'unassigned',
    queue: (row) => row.queue,
    status: (row) => row.status,
    item: (row) => row.item,
    logged: (row) => `logged ${when(row.loggedAt)}`,
    changed: (row) => `changed ${when(row.changedAt)}`,
    due: (row) => (row.dueAt === null ? 'nothing due' : `due ${when(row.dueAt)}`),
    waiting: (row) => (row.waitingSince === null ? '' : `waits since ${when(row.waitingSince)}`),
    tasks: ({ tasks }) => (tasks.all ? `${tasks.done} of ${tasks.all} done` : ''),
    counterpart: ({ counterpart }) => (counterpart ? counterpartInWords(counterpart, when) : ''),
  }
  const cell = (row: Row, column: ViewColumn) => {
    if (!isFieldColumn(column)) return cells[column](row)
    const field = nameOfField(column)
    const value = row.fields[field]
    // A value alone does not say what it is.
    return value ? `${fields()[field] ?? field}: ${value}` : ''
  }
  return (row: Row, columns: readonly ViewColumn[]) => columns.map((one) => cell(row, one)).filter(Boolean)
}
