import type { AssistSession } from '../assist'
import { extended, type Clock } from '../clock'
import type { WantedJob } from '../dispatch'
import type { FieldChange, FieldValues } from '../fields'
import type { Answers } from '../intake'
import { acknowledgedAs, dueKey, withRang, type Acknowledgement, type LadderRun } from '../ladder'
import type { Instant } from '../time'
import { rulesOf, said, type Because } from '../reason'
import type { TicketCounterpart } from '../partner'
import type { PartOf, PlanRun } from '../plan'
import {
  withTick,
  type Booking,
  type BookingState,
  type FieldStep,
  type StandingBooking,
  type Procedure,
  type Task,
  type TicketLink,
  type TimeRecord,
  type Timer,
} from '../work'
import { nameOfActor } from './actors'
import { fieldsAfter } from './fields'
import { afterMerger } from './merger'
import { ASSIST_ENTRIES } from './assistState'
import { COUNTERPART_ENTRIES } from './counterpartState'
import { PLAN_ENTRIES } from './planState'
import type { Rating } from './command'
import type {
  AboutEquipment,
  Actor,
  Attached,
  BeforeMove,
  Channel,
  Climb,
  DeliveryState,
  Entry,
  MessageLink,
  QueuedMessage,
  SortedField,
  SignalOrigin,
} from './entry'

export interface MessageState {
  key: string
  person: string
  state: DeliveryState
  /** While it is held: until when. */
  notBefore?: Instant
  channel?: QueuedMessage['channel']
  urgent?: true
  climb?: Climb
  after?: string
  isAboutDelivery?: true
  link?: MessageLink
}

/** A major incident: others follow it and end with it. */
export interface Major {
  since: Instant
  by: string
  endedAt?: Instant
  children: { reference: number; requesters: string[] }[]
  updates: number
  updatedAt?: Instant
}

/** A ticket that waits in Arrivals. */
export interface Held {
  since: Instant
  /** When the desk last asked the requester something, and when the requester last answered. */
  askedAt?: Instant
  answeredAt?: Instant
}

/** A ticket as its entries make it. Plain data; the texts of the conversation stay in the entries. */
export interface TicketState {
  reference: number
  sequence: number
  loggedAt: Instant
  changedAt: Instant
  edition: number
  item: string
  kind: string
  portal: string | null
  channel: Channel
  summary: string
  answers: Answers
  /** Values of the fields of its kind, by name; missing where none was ever set. */
  fields?: FieldValues
  requester: string
  organisation: string | null
  site: string | null
  cover: string | null
  agreement: number | null
  status: string
  /** Since when nobody has done what an idle timer waits for. */
  idleSince: Instant
  /** Idle timers that count from later than that, since a newer edition brought them. */
  timersSince?: Record<string, Instant>
  /** Every status it has been in, oldest first. */
  statuses: { at: Instant; status: string }[]
  category: string
  impact: string
  urgency: string
  priority: string
  queue: string
  team: string
  technician: string | null
  because: Partial<Record<SortedField, Because>>
  /** Every rule of Design that has decided something about it: `triage/where-it-goes#r2`. */
  rules?: string[]
  clocks: Clock[]
  /** Keys of alarms that have rung. */
  rang: string[]
  messages: MessageState[]
  repliedAt: Instant | null
  solvedBy: string | null
  remarks: string | null
  /** Every file that came with it. */
  attachments?: Attached[]
  /** Files of notes, which only the desk sees. */
  innerFiles?: Attached[]
  /** The desk's own: its requester neither sees nor hears of it. */
  internal?: true
  /** Set while it waits in Arrivals: no clock runs, and nobody has it. */
  held?: Held
  /** When somebody let it in; missing on one that was never held. */
  acceptedAt?: Instant
  /** A service level that a person chose; it comes before all others. */
  level?: string
  /** The task of another ticket's plan that it does. */
  partOf?: PartOf
  /** Whether it was turned away in Arrivals. */
  rejected?: true
  /** The ticket that it is handled with. */
  mergedInto?: number
  /** The fault that it is about, if a signal made it. */
  signal?: SignalOrigin & {
    /** How often it was reported, the first time included. */
    count: number
    lastAt: Instant
    clearedAt?: Instant
  }
  /** When anybody last said anything to the other side. */
  saidAt?: Instant
  /** Ladders that remember their beginning and climb. */
  ladders?: Record<string, LadderRun>
  /** Who has it, by ladder. */
  acknowledged?: Record<string, Acknowledgement>
  /** People who want to be told of it. */
  watchers?: string[]
  major?: Major
  /** The major incident that it belongs to. */
  follows?: number
  /** Requesters of tickets that were merged into this one, who are told what its own is told. */
  others?: string[]
  /** Whose timers run, since when. */
  timers?: Timer[]
  /** Since when the requester has waited for a word: from the logging, or their first word since the last reply. */
  waitingSince?: Instant
  times?: TimeRecord[]
  /** How long it will take as somebody said, in milliseconds. */
  estimate?: number
  bookings?: StandingBooking[]
  /** Work that wants somebody and a time, or has. */
  jobs?: WantedJob[]
  tasks?: Task[]
  /** Ids of the checklists that have come, whether their tasks are still there or not. */
  lists?: string[]
  /** The plans that have begun on it, the oldest first. */
  plans?: PlanRun[]
  links?: TicketLink[]
  /** Articles of Knowledge that belong to it, as they were called then. */
  articles?: { id: number; title: string }[]
  /** Procedures that are followed on it, in the order in which somebody began. */
  procedures?: Procedure[]
  equipment?: AboutEquipment
  /** Looks at the requester's machine, oldest first. */
  assists?: AssistSession[]
  /** What is exchanged of it with partner desks, oldest first. */
  counterparts?: TicketCounterpart[]
  department?: string
  /** The category that its requester picked. */
  picked?: string
  /** When its requester said that it is solved, since it was done last. */
  confirmedAt?: Instant
  /** How its requester found it. */
  rating?: Rating & { at: Instant }
  /** The move that was made last and can be taken back. */
  lastMove?: {
    sequence: number
    at: Instant
    by: string
    name: string
    move: string
    before: BeforeMove
    sent?: true
  }
}

type Of<K extends Entry['kind']> = Extract<Entry, { kind: K }>
type Apply = { [K in Entry['kind']]: (state: TicketState, entry: Of<K>) => Partial<TicketState> }

const inTargets = (entry: { targets: string[] }) => (clock: Clock) =>
  entry.targets.includes(clock.target) && clock.stoppedAt === undefined

function changeClocks(state: TicketState, which: (clock: Clock) => boolean, change: (clock: Clock) => Clock) {
  return { clocks: state.clocks.map((clock) => (which(clock) ? change(clock) : clock)) }
}

function resume(clock: Clock, at: Instant): Clock {
  return {
    ...clock,
    pauses: clock.pauses.map((pause) => (pause.to === undefined ? { ...pause, to: at } : pause)),
  }
}

/** What a fixed time is from then on. */
const STATE_AFTER: Partial<Record<FieldStep, BookingState>> = { begun: 'begun', done: 'finished' }

/** A fixed time as it was said now, with what of what has become of it before still holds. */
function standing(
  before: StandingBooking | undefined,
  { booking, actor }: { booking: Booking; actor: Actor },
): StandingBooking {
  const isSame = before?.person === booking.person
  // What was answered, and what was done, is of the time as it was, and by whoever had it.
  const isStill = isSame && (before.from === booking.from || booking.state !== 'booked')
  const isOwn = 'person' in actor && actor.person === booking.person
  const told = (isSame && before.told === true) || (booking.state === 'booked' && !isOwn)
  return {
    ...booking,
    ...(told && { told }),
    ...(isSame && before.from === booking.from && before.answer && { answer: before.answer }),
    ...(isStill && before.steps && { steps: before.steps }),
    ...(before?.report && { report: before.report }),
  }
}

function withLists(before: readonly string[], tasks: readonly Task[]): Partial<TicketState> {
  const came = [...new Set(tasks.flatMap(({ list }) => list ?? []))].filter((one) => !before.includes(one))
  return came.length ? { lists: [...before, ...came] } : {}
}

/** Whether a note is somebody's of a desk, and no machine's. */
const isInner = (actor: Actor): boolean => 'person' in actor || actor.system === 'partner'

/** The files of a ticket with those of an entry. */
function withFiles(state: TicketState, { attachments }: { attachments?: Attached[] }): Partial<TicketState> {
  return attachments?.length ? { attachments: [...(state.attachments ?? []), ...attachments] } : {}
}

/** A ticket that was sent to another status as a whole, and since when. */
function into(state: TicketState, entry: { at: Instant; status: string }) {
  const { at, status } = entry
  return { status, statuses: [...state.statuses, { at, status }] }
}

const withoutTimer = ({ timers = [] }: TicketState, person: string) =>
  timers.filter((one) => one.person !== person)

/** Somebody of the desk has said something to the requester. */
const spoken = ({ repliedAt }: TicketState, at: Instant) => ({
  saidAt: at,
  waitingSince: undefined,
  repliedAt: repliedAt ?? at,
})

const COUNTED_BEFORE: Because = { edition: 0, why: [{ is: 'countedBefore' }] }

const APPLY: Apply = {
  logged: () => ({}),
  sorted: (_, { values }) => ({
    category: values.category.value,
    impact: values.impact.value,
    urgency: values.urgency.value,
    priority: values.priority.value,
    queue: values.queue.value,
    team: values.team.value,
    technician: values.technician.value,
    because: Object.fromEntries(Object.entries(values).map(([field, { because }]) => [field, because])),
  }),
  // Nothing counted before it was let in, so whatever its kind was then left no trace in its statuses.
  accepted: (state, { at, ticketKind, status, level }) => ({
    held: undefined,
    acceptedAt: at,
    kind: ticketKind,
    status,
    statuses: [{ at: state.loggedAt, status }],
    level,
  }),
  rejected: (state, entry) => ({
    ...into(state, entry),
    held: undefined,
    rejected: true,
    remarks: entry.text,
  }),
  heldAgain: (state, entry) => ({
    ...into(state, entry),
    held: { since: entry.at },
    technician: null,
    rejected: undefined,
    acceptedAt: undefined,
    level: undefined,
    remarks: null,
  }),
  merged: (state, entry) => ({ ...into(state, entry), held: undefined, mergedInto: entry.into }),
  tookIn: (state, { requesters }) => ({
    others: [...new Set([...(state.others ?? []), ...requesters])].filter((one) => one !== state.requester),
  }),
  clocksStarted: (state, entry) => ({
    clocks: [...state.clocks, ...entry.clocks.map(({ because: _, ...clock }) => clock)],
  }),
  clocksPaused: (state, entry) =>
    changeClocks(state, inTargets(entry), (clock) => ({
      ...clock,
      pauses: [
        ...clock.pauses,
        {
          from: entry.at,
          by: nameOfActor(entry),
          why: entry.why,
          ...(entry.byHand && { byHand: true }),
        },
      ],
    })),
  clocksResumed: (state, entry) => changeClocks(state, inTargets(entry), (clock) => resume(clock, entry.at)),
  clockExtended: (state, entry) =>
    changeClocks(state, inTargets({ targets: [entry.target] }), (clock) =>
      extended(clock, entry.by, entry.at, said(entry.why), nameOfActor(entry)),
    ),
  resorted: (state, { field, value, because }) => ({
    [field]: value,
    because: { ...state.because, [field]: because },
  }),
  clockChanged: (state, { target, label, serviceLevel, granted, stopOn, pauseIn, why, moved, at }) =>
    changeClocks(state, inTargets({ targets: [target] }), (clock) => ({
      ...clock,
      label,
      serviceLevel,
      stopOn,
      pauseIn,
      grants: [...clock.grants, { at, granted, why }],
      ...(moved && {
        calendar: moved.calendar,
        edition: moved.edition,
        shift: moved.shift,
        ...(moved.carried && { carried: moved.carried }),
        ...(moved.spent !== undefined && {
          carried: { until: at, amount: moved.spent, note: moved.note ?? COUNTED_BEFORE },
        }),
      }),
    })),
  clockStopped: (state, entry) =>
    changeClocks(
      state,
      (clock) => clock.target === entry.target && clock.stoppedAt === undefined,
      (clock) => ({ ...resume(clock, entry.at), stoppedAt: entry.at, outcome: entry.outcome }),
    ),
  clockReopened: (state, entry) =>
    changeClocks(
      state,
      (clock) => clock === state.clocks.findLast((one) => one.target === entry.target),
      ({ stoppedAt, outcome: _, ...clock }) => ({
        ...clock,
        pauses: [...clock.pauses, { from: stoppedAt!, to: entry.at, by: nameOfActor(entry), why: entry.why }],
      }),
    ),
  confirmed: (_, { at }) => ({ confirmedAt: at }),
  rated: (_, { at, verdict, text }) => ({ rating: { at, verdict, text } }),
  // A ticket that was turned away or merged and is opened again is one of its own again.
  statusMoved: (state, { to, fields, at, said: told, actor }) => ({
    confirmedAt: undefined,
    ...(told !== undefined && 'person' in actor && spoken(state, at)),
    held: undefined,
    rejected: undefined,
    mergedInto: undefined,
    status: to,
    statuses: [...state.statuses, { at, status: to }],
    ...(fields.length && { fields: fieldsAfter(state.fields, fields) }),
    ...endedBy(fields),
  }),
  assigned: (state, { technician, team, because }) => ({
    technician,
    team,
    because: { ...state.because, technician: because, ...(team !== state.team && { team: because }) },
  }),
  replied: (state, { at, attachments }) => ({
    ...spoken(state, at),
    ...withFiles(state, { attachments }),
    ...(state.held && { held: { ...state.held, askedAt: at }, repliedAt: state.repliedAt }),
  }),
  // What comes with a note that a person writes, here or at a partner, is the desk's alone, and no requester gets it.
  noted: (state, entry) =>
    isInner(entry.actor) && entry.attachments?.length
      ? { innerFiles: [...(state.innerFiles ?? []), ...entry.attachments] }
      : withFiles(state, entry),
  answered: (state, entry) => ({
    saidAt: entry.at,
    waitingSince: state.waitingSince ?? entry.at,
    ...withFiles(state, entry),
    ...(state.held && { held: { ...state.held, answeredAt: entry.at } }),
  }),
  overdrawn: (state, { target }) => {
    const clock = state.clocks.find((one) => one.target === target && one.stoppedAt === undefined)
    return clock ? { rang: [...state.rang, dueKey(clock)] } : {}
  },
  rungRang: (state, { alarm }) => ({ rang: withRang(state.rang, alarm) }),
  ladderBegan: (state, { ladder, calendar, depth, at }) => ({
    ladders: { ...state.ladders, [ladder]: { startedAt: at, calendar, depth } },
  }),
  ladderEnded: ({ ladders = {} }, { ladder }) => {
    const { [ladder]: _, ...others } = ladders
    return { ladders: others }
  },
  chainStopped: () => ({}),
  acknowledged: (state, entry) => ({
    acknowledged: {
      ...state.acknowledged,
      ...Object.fromEntries(
        entry.ladders.map(({ ladder, run }) => [
          acknowledgedAs(ladder, run),
          { run, by: nameOfActor(entry), at: entry.at },
        ]),
      ),
    },
    messages: state.messages.map((one) =>
      one.key === entry.message ? { ...one, state: 'acknowledged' as const } : one,
    ),
  }),
  watched: ({ watchers = [] }, { person, on }) => ({
    watchers: on ? [...watchers, person] : watchers.filter((one) => one !== person),
  }),
  causeSuspected: () => ({}),
  majorDeclared: (state, entry) => ({
    major: {
      since: entry.at,
      by: nameOfActor(entry),
      children: state.major?.children ?? [],
      updates: 0,
    },
  }),
  gathered: ({ major }, { child, requesters }) => ({
    ...(major && {
      major: { ...major, children: [...major.children, { reference: child, requesters }] },
    }),
  }),
  followed: (_, { major }) => ({ follows: major }),
  majorHeard: (state, { at, actor }) => ('person' in actor ? spoken(state, at) : {}),
  majorUpdated: (state, { at, actor }) => ({
    ...('person' in actor && spoken(state, at)),
    ...(state.major && { major: { ...state.major, updates: state.major.updates + 1, updatedAt: at } }),
  }),
  timerStarted: ({ timers = [] }, { person, since, at }) => ({
    timers: [...timers, { person, since: since ?? at }],
  }),
  timerDropped: (state, { person }) => ({ timers: withoutTimer(state, person) }),
  timeRecorded: (state, { record, timer }) => ({
    times: [...(state.times ?? []), record],
    ...(timer && { timers: withoutTimer(state, record.person) }),
  }),
  timeDropped: ({ times = [] }, { id }) => ({ times: times.filter((one) => one.id !== id) }),
  articleAttached: ({ articles = [] }, { article, title }) => ({
    articles: [...articles.filter((one) => one.id !== article), { id: article, title }],
  }),
  procedureBegun: ({ procedures = [] }, { article, title, steps }) => ({
    procedures: [...procedures, { article, title, steps }],
  }),
  stepTicked: ({ procedures = [] }, entry) => ({
    procedures: procedures.map((one) =>
      one.article === entry.article ? withTick(one, { ...entry, by: nameOfActor(entry) }) : one,
    ),
  }),
  procedureLeft: ({ procedures = [] }, { article }) => ({
    procedures: procedures.filter((one) => one.article !== article),
  }),
  articleMissed: () => ({}),
  articleDetached: ({ articles = [] }, { article }) => ({
    articles: articles.filter((one) => one.id !== article),
  }),
  retitled: (_, { summary }) => ({ summary }),
  estimated: (_, { takes }) => ({ estimate: takes ?? undefined }),
  booked: ({ bookings = [] }, entry) => ({ bookings: [...bookings, standing(undefined, entry)] }),
  bookingChanged: ({ bookings = [] }, entry) => ({
    bookings: bookings.map((one) => (one.id === entry.booking.id ? standing(one, entry) : one)),
  }),
  fieldStep: ({ bookings = [] }, { booking, step, when }) => ({
    bookings: bookings.map((one) =>
      one.id === booking
        ? { ...one, state: STATE_AFTER[step] ?? one.state, steps: { ...one.steps, [step]: when } }
        : one,
    ),
  }),
  visitReported: ({ bookings = [], innerFiles = [] }, { booking, report, attachments, actor, at }) => ({
    bookings: bookings.map((one) =>
      one.id === booking
        ? { ...one, report: { ...report, at, by: 'person' in actor ? actor.person : '' } }
        : one,
    ),
    ...(attachments.length && { innerFiles: [...innerFiles, ...attachments] }),
  }),
  bookingAnswered: ({ bookings = [] }, { booking, answer }) => ({
    bookings: bookings.map((one) => (one.id === booking ? { ...one, answer } : one)),
  }),
  jobWanted: ({ jobs = [] }, { job }) => ({ jobs: [...jobs, job] }),
  jobChanged: ({ jobs = [] }, { job }) => ({ jobs: jobs.map((one) => (one.id === job.id ? job : one)) }),
  tasksAdded: ({ tasks = [], lists = [] }, entry) => ({
    tasks: [...tasks, ...entry.tasks],
    ...withLists(lists, entry.tasks),
  }),
  taskChanged: ({ tasks = [], innerFiles = [] }, { task, attachments = [] }) => ({
    tasks: tasks.map((one) => (one.id === task.id ? task : one)),
    ...(attachments.length && { innerFiles: [...innerFiles, ...attachments] }),
  }),
  tasksOrdered: ({ tasks = [] }, { order }) => ({
    tasks: [...tasks].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id)),
  }),
  taskLate: ({ rang }, { alarm }) => ({ rang: [...rang, alarm] }),
  taskDropped: ({ tasks = [] }, { id }) => ({ tasks: tasks.filter((one) => one.id !== id) }),
  ...PLAN_ENTRIES,
  ...ASSIST_ENTRIES,
  ...COUNTERPART_ENTRIES,
  linked: ({ links = [] }, { to, as }) => ({ links: [...links, { reference: to, as }] }),
  unlinked: ({ links = [] }, { to, as }) => ({
    links: links.filter((one) => one.reference !== to || one.as !== as),
  }),
  moveMade: (_, { sequence, at, actor, name, move, before, sent }) => ({
    lastMove: {
      ...{ sequence, at, name, move, before },
      by: 'person' in actor ? actor.person : '',
      ...(sent && { sent }),
    },
  }),
  moveTakenBack: () => ({ lastMove: undefined }),
  majorEnded: (state, { at, actor }) => ({
    ...('person' in actor && spoken(state, at)),
    ...(state.major && { major: { ...state.major, endedAt: at } }),
  }),
  signalRepeated: ({ signal }, { count, text, at }) => ({
    ...(signal && {
      signal: { ...signal, text, count: signal.count + count, lastAt: at, clearedAt: undefined },
    }),
  }),
  signalCleared: ({ signal }, { at }) => ({ ...(signal && { signal: { ...signal, clearedAt: at } }) }),
  calmRang: (state, { alarm }) => ({ rang: [...state.rang, alarm] }),
  bookingMissed: (state, { alarm }) => ({ rang: [...state.rang, alarm] }),
  idleRang: (state, { alarm }) => ({ rang: [...state.rang, alarm] }),
  editionAdopted: (state, { to, hours, timers, at }) => ({
    edition: to,
    ...(timers?.length && {
      timersSince: { ...state.timersSince, ...Object.fromEntries(timers.map((one) => [one, at])) },
    }),
    ...changeClocks(state, inTargets({ targets: hours }), (clock) => ({ ...clock, edition: to })),
  }),
  rungsPassed: (state, { alarms }) => ({ rang: [...state.rang, ...alarms] }),
  thingMerged: (state, entry) => afterMerger(state, entry),
  fieldsSet: (state, { changes }) => ({ fields: fieldsAfter(state.fields, changes), ...endedBy(changes) }),
  messagesQueued: (state, { messages }) => ({
    messages: [
      ...state.messages,
      ...messages.map(
        ({ key, person, channel, urgent, climb, after, isAboutDelivery, notBefore, link }): MessageState => ({
          key,
          person,
          ...(notBefore === undefined ? { state: 'queued' } : { state: 'held', notBefore }),
          ...(channel && { channel }),
          ...(urgent && { urgent }),
          ...(climb && { climb }),
          ...(after !== undefined && { after }),
          ...(isAboutDelivery && { isAboutDelivery }),
          ...(link && { link }),
        }),
      ),
    ],
  }),
  // What was acknowledged stays so, whatever is heard of its delivery afterwards.
  messageDelivery: (state, { key, state: delivery }) => ({
    messages: state.messages.map((one) => {
      if (one.key !== key || one.state === 'acknowledged') return one
      const { notBefore: _, ...message } = one
      return { ...message, state: delivery }
    }),
  }),
}

/** What stands at the head of a ticket that is done: who solved it, and what was done. */
const endedBy = (changes: readonly FieldChange[]): Partial<Pick<TicketState, 'solvedBy' | 'remarks'>> =>
  Object.fromEntries(
    changes.flatMap(({ field, after }) =>
      field === 'solvedBy' || field === 'remarks' ? [[field, after === null ? null : String(after)]] : [],
    ),
  )

function first(entry: Of<'logged'>): TicketState {
  return {
    reference: entry.reference,
    sequence: 0,
    loggedAt: entry.at,
    changedAt: entry.at,
    edition: entry.edition,
    item: entry.item,
    kind: entry.ticketKind,
    portal: entry.portal,
    channel: entry.channel,
    summary: entry.summary,
    answers: entry.answers,
    requester: entry.requester,
    organisation: entry.organisation,
    site: entry.site,
    cover: entry.cover,
    agreement: entry.agreement,
    status: entry.status,
    idleSince: entry.at,
    waitingSince: entry.at,
    statuses: [{ at: entry.at, status: entry.status }],
    category: '',
    impact: '',
    urgency: '',
    priority: '',
    queue: '',
    team: '',
    technician: null,
    because: {},
    clocks: [],
    rang: [],
    messages: [],
    repliedAt: null,
    solvedBy: null,
    remarks: null,
    ...(entry.held && { held: { since: entry.at } }),
    ...(entry.internal && { internal: true as const }),
    ...(entry.attachments?.length && { attachments: entry.attachments }),
    ...(entry.signal && { signal: { ...entry.signal, count: 1, lastAt: entry.at } }),
    ...(entry.equipment && { equipment: entry.equipment }),
    ...(entry.department && { department: entry.department }),
    ...(entry.picked && { picked: entry.picked }),
  }
}

/** What ends a stretch in which nothing happens, whoever caused it: another status, a word of either side. */
const ENDS_IDLENESS = new Set<Entry['kind']>([
  'partnerHeard',
  'statusMoved',
  'replied',
  'answered',
  'accepted',
  'rejected',
  'heldAgain',
  'merged',
])

/** Whether an entry ends it. What the desk does by itself (a rung's note, a delivery, an edition) is no work on it. */
function endsIdleness(entry: Entry): boolean {
  if (entry.kind === 'noted') return 'person' in entry.actor
  // Records of older releases let every timer count anew.
  if (entry.kind === 'editionAdopted') return entry.timers === undefined
  return ENDS_IDLENESS.has(entry.kind)
}

/** The rules of Design that decided what an entry says, as addresses: `triage/where-it-goes#r2`. */
function rulesIn(entry: Entry): string[] {
  if (entry.kind === 'rungRang') return [`ladders/${entry.ladder}#${entry.rung}`]
  return becausesOf(entry).flatMap(rulesOf)
}

function becausesOf(entry: Entry): Because[] {
  if (entry.kind === 'sorted') return Object.values(entry.values).map((one) => one.because)
  if (entry.kind === 'clocksStarted') return entry.clocks.map((one) => one.because)
  return 'because' in entry && entry.because ? [entry.because] : []
}

function withRules({ rules = [] }: TicketState, entry: Entry): Pick<TicketState, 'rules'> {
  const fresh = new Set(rulesIn(entry).filter((one) => !rules.includes(one)))
  // In an order of their own: entries come back from where they are kept with their fields in another.
  return fresh.size ? { rules: [...rules, ...fresh].sort() } : {}
}

/**
 * The state after one more entry.
 * @throws Error when the entry is not the next one of the record
 */
export function evolve(state: TicketState | undefined, entry: Entry): TicketState {
  if (!state && entry.kind !== 'logged') throw new Error('a record begins with the entry “logged”')
  const before = state ?? first(entry as Of<'logged'>)
  if (entry.sequence !== before.sequence + 1)
    throw new Error(`entry ${entry.sequence} does not follow entry ${before.sequence}`)
  const apply = APPLY[entry.kind] as (state: TicketState, entry: Entry) => Partial<TicketState>
  const idleSince = endsIdleness(entry) ? entry.at : before.idleSince
  const decided = withRules(before, entry)
  return {
    ...before,
    ...apply(before, entry),
    ...decided,
    idleSince,
    sequence: entry.sequence,
    changedAt: entry.at,
  }
}

/**
 * Rebuilds a ticket from its whole record.
 * @throws Error when the record is empty or has a gap
 */
export function rebuild(entries: readonly Entry[]): TicketState {
  const state = entries.reduce<TicketState | undefined>(evolve, undefined)
  if (!state) throw new Error('a record without entries')
  return state
}
