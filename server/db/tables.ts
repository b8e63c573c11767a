import type { Language } from '../../core/words'
import type { ColumnType, Generated, JSONColumnType } from 'kysely'
import type { MachineFacts, StandInMachine } from '../../core/assist'
import type { Clock } from '../../core/clock'
import type { Design, SkillGrade } from '../../core/design'
import type { JobStanding } from '../../core/dispatch'
import type { Reach } from '../../core/rights'
import type { LineReport, ListName, Values } from '../../core/directory'
import type { Preferences } from '../../core/notification'
import type { FieldValues } from '../../core/fields'
import type { Answers } from '../../core/intake'
import type {
  AboutEquipment,
  Attached,
  Climb,
  DeliveryState,
  Merger,
  MessageLink,
  Invite,
  QueuedMessage,
  TicketState,
} from '../../core/ticket'
import type { Because } from '../../core/reason'
import type { BookingAnswer } from '../../core/work'
import type { Condition } from '../../core/condition'
import type { Offer } from '../../core/partner'
import type { Calendar } from '../../core/time'

/** A column that the database fills in when it is left out. */
type Filled<T> = ColumnType<T, T | undefined, T>
type Json<T extends object> = JSONColumnType<T, string, string>

/** A ticket that cannot follow an edition. */
export interface LeftOut {
  reference: number
  why: string
}

/**
 * What became of a signal: a ticket, one more of an open ticket, the end of a fault; or nothing, since its type is not
 * known, the map has a hole, the map passes it over, or nothing was broken.
 */
export type SignalOutcome = 'ticket' | 'joined' | 'cleared' | 'unknown' | 'hole' | 'passedOver' | 'calm'

/** Facts of a ticket beside its columns. Instants are epoch milliseconds. */
export interface TicketFacts {
  answers: Answers
  /** Values of the fields of its kind. */
  fields?: FieldValues
  impact: string
  urgency: string
  agreement: number | null
  statusBefore: string | null
  statusSince: number
  saidAt: number
  signals: number
  major: boolean
  desk?: string
  department?: string
  equipment?: AboutEquipment
}

/** What of a ticket's state is kept in one piece. */
export type KeptState = Omit<TicketState, 'because'>

/** How a backlog stands that a partner is asked to take. */
export type BacklogState = 'running' | 'stopped' | 'finished'

export type ListFileState = 'waiting' | 'looking' | 'looked' | 'taking' | 'taken' | 'failed' | 'calledOff'

/** What a file of a list would do, or did. */
export interface ListFileSummary {
  counts: Record<LineReport['outcome'], number>
  /** Words that are made with it, such as skills, by name. */
  makes: { list: ListName; name: string }[]
}

/** What tickets are brought to: two things that are one, or other hours of where they are from. */
export type Sweeping =
  | ({
      kind: 'followMerger'
      /** The edition that named what went, and the next, which is the same but for that. */
      editions?: { before: number; after: number }
    } & Omit<Merger, 'answers' | 'fields'>)
  | { kind: 'fit' }

/** What every list of the directory has. */
export interface Listed {
  id: string
  name: string
  remarks: OrNull<string>
  /** False of what is put away. */
  active: Filled<boolean>
  /** Counts its changes, so that whoever changes an older one is told. */
  version: Filled<number>
  /** The id, or the number, of what it is one with. */
  merged_into: OrNull<string>
}

export type OrNull<T> = ColumnType<T | null, T | null | undefined, T | null>
/** JSON that the database fills in when it is left out. */
export type FilledJson<T extends object> = ColumnType<T, string | undefined, string>

export interface Tables {
  setting: { key: string; value: Json<object> }
  organisation: Listed & {
    departments: Filled<string[]>
    contact: OrNull<string>
    phone: OrNull<string>
    mail: OrNull<string>
    cover: OrNull<string>
    priority: OrNull<string>
  }
  site: Listed & {
    zone: string
    organisation: string
    calendar: string
    priority: OrNull<string>
    address: OrNull<string>
    phone: OrNull<string>
    manager: OrNull<string>
    /** Minutes to other sites, by their ids. */
    ways: FilledJson<Record<string, number>>
  }
  person: {
    id: string
    name: string
    mail: string
    role: string
    active: Filled<boolean>
    zone: string
    organisation: string | null
    site: string | null
    priority: string | null
    teams: Filled<string[]>
    shift: ColumnType<Calendar | null, string | null, string | null>
    department: ColumnType<string | null, string | null | undefined, string | null>
    phone: OrNull<string>
    manager: OrNull<string>
    identifier: OrNull<string>
    remarks: OrNull<string>
    merged_into: OrNull<string>
    version: Filled<number>
    skills: Filled<string[]>
    grades: FilledJson<Record<string, SkillGrade>>
    capacity: ColumnType<number | null, number | null | undefined, number | null>
    daily: ColumnType<number | null, number | null | undefined, number | null>
    notify: ColumnType<Preferences | null, string | null | undefined, string | null>
    password_hash: string | null
  }
  team: Listed & { lead: OrNull<string>; site: OrNull<string>; desks: Filled<string[]> }
  queue: Listed & { team: OrNull<string>; seen_by: Filled<string[]> }
  role: Listed & { rights: Filled<string[]>; reach: Filled<Reach> }
  desk: Listed & { leads: Filled<string[]> }
  skill: Listed
  cover: Listed
  agreement_type: Listed
  equipment_type: Listed & { fields: Filled<string[]> }
  /** Who changed what of the directory; only ever appended. */
  directory_change: {
    id: Generated<number>
    at: number
    /** Null of what the desk does by itself. */
    by: string | null
    way: 'hand' | 'file' | 'program' | 'setup'
    list: string
    thing: string
    /** What it was called then. */
    name: string
    deed: 'made' | 'changed' | 'putAway' | 'takenBack' | 'merged'
    /** Only what was different, field by field. */
    before: Json<Values>
    after: Json<Values>
  }
  agreement: {
    number: number
    organisation: string
    cover: string
    starts: number
    ends: number
    /** Calendar of the design whose hours were bought. */
    calendar: string | null
    type: string | null
    contact: string | null
    phone: string | null
    mail: string | null
    address: string | null
    /** A decimal number, which the driver gives as text. */
    amount: ColumnType<string | null, number | string | null | undefined, number | string | null>
    remarks: string | null
    priority: ColumnType<string | null, string | null | undefined, string | null>
    active: Filled<boolean>
    merged_into: OrNull<string>
    version: Filled<number>
  }
  equipment: {
    number: Generated<number>
    name: string
    maker: string | null
    model: string | null
    serial: string | null
    organisation: string
    site: string | null
    agreement: number | null
    warranty_until: number | null
    remarks: string | null
    type: OrNull<string>
    used_by: OrNull<string>
    parts: Filled<string[]>
    /** Values of the fields of its type, by their names. */
    extra: FilledJson<Record<string, string>>
    state: OrNull<string>
    active: Filled<boolean>
    merged_into: OrNull<string>
    version: Filled<number>
  }
  repair: {
    id: Generated<number>
    equipment: number
    shop: string
    sent_at: number
    sent_by: string
    expected_at: number | null
    reference: number | null
    back_at: number | null
    remarks: string | null
    cost: OrNull<number | string>
  }
  /** What monitors have reported, each signal once. */
  signal: {
    source: string
    id: string
    type: string
    subject: string | null
    text: string
    at: number
    received_at: number
    kind: string | null
    cover: string | null
    outcome: SignalOutcome
    reference: number | null
  }
  /** The last ticket of a fault; locked while a signal of it is taken. */
  signal_fault: { fault: string; reference: number | null }
  /** Open tickets that follow a newer edition, a batch at a time. */
  adoption: {
    edition: number
    asked_by: string
    asked_at: number
    state: 'running' | 'finished' | 'calledOff'
    /** How many of the lanes in which tickets follow are not at their end yet. */
    lanes_left: number
    total: number
    done: number
    /** How many cannot follow; the first of them with why. */
    left_behind: Filled<number>
    left_out: ColumnType<LeftOut[], string | undefined, string>
    ended_at: number | null
  }
  /** Tickets that are brought to what the directory says now, a batch at a time. */
  sweep: {
    id: Generated<number>
    about: Json<Sweeping>
    /** The thing of the directory that they name. */
    list: string
    thing: string
    asked_by: string | null
    asked_at: number
    state: 'running' | 'finished'
    /** How many named it when it began, once they are counted, and how many of those are done. */
    total: number
    done: Filled<number>
    /** Up to which reference all are looked at, of which last one. */
    looked_at: Filled<number>
    until: number
    ended_at: OrNull<number>
  }
  /** Files of lists of the directory, until a day after they were sent. */
  list_file: {
    id: string
    list: string
    name: string
    as: 'csv' | 'xlsx'
    content: Buffer
    /** By what right it was sent. */
    by: Json<{ way: Tables['directory_change']['way'] }>
    person: string
    state: ListFileState
    /** Lines that are looked at or taken in, of so many. */
    done: Filled<number>
    total: Filled<number>
    /** Why it could not be read. */
    problem: OrNull<string>
    summary: ColumnType<ListFileSummary | null, string | null | undefined, string | null>
    /** What becomes of each line; read only where it is asked for. */
    lines: ColumnType<LineReport[] | null, string | null | undefined, string | null>
    sent_at: Filled<Date>
  }
  edition: {
    number: number
    document: Json<Design>
    note: string
    published_by: string | null
    published_at: number
  }
  draft: { id: number; document: Json<Design>; version: number; based_on: number }
  draft_change: {
    id: Generated<number>
    version: number
    list: string
    thing: string
    person: string
    at: number
  }
  ticket: {
    reference: number
    /** Its state, but for what stands in `because`. */
    state: Json<KeptState>
    /** Why it is sorted as it is: as large as the rest, and read and written far less often. */
    because: ColumnType<TicketState['because'] | null, string | null | undefined, string | null>
    sequence: number
    edition: number
    summary: string
    kind: string
    item: string
    status: string
    status_group: string
    category: string
    priority: string
    priority_order: number
    queue: string
    team: string
    technician: string | null
    requester: string
    organisation: string | null
    site: string | null
    /** Whether it waits in Arrivals. */
    held: Filled<boolean>
    logged_at: number
    changed_at: number
    due_at: number | null
    /** When the first of its alarms is due. */
    alarm_at: ColumnType<number | null, number | null | undefined, number | null>
    /** Whose timers run on it. */
    timers: Filled<string[]>
    /** Milliseconds, where somebody has said how long it takes. */
    estimate: ColumnType<number | null, number | null | undefined, number | null>
    portal: ColumnType<string | null, string | null | undefined, string | null>
    channel: Filled<string>
    cover: ColumnType<string | null, string | null | undefined, string | null>
    tasks_open: Filled<number>
    /** Since when the requester has waited for a word of the desk; null while it waits for none. */
    waiting_since: ColumnType<number | null, number | null | undefined, number | null>
    /** What lists are limited by and no other column holds; small, so that it is read without the whole state. */
    facts: ColumnType<TicketFacts, string | undefined, string>
    /** Every rule of Design that has decided something about it: `triage/where-it-goes#r2`. */
    rules: Filled<string[]>
  }
  booking: {
    reference: number
    id: number
    person: string
    starts: number
    ends: number
    what: string
    state: string
    /** What whoever has it answered to the invitation; empty where nothing yet. */
    answer: BookingAnswer | ''
    /** When whoever has it said that they are on the way; nothing before, and once they have begun. */
    set_out: number | null
  }
  /** What a device of somebody has brought of their work, so that nothing is done twice. */
  field_deed: { person: string; key: string; at: number }
  /** Assist sessions that were offered: the code of whoever sits at the machine, and where the service has it. */
  assist_session: { key: string; reference: number; id: number; code: string; guest_link: string }
  /** What was said in them; nobody is whoever sits at the machine. */
  assist_line: { key: string; line: number; person: string | null; text: string; at: number }
  /** What the service has said, so that nothing is heard twice. */
  assist_heard: { id: string; at: number }
  /** What a piece of equipment said of itself when somebody took it over last. */
  machine_seen: {
    equipment: string
    at: number
    facts: JSONColumnType<MachineFacts>
    reference: number
  }
  /** Machines of the stand-in: what they are like, and where their desk hears of them. */
  standin_machine: {
    key: string
    guest: string
    state: JSONColumnType<StandInMachine>
    events: string
    version: Filled<number>
  }
  /** Desks that tickets are exchanged with. Times in epoch milliseconds. */
  partner: {
    id: string
    /** Known to both sides. */
    pairing: string
    name: string
    /** Where it is reached, without a slash at its end. */
    address: string
    /** What we sign with, and what we shall once they know it. */
    own_key: string
    next_key: OrNull<string>
    their_key: string
    their_key_before: OrNull<string>
    /** When our key was changed last, and theirs. */
    renewed_at: number
    their_renewed_at: number
    offer: ColumnType<Offer | null, string | null | undefined, string | null>
    paired_at: number
    /** Nobody here where they typed our code. */
    paired_by: OrNull<string>
    ended_at: OrNull<number>
    /** Nobody here where they ended it. */
    ended_by: OrNull<string>
    /** When they said something last. */
    heard_at: OrNull<number>
    unreachable_since: OrNull<number>
    unreachable_why: OrNull<string>
  }
  /** Codes that wait for a partner to type them; each is used once. */
  partner_code: { code: string; until: number; made_by: string }
  /** What is told to partners, in the order in which it is told. */
  partner_outbox: {
    id: Generated<number>
    partner: string
    /** By which a repeat is recognised. */
    key: string
    type: string
    /** The ticket that it is about, and which of its exchanges. */
    reference: OrNull<number>
    counterpart: OrNull<number>
    data: Json<object>
    at: number
    gone_at: OrNull<number>
    answer: ColumnType<object | null, string | null | undefined, string | null>
  }
  /** What partners have said, so that nothing is taken twice. */
  partner_heard: {
    partner: string
    key: string
    at: number
    /** What was answered, which is said again to whoever says it again. */
    answer: ColumnType<object | null, string | null | undefined, string | null>
  }
  /** Files that partners tell in parts, before the words that name them. */
  partner_file: {
    partner: string
    hash: string
    size: number
    /** So many bytes of it are there. */
    has: Filled<number>
    begun_at: number
    /** The attachment that it is, once a word has named it; its parts are gone then. */
    kept_as: Filled<string | null>
  }
  partner_file_part: { partner: string; hash: string; from: number; content: Buffer }
  /** What is exchanged of tickets with partners: as their tickets say. */
  partner_ticket: {
    reference: number
    id: number
    partner: string
    begun: string
    link: string
    stands: string
    /** The number of the ticket there. */
    there: number | null
    /** How much of what both sides changed nobody has decided. */
    open: number
    asked_at: number
    heard_at: number | null
  }
  /** Open tickets that a partner is asked to take all at once, in the order of their numbers. */
  partner_backlog: {
    id: Generated<number>
    partner: string
    which: Json<Condition>
    person: string
    at: number
    state: BacklogState
    /** The last number it is about, and the one that was looked at last. */
    until: number
    after: Filled<number>
    total: number
    asked: Filled<number>
    left_behind: Filled<number>
    left_out: FilledJson<LeftOut[]>
    /** Why it went no further by itself. */
    why: OrNull<string>
    ended_at: OrNull<number>
  }
  /** Addresses at which people's fixed times are read; the newest of each holds. */
  calendar_feed: { person: string; made: number; ended: Filled<boolean> }
  /** Jobs that want somebody and a time, or have: as their tickets say. */
  job: {
    reference: number
    id: number
    what: string
    takes: number
    skill: string | null
    site: string | null
    earliest: number | null
    latest: number | null
    meets: string
    standing: JobStanding
    /** The fixed time by which it is placed. */
    booking: number | null
    untold: boolean
    insisted: string
    /** Whether its requester is told of it, and what they know. */
    visit: boolean
    heard: '' | 'told' | 'suits' | 'suitsNot'
    /** The first of the jobs that repeat with it. */
    series: number | null
  }
  time_record: {
    reference: number
    id: number
    person: string
    starts: number
    ends: number
    /** Milliseconds, rounded. */
    counted: number
    what: string
  }
  /** A plan under way on a ticket, or that was. */
  plan_run: {
    reference: number
    run: number
    plan: string
    name: string
    edition: number
    /** The stages at which it stands: those that are open, or the next to open; none while it rests. */
    stages: string[]
    tasks: number
    settled: number
    began_at: number
    /** When the first of what is open in it is due. */
    due_at: number | null
    ended_at: number | null
    how: string | null
  }
  /** What there is to do in plans now, by whom: a person, or, where that is empty, any of a team. */
  plan_task: {
    reference: number
    run: number
    task: string
    person: string
    team: string
    kind: string
    text: string
    required: boolean
    opened_at: number
    due_at: number | null
  }
  /** What is to do on tickets one by one, done or not. */
  ticket_task: {
    reference: number
    task: string
    /** Id of the checklist that it came with; empty of one that was typed. */
    list: string
    /** By what it is counted there. */
    counted: string
    text: string
    person: string
    team: string
    required: boolean
    came_at: number
    due_at: number | null
    done_at: number | null
    left_at: number | null
  }
  /** Checklists that were kept from tickets. */
  kept_checklist: {
    id: Generated<number>
    name: string
    team: string | null
    tasks: Json<object>
    kept_by: string
    kept_at: number
  }
  ticket_words: {
    reference: number
    title: string
    body: string
    /** Whether the ticket is not done, so that those are searched without all the others. */
    is_open: boolean
    words: ColumnType<string, never, never>
  }
  /** What of a ticket is compared with others: the terms of what was said as it was logged, by their codes. */
  ticket_likeness: {
    reference: number
    summary: number[]
    said: number[]
    item: string | null
    site: string | null
    requester: string | null
    machine: string | null
    logged_at: number
    is_open: boolean
    /** Whether it was merged into another, or turned away: it is like nothing that is shown. */
    is_out: boolean
    /** The tickets that people have called the same: duplicates, causes, those that they were merged into. */
    same: Filled<number[]>
  }
  /** In how many tickets a term stands; those of one are left out. */
  term_count: { term: number; tickets: number }
  /** When terms were last counted, in how many tickets of how many. */
  term_counting: { id: number; counted_at: number; tickets: number; all_tickets: number }
  /** New tickets that are not compared with others yet. */
  likeness_due: { reference: number; tries: Filled<number>; after: Filled<Date> }
  /** So many tickets of a sort that they may have one cause; `cause` says whether somebody found that they have. */
  suspicion: {
    id: Generated<number>
    ticket: number
    /** Of what the first of them says: others that say the very same are known by it. */
    print: string
    words: string[]
    began_at: number
    last_at: number
    count: number
    /** In which time they were counted, in milliseconds. */
    span: number
    usual: number
    chance: number
    settled_at: number | null
    settled_by: string | null
    cause: boolean | null
  }
  suspected: { reference: number; suspicion: number }
  /** The words of all tickets, for those that are typed with an error. */
  search_word: { word: string }
  /** Tickets whose words are not as they are yet. */
  search_behind: { reference: number }
  saved_view: {
    id: Generated<number>
    person: string
    name: string
    shared: Filled<boolean>
    definition: Json<object>
    changed_at: number
  }
  /** What somebody keeps at hand at a portal, to ask for it again. */
  at_hand: { person: string; portal: string; item: string; at: number }
  /** What files of designs from a desk elsewhere name, and what that is here; null where it was left out. */
  design_match: { source: string; what: string; theirs: string; ours: string | null; at: number }
  /** The view in which somebody's Desk opens. */
  default_view: { person: string; view: number | null }
  entry: {
    reference: number
    sequence: number
    at: number
    actor: string
    kind: string
    /** The version of its kind in which the body is written. */
    version: Filled<number>
    body: Json<object>
  }
  clock: {
    reference: number
    target: string
    started_at: number
    /** The hours in which it counts: a calendar of an edition, with somebody's shifts laid over it. */
    calendar: string
    edition: number
    shift: Clock['shift'] | null
    granted: number
    paused: boolean
    /** Milliseconds left at a moment since which it has run without a break, or rested: any later balance follows. */
    balance: number
    balance_at: number
    due_at: number | null
    stopped_at: number | null
    outcome: string | null
  }
  outbox: {
    key: string
    reference: number
    person: string
    address: string
    sender: string
    template: string
    subject: string
    body: string
    /** What of the body somebody wrote with emphasis, lists or links, in Markdown. */
    written: ColumnType<string | null, string | null | undefined, string | null>
    /** What it brings to a calendar. */
    invite: ColumnType<Invite | null, string | null | undefined, string | null>
    state: Filled<DeliveryState>
    attempts: Filled<number>
    detail: Filled<string>
    queued_at: number
    channel: Filled<NonNullable<QueuedMessage['channel']>>
    urgent: Filled<boolean>
    not_before: ColumnType<number | null, number | null | undefined, number | null>
    /** Why it waits, or goes another way than the first. */
    why: ColumnType<Because | null, string | null | undefined, string | null>
    after: ColumnType<string | null, string | null | undefined, string | null>
    climb: ColumnType<Climb | null, string | null | undefined, string | null>
    link: ColumnType<MessageLink | null, string | null | undefined, string | null>
    /** Place of the entry that queued it. */
    sequence: Filled<number>
    sent_at: ColumnType<number | null, number | null | undefined, number | null>
    delivered_at: ColumnType<number | null, number | null | undefined, number | null>
    acknowledged_at: ColumnType<number | null, number | null | undefined, number | null>
    acknowledged_by: ColumnType<string | null, string | null | undefined, string | null>
    seen_at: ColumnType<number | null, number | null | undefined, number | null>
  }
  /** Messages to one person that went as one mail, or are about to. */
  digest: {
    id: string
    person: string
    keys: string[]
    begun_at: number
    ended_at: ColumnType<number | null, number | null | undefined, number | null>
  }
  /** Who has a rota instead of whose turn it is. */
  rota_override: {
    id: Generated<number>
    rota: string
    starts: number
    ends: number
    person: string | null
    why: string
    made_by: string
    made_at: number
  }
  /** What calls to other systems are signed with; for a day after a change with both. */
  webhook_secret: { webhook: string; secret: string; previous: string | null; rotated_at: Filled<Date> }
  /** What the stand-ins of chat, text messages, pagers and other systems have got, each message once. */
  standin_message: {
    id: Generated<number>
    channel: string
    key: string
    recipient: string
    text: string
    link: string | null
    headers: ColumnType<Record<string, string> | null, string | null | undefined, string | null>
    /** How often it came. */
    times: Filled<number>
    outcome: string
    received_at: number
  }
  /** What the stand-in of an account service has made, each once however often it was asked for. */
  standin_account: {
    key: string
    number: Generated<number>
    name: string
    for_whom: string
    made_at: number
    /** How often it was asked for. */
    times: Filled<number>
  }
  session: {
    token_hash: string
    person: string
    portal: string | null
    inactivity_minutes: number
    signed_in_at: Filled<Date>
    seen_at: Filled<Date>
    id: Generated<number>
    /** What the browser says that it is. */
    machine: OrNull<string>
  }
  api_token: {
    token_hash: string
    person: string
    created_at: Filled<Date>
    id: Generated<number>
    name: Filled<string>
    /** When it ends; never if null. */
    ends_at: OrNull<Date>
    /** When it was last used, to the hour. */
    used_at: OrNull<Date>
  }
  /** Links by which somebody chooses a password; each holds once. */
  access_link: {
    id: string
    person: string
    purpose: 'invitation' | 'reset'
    made_by: OrNull<string>
    made_at: Filled<Date>
    ends_at: Date
    used_at: OrNull<Date>
  }
  sign_in_attempt: {
    id: Filled<string>
    identifier: string
    address: string
    device: string | null
    at: Filled<Date>
  }
  /** Machines that somebody has signed in from, by what they were given then. */
  device: { token_hash: string; person: string; seen_at: Filled<Date> }
  request_key: { person: string; key: string; body_hash: string; reference: number; at: Filled<Date> }
  standin_mail: {
    id: Generated<number>
    received_at: number
    message_id: string | null
    sender: string
    recipient: string
    subject: string
    text: string
    raw: Buffer
  }
  /** A file that somebody sent; until a ticket names it, it is not kept for long. */
  attachment: {
    id: string
    person: string | null
    name: string
    type: string
    size: number
    content: Buffer
    /** SHA-256 of its content, in hexadecimal: made by the database. */
    hash: ColumnType<string, never, never>
    kept: Filled<boolean>
    added_at: Filled<Date>
  }
  article: {
    id: Generated<number>
    title: string
    /** In Markdown. */
    body: string
    keywords: string
    audience: 'requesters' | 'desk' | 'team'
    /** The team that reads it, where only one does. */
    team: Filled<string | null>
    /** The portals that show it; all when empty. */
    portals: string[]
    /** Ids of the categories, items and types of equipment for whose tickets it is offered before others. */
    categories: Filled<string[]>
    items: Filled<string[]>
    equipment_types: Filled<string[]>
    /** Kinds of signals of monitors. */
    signals: Filled<string[]>
    /** Read by those only who write articles. */
    draft: Filled<boolean>
    /** Who sees to it that it stays true, and when they look at it again. */
    owner: Filled<string | null>
    review_at: Filled<number | null>
    /** Who was told last that its day has come, and which day. */
    review_told: Filled<string | null>
    /** From 1, one more with each change of its words. */
    version: Filled<number>
    /** The language in which it is written. */
    language: Filled<Language>
    /** The files that it shows or offers. */
    files: ColumnType<Attached[], string | undefined, string>
    changed_at: number
    changed_by: string
    removed: Filled<boolean>
    search: ColumnType<string, never, never>
  }
  /** What an article said, each time that it was changed. */
  article_version: {
    article: number
    version: number
    title: string
    body: string
    keywords: string
    changed_at: number
    changed_by: string
  }
  /** An article in another language than its own. */
  article_translation: {
    article: number
    language: Language
    title: string
    body: string
    keywords: Filled<string>
    /** From 1, one more with each change. */
    version: number
    /** The version of the article that it says. */
    of_version: number
    changed_at: number
    changed_by: string
    search: ColumnType<string, never, never>
  }
  /** Articles that belong together, the one with the lower id first. */
  article_related: {
    one: number
    other: number
  }
  /** Whether an article helped who read it: one word of each, the last. */
  article_verdict: {
    article: number
    person: string
    /** Where it was read; nothing for the desk. */
    portal: string | null
    /** What they had read. */
    version: number
    helped: boolean
    words: Filled<string>
    at: number
  }
  /** Tickets to which an article was attached, or on which its steps were followed. */
  article_use: {
    article: number
    reference: number
  }
  /** What visitors of portals looked for and did not find. */
  search_missed: {
    id: Generated<number>
    person: string
    portal: string
    words: string
    at: number
  }
  notice: {
    id: Generated<number>
    title: string
    body: string
    portals: string[]
    starts: number
    ends: number | null
    changed_by: string
    /** The major incident of which it tells, with which it ends. */
    major: Filled<number | null>
  }
  /** Articles that somebody looked for at a ticket and that were not there. */
  article_missing: {
    id: Generated<number>
    reference: number
    words: string
    by: string
    at: number
    /** The one that was written for it. */
    article: Filled<number | null>
    settled_at: Filled<number | null>
  }
  /** Requests that were not sent, since an article or a notice solved them. */
  solved_by: {
    id: Generated<number>
    article: number | null
    notice: number | null
    portal: string
    item: string | null
    person: string
    at: number
  }
  /** What became of each mail to a mailbox of ours. */
  mail_in: {
    id: Generated<number>
    message_id: string
    recipient: string
    sender: string
    received_at: number
    outcome: string
    reference: number | null
    detail: Filled<string>
  }
}
