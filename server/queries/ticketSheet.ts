import { counterpartInWords } from '../../core/partner'
import { momentInWords } from '../../core/time'
import { nameOfField } from '../../core/fields'
import { isFieldColumn, type PlainColumn, type ViewColumn } from '../../core/work'
import type { Reading } from './reading'
import { listTickets, type ListQuery, type TicketRow } from './ticketList'

/** Most tickets in one sheet. */
export const MOST_IN_A_SHEET = 10_000
const PAGE = 200

interface Reader {
  zone: string
  now: number
}

const COLUMN_NAMES: Record<PlainColumn, string> = {
  category: 'Category',
  organisation: 'Organisation',
  site: 'Site',
  requester: 'Requester',
  team: 'Team',
  technician: 'Technician',
  queue: 'Queue',
  status: 'Status',
  item: 'Asked for',
  logged: 'Logged',
  changed: 'Changed',
  due: 'Due',
  waiting: 'Waits since',
  tasks: 'Tasks',
  counterpart: 'Counterpart',
}

const moment = (at: number | null, { zone, now }: Reader) => (at === null ? '' : momentInWords(at, zone, now))

const CELLS: Record<PlainColumn, (row: TicketRow, reading: Reader) => string> = {
  category: (row) => row.category,
  organisation: (row) => row.organisation,
  site: (row) => row.site,
  requester: (row) => row.requester,
  team: (row) => row.team,
  technician: (row) => row.technician ?? '',
  queue: (row) => row.queue,
  status: (row) => row.status,
  item: (row) => row.item,
  logged: (row, reading) => moment(row.loggedAt, reading),
  changed: (row, reading) => moment(row.changedAt, reading),
  due: (row, reading) => moment(row.dueAt, reading),
  waiting: (row, reading) => moment(row.waitingSince, reading),
  tasks: ({ tasks }) => (tasks.all ? `${tasks.done} of ${tasks.all}` : ''),
  counterpart: ({ counterpart }, reading) =>
    counterpart ? counterpartInWords(counterpart, (at) => moment(at, reading)) : '',
}

/** The tickets of a view as lines of a sheet, the first with the names of its columns. */
export async function ticketSheet(
  desk: Reading,
  query: Omit<ListQuery, 'limit' | 'after'>,
  columns: readonly ViewColumn[],
  zone: string,
): Promise<string[][]> {
  const { fields } = await desk.knowledge.currentEdition()
  const nameOf = (column: ViewColumn) => {
    if (!isFieldColumn(column)) return COLUMN_NAMES[column]
    const field = nameOfField(column)
    return fields.get(field)?.label ?? field
  }
  const cell = (column: ViewColumn, row: TicketRow) => {
    return isFieldColumn(column) ? (row.fields[nameOfField(column)] ?? '') : CELLS[column](row, reading)
  }
  const lines = [['No.', 'Priority', 'Summary', ...columns.map(nameOf)]]
  const reading = { zone, now: query.now }
  for (let after: string | undefined; lines.length <= MOST_IN_A_SHEET;) {
    const page = await listTickets(desk, { ...query, after, limit: PAGE })
    for (const row of page.rows)
      lines.push([
        String(row.reference),
        `${row.numeral} ${row.priority}`,
        row.summary,
        ...columns.map((one) => cell(one, row)),
      ])
    after = page.next
    if (!after) return lines
  }
  // What is left out is said, so that nobody takes a part for the whole.
  return [...lines, ['', '', `More tickets fit; a sheet has ${MOST_IN_A_SHEET} rows at most.`]]
}
