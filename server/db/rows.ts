import type { Selectable } from 'kysely'
import { balance, dueAt, grantedOf, lastStart, openPause, type Clock } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import { bookingOf, standingOf, type WantedJob } from '../../core/dispatch'
import { openTaskCount } from '../../core/facts'
import { statusOf } from '../../core/lifecycle'
import { standsOf } from '../../core/partner'
import { dutiesOf, planProgress, standingStages } from '../../core/plan'
import {
  followedPlans,
  plansRest,
  planTime,
  readEntry,
  ticketAlarms,
  UnreadableEntry,
  versionOf,
  type Actor,
  type Entry,
  type KeptEntry,
  type TicketState,
} from '../../core/ticket'
import type { WorkingTime } from '../../core/time'
import { countedAs, type Booking } from '../../core/work'
import type { Tables, TicketFacts } from './tables'

// Everything of a ticket that stands in columns, as it follows from its state; and entries, as they are kept.

type TicketRow = Selectable<Tables['ticket']>
type ClockRow = Tables['clock']

/** The columns that make a whole state. */
export const STATE_COLUMNS = ['ticket.state', 'ticket.because'] as const

/** The state of a ticket, of its row. */
export const wholeState = ({ state, because }: Pick<TicketRow, 'state' | 'because'>): TicketState => ({
  ...state,
  because: because ?? {},
})

/** The read columns of a ticket: all of them follow from its state. */
export function ticketRow(state: TicketState, design: CompiledDesign): TicketRow {
  const { because, ...kept } = state
  const clocks = clockRows(state, design)
  const { group } = statusOf(design.kind(state.kind), state.status)
  const due = clocks.flatMap((clock) => (clock.stopped_at === null ? (clock.due_at ?? []) : []))
  return {
    reference: state.reference,
    state: kept,
    because,
    sequence: state.sequence,
    edition: state.edition,
    summary: state.summary,
    kind: state.kind,
    item: state.item,
    status: state.status,
    status_group: group,
    category: state.category,
    priority: state.priority,
    priority_order: design.priority(state.priority).order,
    queue: state.queue,
    team: state.team,
    technician: state.technician,
    requester: state.requester,
    organisation: state.organisation,
    site: state.site,
    held: state.held !== undefined,
    logged_at: state.loggedAt,
    changed_at: state.changedAt,
    due_at: due.length ? Math.min(...due) : null,
    alarm_at: ticketAlarms(state, design)[0]?.at ?? null,
    timers: (state.timers ?? []).map((one) => one.person),
    estimate: state.estimate ?? null,
    portal: state.portal,
    channel: state.channel,
    cover: state.cover,
    tasks_open: openTaskCount(state),
    // Where the ticket itself waits, or is done, it is not the desk's turn.
    waiting_since: ['new', 'active'].includes(group) ? (state.waitingSince ?? null) : null,
    facts: factsOf(state, design.deskOf(state.item)),
    rules: state.rules ?? [],
  }
}

function factsOf(state: TicketState, desk: string | undefined): TicketFacts {
  const { statuses, loggedAt, saidAt, major } = state
  return {
    answers: state.answers,
    impact: state.impact,
    urgency: state.urgency,
    agreement: state.agreement,
    statusBefore: statuses.at(-2)?.status ?? null,
    statusSince: statuses.at(-1)?.at ?? loggedAt,
    saidAt: saidAt ?? loggedAt,
    signals: state.signal?.count ?? 0,
    major: major !== undefined && major.endedAt === undefined,
    ...(state.fields && { fields: state.fields }),
    ...(desk && { desk }),
    ...(state.department && { department: state.department }),
    ...(state.equipment && { equipment: state.equipment }),
  }
}

/** The rows of what was worked on a ticket. */
export function timeRows({ reference, times = [] }: TicketState): Tables['time_record'][] {
  return times.map(({ id, person, from, to, counted, what }) => ({
    ...{ reference, id, person, counted, what },
    starts: from,
    ends: to,
  }))
}

/** The rows of its fixed times. */
export function bookingRows({ reference, bookings = [] }: TicketState): Tables['booking'][] {
  return bookings.map(({ id, person, from, to, what, state, answer, steps }) => ({
    ...{ reference, id, person, what, state },
    answer: answer ?? '',
    set_out: (state === 'booked' ? steps?.onWay : undefined) ?? null,
    starts: from,
    ends: to,
  }))
}

/** What a requester knows of where a job stands now. */
function heardAs(job: WantedJob, bookings: readonly Booking[]): Tables['job']['heard'] {
  const booking = bookingOf(job, bookings)
  if (!booking || job.heard?.booking !== booking.id || job.heard.from !== booking.from) return ''
  const { suits } = job.heard
  return suits === undefined ? 'told' : suits ? 'suits' : 'suitsNot'
}

/** The rows of its jobs. */
export function jobRows({ reference, jobs = [], bookings = [] }: TicketState): Tables['job'][] {
  return jobs.map((one) => ({
    ...{ reference, id: one.id, what: one.what, takes: one.takes, meets: one.meets ?? '' },
    ...{ skill: one.skill ?? null, site: one.site ?? null },
    ...{ earliest: one.earliest ?? null, latest: one.latest ?? null },
    ...{ standing: standingOf(one, bookings), untold: one.untold ?? false },
    booking: bookingOf(one, bookings)?.id ?? null,
    insisted: one.insisted?.why ?? '',
    visit: one.visit ?? false,
    heard: heardAs(one, bookings),
    series: one.series ?? null,
  }))
}

/** The rows of what is exchanged of it with partner desks. */
export function partnerRows({ reference, counterparts = [] }: TicketState): Tables['partner_ticket'][] {
  return counterparts.map((one) => ({
    ...{ reference, id: one.id, partner: one.partner, begun: one.begun, link: one.link },
    ...{ stands: standsOf(one), there: one.reference ?? null, open: one.open.length },
    ...{ asked_at: one.askedAt, heard_at: one.heardAt ?? null },
  }))
}

/** The rows of what is to do on it one by one. */
export function taskRows({ reference, tasks = [], loggedAt }: TicketState): Tables['ticket_task'][] {
  return tasks.map((one) => ({
    ...{ reference, task: one.id, list: one.list ?? '', counted: countedAs(one), text: one.text },
    ...{ person: one.person ?? '', team: one.team ?? '', required: one.required === true },
    // Older releases did not keep when it came.
    came_at: one.came ?? loggedAt,
    due_at: one.due ?? null,
    done_at: one.done?.at ?? null,
    left_at: one.notNeeded?.at ?? null,
  }))
}

/** The rows of its plans. */
export function planRows(state: TicketState, design: CompiledDesign): Tables['plan_run'][] {
  const { reference } = state
  const rests = plansRest(state, design)
  return followedPlans(state, design).map((followed) => {
    const { plan, run } = followed
    const time = planTime(state, design, followed, state.changedAt)
    const { all, settled } = planProgress(plan, run, time)
    const dues = dutiesOf(plan, run, time).flatMap((one) => one.due ?? [])
    return {
      ...{ reference, run: run.id, plan: run.plan, name: run.name, edition: run.edition },
      stages: rests || run.ended ? [] : standingStages(plan, run),
      ...{ tasks: all, settled, began_at: run.beganAt },
      due_at: dues.length ? Math.min(...dues) : null,
      ended_at: run.ended?.at ?? null,
      how: run.ended?.how ?? null,
    }
  })
}

/** The rows of what there is to do in its plans; none while they rest. */
export function planTaskRows(state: TicketState, design: CompiledDesign): Tables['plan_task'][] {
  const { reference, plans } = state
  if (!plans?.length || plansRest(state, design)) return []
  return followedPlans(state, design).flatMap((followed) => {
    const { plan, run } = followed
    const time = planTime(state, design, followed, state.changedAt)
    return dutiesOf(plan, run, time).map(({ person = '', team = '', due, ...one }) => ({
      ...{ reference, run: run.id, task: one.task, person, team, kind: one.do, text: one.text },
      ...{ required: one.required, opened_at: one.openedAt, due_at: due ?? null },
    }))
  })
}

/** The rows of a ticket's clocks. */
export function clockRows(state: TicketState, design: CompiledDesign): ClockRow[] {
  return state.clocks.map((clock) => ({
    reference: state.reference,
    target: clock.target,
    started_at: clock.startedAt,
    calendar: clock.calendar,
    edition: clock.edition,
    shift: clock.shift ?? null,
    granted: grantedOf(clock),
    ...standingRow(clock, design.hoursOf(clock)),
    stopped_at: clock.stoppedAt ?? null,
    outcome: clock.outcome ?? null,
  }))
}

/** How a clock stands, so that its balance at any later moment follows without its pauses. */
function standingRow(
  clock: Clock,
  hours: WorkingTime,
): Pick<ClockRow, 'paused' | 'balance' | 'balance_at' | 'due_at'> {
  const pause = openPause(clock)
  const at = pause?.from ?? clock.stoppedAt ?? lastStart(clock)
  return {
    paused: pause !== undefined,
    balance: balance(clock, hours, at),
    balance_at: at,
    due_at: dueAt(clock, hours) ?? null,
  }
}

/** The tables whose rows follow from the state of a ticket besides its own, and how. */
export const FOLLOWING = {
  clock: clockRows,
  booking: bookingRows,
  job: jobRows,
  partner_ticket: partnerRows,
  time_record: timeRows,
  plan_run: planRows,
  plan_task: planTaskRows,
  ticket_task: taskRows,
} as const satisfies Partial<
  Record<keyof Tables, (state: TicketState, design: CompiledDesign) => { reference: number }[]>
>

/** What of the desk did something; with somebody of another desk by name. */
const whatDid = ({ system, called }: Exclude<Actor, { person: string }>) =>
  called === undefined ? `system:${system}` : `called:${system}:${called}`

function actorIn(kept: string): Actor {
  const [sort, ...name] = kept.split(':')
  if (sort === 'person') return { person: name.join(':') }
  if (sort === 'called') return { system: name[0]!, called: name.slice(1).join(':') }
  return { system: name.join(':') }
}

/** An entry as it is kept: what is common stands in columns, the rest in the body. */
export function entryRow(reference: number, { sequence, at, actor, kind, ...body }: Entry) {
  const who = 'person' in actor ? `person:${actor.person}` : whatDid(actor)
  return { reference, sequence, at, actor: who, kind, version: versionOf(kind), body }
}

/** Reads an entry back from its row. @throws UnreadableEntry when a newer release wrote it */
export function entryFromRow({ actor, ...row }: Omit<KeptEntry, 'actor'> & { actor: string }): Entry {
  return readEntry({ ...row, actor: actorIn(actor) })
}

/** Reads what can be read of a record: one entry of a newer release keeps nobody from the rest. */
export function entriesFromRows(rows: readonly Parameters<typeof entryFromRow>[0][]): {
  entries: Entry[]
  unread: UnreadableEntry[]
} {
  const [entries, unread]: [Entry[], UnreadableEntry[]] = [[], []]
  for (const row of rows)
    try {
      entries.push(entryFromRow(row))
    } catch (error) {
      if (!(error instanceof UnreadableEntry)) throw error
      unread.push(error)
    }
  return { entries, unread }
}
