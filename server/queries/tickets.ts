import { sql } from 'kysely'
import type { Clock } from '../../core/clock'
import { dueAt } from '../../core/clock'
import type { CompiledDesign, Directory } from '../../core/design'
import { answersInWords } from '../../core/intake'
import { statusOf, transitionsFrom } from '../../core/lifecycle'
import { resortChoices, type Entry, type TicketState } from '../../core/ticket'
import { entryFromRow } from '../commands/store'
import type { Desk } from '../commands/desk'
import type { Database } from '../db/connection'
import { textMatches } from './search'

export type View = 'all' | 'open' | 'mine' | 'team' | 'unassigned' | 'over' | 'done'

export interface ListQuery {
  view: View
  search?: string
  after?: string
  limit: number
  now: number
  person: string
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
  queue: string
  team: string
  technician: string | null
  status: string
  statusGroup: string
  edition: number
  dueAt: number | null
  loggedAt: number
  clocks: Clock[]
}

export interface TicketList {
  rows: TicketRow[]
  /** Key of the next page; missing on the last. */
  next?: string
  total: number
}

type Filter = (query: ListQuery) => ReturnType<typeof sql<boolean>>

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

// Tickets whose clocks are paused have no due moment; they stand after all the others.
const NEVER = Number.MAX_SAFE_INTEGER
const DUE = sql<number>`coalesce(due_at, ${NEVER}::bigint)`

/** A page of tickets: open ones by what falls due next, done ones by what changed last. Pages go by key. */
export async function listTickets(desk: Desk, query: ListQuery): Promise<TicketList> {
  const done = query.view === 'done'
  const order = done ? sql<number>`-changed_at` : DUE
  const wanted = sql<boolean>`${FILTERS[query.view](query)} and ${textMatches(query.search)}`
  const [key, reference] = (query.after ?? '').split('_').map(Number)
  const page = await desk.db
    .selectFrom('ticket')
    .select(['state', 'due_at', 'status_group', 'priority_order', order.as('sort')])
    .where(wanted)
    .$if(query.after !== undefined, (q) =>
      q.where(sql<boolean>`(${order}, reference) > (${key}::bigint, ${reference}::bigint)`),
    )
    .orderBy('sort')
    .orderBy('reference')
    .limit(query.limit + 1)
    .execute()
  const { total } = await desk.db
    .selectFrom('ticket')
    .select((e) => e.fn.countAll<number>().as('total'))
    .where(wanted)
    .executeTakeFirstOrThrow()
  const directory = await desk.knowledge.directory()
  const rows = await Promise.all(
    page.slice(0, query.limit).map(async (row) => {
      const design = await desk.knowledge.editionOf(row.state)
      return { ...rowOf(row.state, design, directory), dueAt: row.due_at, statusGroup: row.status_group }
    }),
  )
  const last = page[query.limit - 1]
  return { rows, total, ...(page.length > query.limit && { next: `${last!.sort}_${last!.state.reference}` }) }
}

function rowOf(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
): Omit<TicketRow, 'dueAt' | 'statusGroup'> {
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
    queue: design.queueName(state.queue),
    team: directory.teams.get(state.team)?.name ?? state.team,
    technician: state.technician ? directory.nameOf(state.technician) : null,
    status: statusOf(design.kind(state.kind), state.status).name,
    edition: state.edition,
    loggedAt: state.loggedAt,
    clocks: state.clocks,
  }
}

/** How many tickets each view holds. */
export async function countViews(
  db: Database,
  query: Omit<ListQuery, 'view' | 'limit'>,
): Promise<Record<string, number>> {
  const count = (view: View) =>
    sql<number>`count(*) filter (where ${FILTERS[view]({ ...query, view, limit: 0 })})`
  const { rows } = await sql<
    Record<string, number>
  >`select ${count('open')} as open, ${count('mine')} as mine,
    ${count('team')} as team, ${count('unassigned')} as unassigned, ${count('over')} as over
    from ticket where status_group <> 'done'`.execute(db)
  return rows[0]!
}

async function load(desk: Desk, reference: number) {
  const row = await desk.db
    .selectFrom('ticket')
    .select(['state'])
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const [design, directory, entries] = await Promise.all([
    desk.knowledge.editionOf(row.state),
    desk.knowledge.directory(),
    desk.db.selectFrom('entry').selectAll().where('reference', '=', reference).orderBy('sequence').execute(),
  ])
  return { state: row.state, design, directory, entries: entries.map(entryFromRow) }
}

/** Everything on one page: the ticket, what was asked, its record, and what can be done with it. */
export async function ticketPage(desk: Desk, reference: number) {
  const found = await load(desk, reference)
  if (!found) return undefined
  const { state, design, directory, entries } = found
  const kind = design.kind(state.kind)
  const status = statusOf(kind, state.status)
  const item = design.item(state.item)
  const requester = directory.people.get(state.requester)
  const site = directory.sites.get(state.site ?? '')
  const people = new Set(entries.flatMap((entry) => peopleOf(entry)))
  const outbox = await desk.db
    .selectFrom('outbox')
    .select([
      'key',
      'person',
      'address',
      'subject',
      'template',
      'state',
      'attempts',
      'detail',
      'queued_at',
      'body',
    ])
    .where('reference', '=', reference)
    .execute()
  return {
    ...rowOf(state, design, directory),
    sequence: state.sequence,
    statusId: state.status,
    statusGroup: status.group,
    item: { id: item.id, name: item.name },
    kind: kind.name,
    answers: answersInWords(
      design.form(item.form),
      design.questions,
      state.answers,
      design.nameOf(directory, state.attachments),
    ),
    because: state.because,
    impact: state.impact,
    urgency: state.urgency,
    requester: { id: state.requester, name: requester?.name ?? state.requester, mail: requester?.mail },
    siteZone: site?.zone ?? design.design.desk.zone,
    cover: state.cover,
    agreement: state.agreement,
    technicianId: state.technician,
    solvedBy: state.solvedBy ? directory.nameOf(state.solvedBy) : null,
    remarks: state.remarks,
    attachments: state.attachments ?? [],
    held: state.held !== undefined,
    mergedInto: state.mergedInto ?? null,
    /** Whether it was turned away in Arrivals, from where it can be taken back. */
    rejected: state.rejected === true,
    others: (state.others ?? []).map((id) => directory.nameOf(id)),
    transitions: (state.held ? [] : transitionsFrom(kind, state.status)).map(({ to, label }) => ({
      to,
      label,
      gate: statusOf(kind, to).gate,
    })),
    sorted: {
      category: state.category,
      impact: state.impact,
      urgency: state.urgency,
      priority: state.priority,
      queue: state.queue,
      team: state.team,
    },
    choices: resortChoices(design, directory),
    statuses: Object.fromEntries(kind.statuses.map((one) => [one.id, one.name])),
    people: Object.fromEntries([...people].map((id) => [id, directory.nameOf(id)])),
    rungs: design.design.ladders.flatMap((ladder) =>
      ladder.rungs.map((rung) => ({ target: ladder.target, share: rung.share })),
    ),
    deliveries: outbox,
    entries,
  }
}

function peopleOf(entry: object): string[] {
  const { actor, technician, told, messages, fields } = entry as {
    actor?: { person?: string }
    technician?: string | null
    told?: string[]
    messages?: { person: string }[]
    fields?: { solvedBy?: string }
  }
  return [
    actor?.person,
    technician,
    fields?.solvedBy,
    ...(told ?? []),
    ...(messages ?? []).map((one) => one.person),
  ].filter((one): one is string => Boolean(one))
}

/** What a requester sees of their own ticket: status in plain words, when it will be done, the conversation. */
export async function requestPage(desk: Desk, reference: number, person: string) {
  const found = await load(desk, reference)
  if (!found || found.state.requester !== person) return undefined
  const { state, design, directory, entries } = found
  const item = design.item(state.item)
  return {
    ...requestOf(state, design),
    answers: answersInWords(
      design.form(item.form),
      design.questions,
      state.answers,
      design.nameOf(directory, state.attachments),
    ),
    conversation: [...entries, ...(await saidSinceMerge(desk, state, entries, person))].flatMap((entry) => {
      const by = 'person' in entry.actor ? directory.nameOf(entry.actor.person) : 'The desk'
      if (entry.kind === 'replied' || entry.kind === 'answered')
        return [
          {
            at: entry.at,
            by,
            text: entry.text,
            mine: by === directory.nameOf(person),
            ...(entry.kind === 'answered' && { quoted: entry.quoted, attachments: entry.attachments }),
          },
        ]
      if (entry.kind === 'rejected') return [{ at: entry.at, by, text: entry.text, mine: false }]
      if (entry.kind !== 'statusMoved' || !statusOf(design.kind(state.kind), entry.to).tell) return []
      const text = entry.fields.reason ?? entry.fields.remarks
      return text ? [{ at: entry.at, by, text, mine: false }] : []
    }),
  }
}

/** What was said to and by a requester where their merged request is handled; what others said there is not theirs. */
async function saidSinceMerge(
  desk: Desk,
  { mergedInto }: TicketState,
  entries: Entry[],
  person: string,
): Promise<Entry[]> {
  const since = entries.findLast((one) => one.kind === 'merged')?.at
  if (mergedInto === undefined || since === undefined) return []
  const there = await load(desk, mergedInto)
  const isTheirs = (entry: Entry) =>
    entry.kind === 'replied' ||
    (entry.kind === 'answered' && 'person' in entry.actor && entry.actor.person === person)
  return (there?.entries ?? []).filter((entry) => entry.at >= since && isTheirs(entry))
}

function requestOf(state: TicketState, design: CompiledDesign) {
  const status = statusOf(design.kind(state.kind), state.status)
  const asks = state.held && (state.held.askedAt ?? 0) > (state.held.answeredAt ?? 0)
  const due = (target: string) => {
    const clock = state.clocks.findLast((one) => one.target === target)
    if (!clock) return { due: null, ended: null }
    return { due: dueAt(clock, design.hoursOf(clock)) ?? null, ended: clock.outcome ?? null }
  }
  return {
    reference: state.reference,
    summary: state.summary,
    loggedAt: state.loggedAt,
    status: plainly(state, status.plainly),
    held: state.held !== undefined,
    mergedInto: state.mergedInto ?? null,
    group: status.group,
    // A status in which the requester is told and the desk waits is one that waits for the requester.
    waitsForMe: asks ?? (status.group === 'waiting' && status.tell !== undefined),
    respond: due('respond'),
    resolve: due('resolve'),
  }
}

/** Where a request stands, for its requester. */
function plainly({ held, rejected, mergedInto }: TicketState, status: string): string {
  if (mergedInto !== undefined) return `Handled together with ${mergedInto}`
  if (rejected) return 'We cannot take it as it is'
  if (!held) return status
  return (held.askedAt ?? 0) > (held.answeredAt ?? 0)
    ? 'We need an answer from you'
    : 'We look at it first; then you hear when it will be done'
}

export type MyRequest = ReturnType<typeof requestOf>

/** A requester's own tickets, newest first. */
export async function myRequests(desk: Desk, person: string, limit: number): Promise<MyRequest[]> {
  const rows = await desk.db
    .selectFrom('ticket')
    .select('state')
    .where('requester', '=', person)
    .orderBy(sql`status_group = 'done'`)
    .orderBy('reference', 'desc')
    .limit(limit)
    .execute()
  return Promise.all(rows.map(async ({ state }) => requestOf(state, await desk.knowledge.editionOf(state))))
}
