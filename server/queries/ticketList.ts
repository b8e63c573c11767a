import { sql, type RawBuilder } from 'kysely'
import type { Clock } from '../../core/clock'
import type { Calendars, Condition } from '../../core/condition'
import type { CompiledDesign, Directory } from '../../core/design'
import {
  Refused,
  placedOf,
  progressOf,
  standsInWords,
  type PlacedAt,
  type TicketState,
} from '../../core/ticket'
import type { KeptState } from '../db/tables'
import type { CounterpartAt } from '../../core/partner'
import { fieldOf, nameOfField } from '../../core/fields'
import {
  isFieldColumn,
  type PlainGroup,
  type PlainSort,
  type ViewGroup,
  type ViewSort,
} from '../../core/work'
import type { Sight } from '../../core/rights'
import { seenSql, sightOf } from './sight'
import type { Reading } from './reading'
import type { Database } from '../db/connection'
import { counterpartAt } from './exchanged'
import { conditionSql, fieldGroup, fieldOrder, type SortCast } from './conditionSql'
import { decidedBy, ruleNamed } from './decided'
import { textMatches } from './search'
import { fieldsOfRow, refuseUnseen, seenFields, seesField } from './seenFields'
import { oneAt } from '../../core/lookup'

export type View = 'all' | 'open' | 'mine' | 'team' | 'unassigned' | 'over' | 'done'

export interface ListQuery {
  view: View
  search?: string
  /** What else must hold. */
  where?: Condition
  sort?: ViewSort
  isTurned?: boolean
  group?: ViewGroup
  /** Only what this rule of Design decided something about, of those logged in the last days. */
  rule?: string
  after?: string
  limit: number
  now: number
  person: string
  role: string
  teams: string[]
}

/** One row of the Desk: what a ledger row shows, and the clocks from which it draws the strip. */
export interface TicketRow {
  reference: number
  summary: string
  category: string
  numeral: string
  priority: string
  priorityOrder: number
  organisation: string
  site: string
  requester: string
  item: string
  queue: string
  team: string
  technician: string | null
  status: string
  statusId: string
  kind: string
  statusGroup: string
  edition: number
  dueAt: number | null
  loggedAt: number
  changedAt: number
  waitingSince: number | null
  /** Tasks that are done, and all of them. */
  tasks: { done: number; all: number }
  /** Where it stands with Dispatch; null where it has nothing to do with that. */
  placed: PlacedAt | null
  /** Its last exchange with a partner desk. */
  counterpart: CounterpartAt | null
  clocks: Clock[]
  /** The fields of its kind in words, by name, without long texts. */
  fields: Record<string, string>
  /** Under which heading it stands. */
  under?: string
}

export interface TicketList {
  rows: TicketRow[]
  /** Key of the next page; missing on the last. */
  next?: string
  total: number
  /** Whether there are more than were counted. */
  isMore: boolean
  /** What the fields are called that stand in the rows. */
  fieldNames: Record<string, string>
  /** The rule that decided them, in words, where one was asked for. */
  rule?: string
}

type Filter = (query: ListQuery) => RawBuilder<boolean>

// What waits in Arrivals is not the Desk's yet.
const OPEN = sql<boolean>`status_group <> 'done' and not held`

const FILTERS: Record<View, Filter> = {
  all: () => sql`true`,
  open: () => OPEN,
  mine: ({ person }) => sql`${OPEN} and technician = ${person}`,
  team: ({ teams }) => sql`${OPEN} and team = any(${teams}::text[])`,
  unassigned: () => sql`${OPEN} and technician is null`,
  over: ({ now }) => sql`${OPEN} and due_at <= ${now}`,
  done: () => sql`status_group = 'done'`,
}

// Tickets whose clocks are paused have no due moment, and some wait for no word; they stand after all the others.
const NEVER = Number.MAX_SAFE_INTEGER

/** By what falls due next: the index `ticket_open_due` is in this very order. */
export const BY_DUE = sql<number>`coalesce(due_at, ${sql.raw(String(NEVER))}::bigint)`

/** What rows are ordered by; a smaller number comes first unless it goes the other way round. */
const SORTS: Record<PlainSort, { by: RawBuilder<number>; isFalling?: true }> = {
  due: { by: BY_DUE },
  priority: { by: sql<number>`priority_order` },
  waiting: { by: sql<number>`coalesce(waiting_since, ${sql.raw(String(NEVER))}::bigint)` },
  changed: { by: sql<number>`changed_at`, isFalling: true },
  // Numbers are given in the order of logging, and have an index of their own.
  logged: { by: sql<number>`reference`, isFalling: true },
}

/** How a group is asked for; by name where the name orders it. */
const GROUPS: Record<PlainGroup, RawBuilder<string>> = {
  priority: sql`lpad(priority_order::text, 4, '0')`,
  team: sql`team`,
  technician: sql`coalesce(technician, '~')`,
  status: sql`array_position(array['new', 'active', 'waiting', 'done'], status_group)::text || status`,
  organisation: sql`coalesce(organisation, '~')`,
  category: sql`category`,
  queue: sql`queue`,
}

/** Most tickets that are counted. */
const MOST_COUNTED = 10_000

/** Done tickets have no promise that runs: they come by what changed last, unless they come by number. */
export function sortOf({ view, sort = 'due' }: ListQuery): ViewSort {
  if (fieldOf(sort) !== undefined) return sort
  if (view === 'done') return sort === 'logged' ? 'logged' : 'changed'
  return view === 'all' && sort !== 'changed' ? 'logged' : sort
}

export function wantedBy(query: ListQuery, calendars: Calendars, sight: Sight): RawBuilder<boolean> {
  const parts = [FILTERS[query.view](query), textMatches(query.search), seenSql(sight)]
  if (query.where) parts.push(conditionSql(query.where, { now: query.now, calendars }))
  if (query.rule) parts.push(decidedBy(query.rule, query.now))
  return sql<boolean>`${sql.join(parts, sql` and `)}`
}

/** A page of tickets. Pages go by key: group, what they are ordered by, number. */
export async function listTickets(desk: Reading, query: ListQuery): Promise<TicketList> {
  const current = await desk.knowledge.currentEdition()
  refuseUnseen(current, query, query)
  const { by, isFalling, cast = 'bigint' } = orderOf(sortOf(query), current)
  const falls = (isFalling === true) !== (query.isTurned === true)
  const group =
    query.group && query.view !== 'done' && query.view !== 'all' ? groupBy(query.group) : undefined
  const fieldNames = Object.fromEntries(seenFields(current, query).map((one) => [one.name, one.label]))
  const sight = await sightOf(desk, query.person)
  const wanted = wantedBy(query, current, sight)
  const page = await pageOf(desk.db, { query, by, cast, falls, group, wanted })
  const [counted, directory] = await Promise.all([
    countOf(desk, query, wanted, sight),
    desk.knowledge.directory(),
  ])
  const rows = await Promise.all(
    page.slice(0, query.limit).map(async (row) => {
      const shown = await shownRow(desk, row, { query, current, directory })
      return group ? { ...shown, under: headingOf(query.group!, shown, fieldNames) } : shown
    }),
  )
  const last = page[query.limit - 1]
  return {
    rows,
    ...counted,
    fieldNames,
    ...(query.rule && { rule: await ruleNamed(desk, query.rule) }),
    ...(page.length > query.limit && { next: keyOf(last!) }),
  }
}

/** Who looks, with what rows are named by. */
interface Looking {
  query: Pick<ListQuery, 'person' | 'role' | 'teams'>
  current: CompiledDesign
  directory: Directory
}

/** A row as somebody sees it. */
export async function shownRow(
  desk: Reading,
  row: Pick<PageRow, 'state' | 'due_at' | 'status_group' | 'waiting_since'>,
  { query, current, directory }: Looking,
): Promise<TicketRow> {
  const design = await desk.knowledge.editionOf(row.state)
  const said = { dueAt: row.due_at, statusGroup: row.status_group, waitingSince: row.waiting_since }
  const sees = (name: string) => seesField(name, current, query, design)
  const fields = fieldsOfRow(row.state, design, directory, sees)
  return { ...rowOf(row.state, design, directory), ...said, fields }
}

/** How many tickets a list holds; beyond so many they are not counted, unless they are counted already. */
export async function countOf(
  desk: Reading,
  query: ListQuery,
  wanted: RawBuilder<boolean>,
  sight: Sight,
): Promise<Pick<TicketList, 'total' | 'isMore'>> {
  const { view, search, where, rule } = query
  if (view !== 'all' && view !== 'done' && !search?.trim() && !where && !rule)
    return { total: (await desk.open.counts({ ...query, sight }))[view], isMore: false }
  const { rows } = await sql<{ total: number }>`select count(*)::int as total from
    (select 1 from ticket where ${wanted} limit ${MOST_COUNTED + 1}) as counted`.execute(desk.db)
  const { total } = oneAt(rows, 0)
  return { total: Math.min(total, MOST_COUNTED), isMore: total > MOST_COUNTED }
}

/** What rows are ordered by; by a field, as its type in the current edition says. */
export function orderOf(
  sort: ViewSort,
  current: CompiledDesign,
): { by: RawBuilder<number | string>; isFalling?: true; cast?: SortCast } {
  if (!isFieldColumn(sort)) return SORTS[sort]
  const field = current.fields.get(nameOfField(sort))
  return field ? fieldOrder(field) : SORTS.due
}

function groupBy(group: ViewGroup): RawBuilder<string> {
  return isFieldColumn(group) ? fieldGroup(nameOfField(group)) : GROUPS[group]
}

export interface PageRow {
  reference: number
  state: TicketState
  due_at: number | null
  waiting_since: number | null
  status_group: string
  sort: number | string
  under: string
}

/** A text of any signs, in an address and without the sign that stands between the parts of a key. */
const inAddress = (text: string) => Buffer.from(text).toString('base64url').replaceAll('_', '.')
const fromAddress = (text: string) => Buffer.from(text.replaceAll('.', '_'), 'base64url').toString()

/** A text is written so that it stands in an address, with a sign before it that tells it from a number. */
const written = (sort: PageRow['sort']) => (typeof sort === 'string' ? `.${inAddress(sort)}` : String(sort))

const keyOf = ({ sort, reference, under }: PageRow) =>
  `${written(sort)}_${reference}${under ? `_${inAddress(under)}` : ''}`

/** A key that no page has given, which somebody made up. */
export class WrongKey extends Refused {
  constructor() {
    super('invalid', 'This page of the list cannot be found.', [
      { field: 'after', message: 'give back what the page before said in next, for the same order' },
    ])
  }
}

function readKey(key: string, cast: SortCast): { sort: number | string; reference: number; under: string } {
  const [sort = '', reference, under = ''] = key.split('_')
  const isText = cast === 'text'
  if (sort.startsWith('.') !== isText || !Number.isSafeInteger(Number(reference))) throw new WrongKey()
  // What the order is by is no number of another sort: a moment has no fraction.
  if (cast === 'bigint' && !Number.isSafeInteger(Number(sort))) throw new WrongKey()
  if (cast === 'float8' && Number.isNaN(Number(sort))) throw new WrongKey()
  return {
    sort: isText ? fromAddress(sort.slice(1)) : Number(sort),
    reference: Number(reference),
    under: fromAddress(under),
  }
}

interface Paging {
  query: ListQuery
  by: RawBuilder<number | string>
  cast: SortCast
  falls: boolean
  group: RawBuilder<string> | undefined
  wanted: RawBuilder<boolean>
}

async function pageOf(db: Database, { query, by, cast, falls, group, wanted }: Paging): Promise<PageRow[]> {
  const way = sql.raw(falls ? 'desc' : 'asc')
  const beyond = sql.raw(falls ? '<' : '>')
  let after = sql``
  if (query.after !== undefined) {
    const { sort, reference, under } = readKey(query.after, cast)
    const rest = sql`(${by}, reference) ${beyond} (${sort}::${sql.raw(cast)}, ${reference}::bigint)`
    after = group
      ? sql`and (${group} collate "C" > ${under} or (${group} collate "C" = ${under} and ${rest}))`
      : sql`and ${rest}`
  }
  const { rows } = await sql<PageRow>`select reference, state, due_at, waiting_since, status_group,
      ${by} as sort, ${group ?? sql`''`} as under
    from ticket where ${wanted} ${after}
    order by ${group ? sql`${group} collate "C",` : sql``} ${by} ${way}, reference ${way}
    limit ${query.limit + 1}`.execute(db)
  return rows
}

function headingOf(
  group: ViewGroup,
  row: Omit<TicketRow, 'under'>,
  fieldNames: Readonly<Record<string, string>>,
): string {
  if (group === 'priority') return `${row.numeral} ${row.priority}`
  if (!isFieldColumn(group)) return row[group] ?? 'nobody yet'
  const field = nameOfField(group)
  return `${fieldNames[field] ?? field}: ${row.fields[field] ?? 'nothing yet'}`
}

/** What a row says of a ticket, from its state alone. */
/** Where it stands with Dispatch, whoever has it by name. */
export function placedBy(state: Pick<KeptState, 'jobs' | 'bookings'>, directory: Directory): PlacedAt | null {
  const placed = placedOf(state)
  return (
    placed && {
      ...placed,
      next: placed.next && { ...placed.next, person: directory.nameOf(placed.next.person) },
    }
  )
}

export function rowOf(
  state: KeptState,
  design: CompiledDesign,
  directory: Directory,
): Omit<TicketRow, 'dueAt' | 'statusGroup' | 'waitingSince' | 'fields'> {
  const priority = design.priority(state.priority)
  return {
    reference: state.reference,
    summary: state.summary,
    category: design.categoryPath(state.category),
    numeral: priority.numeral,
    priority: priority.name,
    priorityOrder: priority.order,
    organisation: directory.organisations.get(state.organisation ?? '')?.name ?? 'no organisation',
    site: directory.sites.get(state.site ?? '')?.name ?? '',
    queue: directory.queues.get(state.queue)?.name ?? state.queue,
    team: directory.teams.get(state.team)?.name ?? state.team,
    technician: state.technician ? directory.nameOf(state.technician) : null,
    requester: directory.nameOf(state.requester),
    item: design.findItem(state.item)?.name ?? state.item,
    status: standsInWords(state, design.kind(state.kind)),
    statusId: state.status,
    kind: state.kind,
    edition: state.edition,
    loggedAt: state.loggedAt,
    changedAt: state.changedAt,
    tasks: progressOf(state, design),
    placed: placedBy(state, directory),
    counterpart: counterpartAt(state, directory),
    clocks: state.clocks,
  }
}
