import { sql } from 'kysely'
import type { BoardLanes } from '../../core/work'
import type { Reading } from './reading'
import { refuseUnseen, seenFields } from './seenFields'
import { sightOf } from './sight'
import {
  countOf,
  orderOf,
  shownRow,
  sortOf,
  wantedBy,
  type ListQuery,
  type PageRow,
  type TicketList,
  type TicketRow,
} from './ticketList'

/** So many tickets lie on a board at most, the first in the order of its view: of a million that are done nobody sees more. */
const MOST_LAID = 20_000
/** So many rows a board has at most; of more the largest are shown. */
const MOST_LANES = 40
/** So many cards it has at once, in all its columns and rows together. */
const MOST_CARDS = 600
/** Fewer cards than these of one column say nothing. */
const FEWEST = 3

/** How many tickets lie in one column of one row of a board. */
export interface BoardCell {
  kind: string
  statusId: string
  /** Id of the team or technician whose row it is; empty for nobody, and where there are no rows. */
  lane: string
  total: number
}

/** A card, with the id of the row in which it lies. */
export type BoardCard = TicketRow & { lane: string }

export interface Board extends Omit<TicketList, 'next' | 'rows'> {
  rows: BoardCard[]
  cells: BoardCell[]
  /** The rows, the fullest first, by name; one without an id where there are none. */
  lanes: { id: string; name: string; total: number }[]
  /** How many more rows there are than are shown. */
  lanesLeft: number
  /** How many cards of a column there are at most. */
  each: number
}

const LANES = { team: sql<string>`team`, technician: sql<string>`coalesce(technician, '')` }

/**
 * Tickets by status, and in rows by team or technician: how many lie in each, and the first cards of each in the order
 * of the view.
 * @param each how many cards of each are wanted; of a board with many columns and rows it gives fewer
 */
export async function boardOf(
  desk: Reading,
  query: Omit<ListQuery, 'limit' | 'after' | 'group'>,
  by: BoardLanes | undefined,
  each: number,
): Promise<Board> {
  const [current, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const list = { ...query, limit: 1 }
  refuseUnseen(current, list, list)
  const sight = await sightOf(desk, query.person)
  const wanted = wantedBy(list, current, sight)
  const lane = by ? LANES[by] : sql<string>`''`
  const { by: order, isFalling } = orderOf(sortOf(list), current)
  const way = sql.raw((isFalling === true) !== (query.isTurned === true) ? 'desc' : 'asc')
  const laid = sql`with laid as (select reference, kind, status, ${lane} as lane, ${order} as sort from ticket
    where ${wanted} order by ${order} ${way}, reference ${way} limit ${MOST_LAID})`
  const { rows: all } =
    await sql<BoardCell>`${laid} select kind, status as "statusId", lane, count(*)::int as total
    from laid group by 1, 2, 3`.execute(desk.db)
  const lanes = lanesOf(all)
  const shown = lanes.slice(0, MOST_LANES).map((one) => one.id)
  const cells = all.filter((one) => shown.includes(one.lane))
  const most = Math.min(each, Math.max(FEWEST, Math.floor(MOST_CARDS / Math.max(1, cells.length))))
  // Only which cards they are is found among all of them; what they say is read of those alone.
  const { rows: cards } = await sql<PageRow & { lane: string }>`${laid}, placed as (
      select reference, lane, row_number() over (partition by kind, status, lane order by sort ${way}, reference ${way}) as place
      from laid where lane = any(${shown}::text[]))
    select reference, lane, state, due_at, waiting_since, status_group, 0 as sort, '' as under
    from placed join ticket using (reference) where place <= ${most} order by place`.execute(desk.db)
  const [counted, rows] = await Promise.all([
    countOf(desk, list, wanted, sight),
    Promise.all(
      cards.map(async (row) => ({
        ...(await shownRow(desk, row, { query: list, current, directory })),
        lane: row.lane,
      })),
    ),
  ])
  const nameOf = (id: string) => {
    if (!id) return by === 'technician' ? 'nobody yet' : ''
    return by === 'team' ? (directory.teams.get(id)?.name ?? id) : directory.nameOf(id)
  }
  return {
    rows,
    ...counted,
    cells,
    lanes: lanes.slice(0, MOST_LANES).map((one) => ({ ...one, name: nameOf(one.id) })),
    lanesLeft: Math.max(0, lanes.length - MOST_LANES),
    each: most,
    fieldNames: Object.fromEntries(seenFields(current, list).map((one) => [one.name, one.label])),
  }
}

function lanesOf(cells: readonly BoardCell[]): { id: string; total: number }[] {
  const totals = new Map<string, number>()
  for (const { lane, total } of cells) totals.set(lane, (totals.get(lane) ?? 0) + total)
  return [...totals]
    .map(([id, total]) => ({ id, total }))
    .sort((a, b) => b.total - a.total || (a.id < b.id ? -1 : 1))
}
