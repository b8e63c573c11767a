import { isBeyondLevels, targetNames } from '../../core/clock'
import type { CompiledDesign, Directory } from '../../core/design'
import { mayChange, sees, valueInWords } from '../../core/fields'
import { answersInWords } from '../../core/intake'
import { ladderAcknowledged } from '../../core/ladder'
import { statusOf } from '../../core/lifecycle'
import { oneBy } from '../../core/lookup'
import {
  answeredLater,
  climbingNow,
  designNames,
  keptByWord,
  planWays,
  resortChoices,
  saidToRequester,
  type Entry,
  type TicketState,
} from '../../core/ticket'
import { becausesInWords, reasonInWords, withWords, type Reader } from '../../core/explain'
import type { Reason } from '../../core/reason'
import { entriesFromRows, STATE_COLUMNS, wholeState } from '../db/rows'
import type { Reading } from './reading'
import type { Caller } from '../base/caller'
import { whyInWords } from './messages'
import { peopleInPlans } from './plans'
import { entriesSeen, fieldsOfRow, seenOfPartner, seesField } from './seenFields'
import { workOf } from './ticketWork'
import { rowOf } from './ticketList'

/** A ticket with its record, the edition that decides about it and the directory. */
export async function loadTicket(desk: Reading, reference: number) {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const state = wholeState(row)
  const [design, directory, entries] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
    desk.db.selectFrom('entry').selectAll().where('reference', '=', reference).orderBy('sequence').execute(),
  ])
  return { state, design, directory, ...entriesFromRows(entries) }
}

/** The ways from where a ticket is, for whoever works on tickets, with what each will do. */
function transitionsFor(
  state: TicketState,
  design: CompiledDesign,
  { reader, directory, person }: { reader: Reader; directory: Directory; person: string },
) {
  if (!directory.may(person, 'workTickets')) return []
  const words = (reason: Reason) => reasonInWords(reason, design.edition, reader)
  return planWays(state, design, person).map(({ leads, will, whyNot, ...way }) => ({
    ...{ ...way, to: leads.status, leads, will: will.map(words) },
    ...(whyNot && { whyNot: words(whyNot) }),
  }))
}

/** Whether its requester's machine can be looked at, and how often it was, or is. */
function assistPart({ internal, held, status, kind, assists = [] }: TicketState, design: CompiledDesign) {
  const isAttached = design.design.desk.assist?.service !== undefined
  const isOpen = statusOf(design.kind(kind), status).group !== 'done'
  return { offered: isAttached && !internal && !held && isOpen, sessions: assists.length }
}

/** Whether there is a partner desk that could be asked to take it, and how many were. */
const exchangePart = ({ counterparts = [] }: TicketState, { partners }: Directory) => ({
  offered: [...partners.values()].some((one) => one.isPaired),
  counterparts: counterparts.length,
})

/** Everything on one page: the ticket, what was asked, its record, and what can be done with it. */
export async function ticketPage(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'id' | 'role' | 'teams'>,
) {
  const found = await loadTicket(desk, reference)
  if (!found) return undefined
  const { state, design, directory, unread } = found
  const current = await desk.knowledge.currentEdition()
  const mayRead = (name: string) => seesField(name, current, caller, design)
  const exchanged = new Map(
    (state.counterparts ?? []).map(({ id, partner }) => [
      id,
      seenOfPartner(directory, partner, current, caller, design),
    ]),
  )
  const entries = entriesSeen(found.entries, design, directory, mayRead, (id) => oneBy(exchanged, id))
  const kind = design.kind(state.kind)
  const status = statusOf(kind, state.status)
  const item = design.item(state.item)
  const site = directory.sites.get(state.site ?? '')
  const people = peopleOn(state, entries)
  const outbox = await deliveriesOf(desk, reference)
  const reader = await desk.knowledge.readerOf(entries, state)
  return {
    ...rowOf({ ...state, clocks: withWords(state.clocks, reader) }, design, directory),
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
    /** What was answered later on, by the task that asked for it. */
    answeredLater: answeredLater(state, design, directory),
    ...fieldsPart(state, design, current, directory, caller),
    because: becausesInWords(state.because, reader),
    impact: state.impact,
    urgency: state.urgency,
    requester: requesterPart(state, directory),
    /** The portal in which its requester reads articles; nothing where there is none. */
    articlesAt: articlesAt(state, design),
    siteZone: site?.zone ?? design.design.desk.zone,
    cover: directory.coverName(state.cover),
    agreement: state.agreement,
    equipment: state.equipment ?? null,
    assist: assistPart(state, design),
    exchange: exchangePart(state, directory),
    department: state.department ?? null,
    technicianId: state.technician,
    // Who solved it says something only as long as it is solved.
    solvedBy: status.group === 'done' && state.solvedBy ? directory.nameOf(state.solvedBy) : null,
    remarks: state.remarks,
    attachments: state.attachments ?? [],
    /** Whether it waits in Arrivals. */
    held: state.held !== undefined,
    /** With which it is handled. */
    mergedInto: state.mergedInto ?? null,
    /** What a monitor reported, if that made it. */
    signal: state.signal ?? null,
    /** Whether it was turned away in Arrivals, from where it can be taken back. */
    rejected: state.rejected === true,
    /** Requesters of tickets that were merged into this one. */
    others: (state.others ?? []).map((id) => ({ id, name: directory.nameOf(id) })),
    transitions: transitionsFor(state, design, { reader, directory, person: caller.id }),
    /** The desk’s own: its requester neither sees nor hears of it. */
    internal: state.internal === true,
    /** What a word to the requester keeps. */
    keptByWord: keptByWord(state).map((clock) => clock.label),
    /** What entries that are no replies say to the requester, by their number. */
    said: Object.fromEntries(
      entries.flatMap((entry) => {
        const said = entry.kind === 'replied' ? undefined : saidToRequester(entry, kind, state)
        return said ? [[entry.sequence, said.text]] : []
      }),
    ),
    sorted: {
      category: state.category,
      impact: state.impact,
      urgency: state.urgency,
      priority: state.priority,
      queue: state.queue,
      team: state.team,
    },
    choices: resortChoices(design, directory),
    ...designNames(design.design),
    targets: targetLabels(state, design),
    statuses: Object.fromEntries(kind.statuses.map((one) => [one.id, one.name])),
    ended: kind.statuses.flatMap(({ id, group }) => (group === 'done' ? [id] : [])),
    people: Object.fromEntries([...people].map((id) => [id, directory.nameOf(id)])),
    rungs: design.design.ladders.flatMap((ladder) =>
      ladder.rungs.flatMap(({ moment }) =>
        moment.at === 'share' && ladder.target ? [{ target: ladder.target, share: moment.share }] : [],
      ),
    ),
    deliveries: outbox,
    ...togetherness(state, design, directory),
    ...(await workOf(desk, state, design, directory, caller)),
    entries: withWords(entries, reader),
    /** What a newer release wrote, in words. */
    unread: unread.map((one) => one.message),
  }
}

function articlesAt({ portal, internal }: TicketState, design: CompiledDesign): string | null {
  const found = portal === null || internal ? undefined : design.findPortal(portal)
  return found && !found.hides?.includes('articles') ? found.id : null
}

function requesterPart({ requester: id }: TicketState, directory: Directory) {
  const person = directory.people.get(id)
  return { id, name: person?.name ?? id, mail: person?.mail, phone: person?.phone ?? null }
}

/** The fields of a ticket's kind that somebody sees, each with its value as it is and in words. */
function fieldsPart(
  state: TicketState,
  design: CompiledDesign,
  current: CompiledDesign,
  directory: Directory,
  caller: Pick<Caller, 'id' | 'role' | 'teams'>,
) {
  const nameOf = design.nameOf(directory)
  return {
    /** In words, by name, without long texts, as rows have them. */
    fields: fieldsOfRow(state, design, directory, (name) => seesField(name, current, caller, design)),
    kept: design.fieldsOf(state.kind).flatMap((field) => {
      const now = current.fields.get(field.name) ?? field
      if (!sees(now, caller)) return []
      const value = state.fields?.[field.name] ?? null
      const { sees: _, changes: __, ...asked } = field
      return {
        ...asked,
        value,
        words: value === null ? '' : valueInWords(field, value, nameOf),
        mayChange: directory.may(caller.id, 'workTickets') && mayChange(now, caller),
      }
    }),
  }
}

/** Every message of a ticket. */
async function deliveriesOf(desk: Reading, reference: number) {
  const rows = await desk.db
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
      'channel',
      'urgent',
      'why',
      'after',
      'not_before',
      'sent_at',
      'delivered_at',
      'acknowledged_at',
    ])
    .where('reference', '=', reference)
    .execute()
  const why = await whyInWords(desk, rows)
  return rows.map((row) => ({ ...row, why: why(row) }))
}

/** What the targets of a ticket are called: those of its design, of stages that have run, and of partners. */
const targetLabels = ({ clocks }: Pick<TicketState, 'clocks'>, { design }: CompiledDesign) => ({
  ...targetNames(design),
  ...Object.fromEntries(
    clocks.flatMap(({ target, label }) => (isBeyondLevels(target) ? [[target, label]] : [])),
  ),
})

/** Who watches it, who has it, and what major incident it is or belongs to. */
const togetherness = (state: TicketState, design: CompiledDesign, directory: Directory) => ({
  watchers: state.watchers ?? [],
  /** Ladders that climb and stop once somebody says that they have it. */
  waiting: climbingNow({ state, design }).map(({ ladder }) => nameOfLadder(design, ladder)),
  acknowledged: Object.entries(state.acknowledged ?? {}).map(([key, one]) => ({
    ladder: nameOfLadder(design, ladderAcknowledged(key, one)),
    by: directory.nameOf(one.by),
    at: one.at,
  })),
  major: state.major ?? null,
  /** The major incident that it belongs to. */
  follows: state.follows ?? null,
})

const nameOfLadder = (design: CompiledDesign, id: string) =>
  design.design.ladders.find((one) => one.id === id)?.name ?? id

/** Everybody who is named on a ticket's page. */
const peopleOn = (state: TicketState, entries: readonly Entry[]) => {
  const { watchers = [], tasks = [], bookings = [] } = state
  return new Set([
    ...peopleInPlans(state),
    ...entries.flatMap((entry) => peopleOf(entry)),
    ...watchers,
    ...tasks.flatMap((one) => [one.person ?? [], one.done?.by ?? [], one.notNeeded?.by ?? []].flat()),
    ...bookings.map((one) => one.person),
  ])
}

function peopleOf(entry: object): string[] {
  const { actor, technician, told, messages } = entry as {
    actor?: { person?: string }
    technician?: string | null
    told?: string[]
    messages?: { person: string }[]
  }
  return [actor?.person, technician, ...(told ?? []), ...(messages ?? []).map((one) => one.person)].filter(
    (one): one is string => Boolean(one),
  )
}
