import type { AssistDeed, AssistEnd, AssistMeans, AssistPaper, MachineFacts } from '../assist'
import type { WrittenStep } from '../writing'
import type { Carried, Clock } from '../clock'
import type { JobDeed, WantedJob } from '../dispatch'
import type { FieldChange, FieldValue } from '../fields'
import type { Begun, Crossed, HeardWord, TakenIn, TakenTarget, Untaken, Wire } from '../partner'
import type { Answers } from '../intake'
import type { Moment } from '../ladder'
import type { ChannelKind } from '../notification'
import type { Instant } from '../time'
import type { Because } from '../reason'
import type { TriageResult } from '../triage'
import type { Asked, Opened, PlanEnd, TaskEnd, OutsideFault } from '../plan'
import type { Booking, BookingAnswer, FieldStep, LinkKind, Task, TimeRecord, VisitReport } from '../work'
import type { Rating } from './command'

/** Who caused an entry: a person, or the desk itself. `called` is somebody of another desk, in words. */
export type Actor = { person: string } | { system: string; called?: string }

/** So many tickets like this one came that they may have one cause. */
export interface Suspected {
  /** How many came within how many milliseconds, itself among them, and how many usually do. */
  count: number
  within: number
  usual: number
  /** How likely it is that chance brings so many, from 0 to 1. */
  chance: number
  /** Words that they have in common, those first that tell most. */
  words: string[]
}

/** Values that triage sets and a person may change; each has a because. */
export type SortedField = 'category' | 'impact' | 'urgency' | 'priority' | 'queue' | 'team' | 'technician'

/** How a request came in. */
export type Channel = 'portal' | 'desk' | 'api' | 'mail' | 'signal' | 'partner'

/** A file that was sent with a ticket; what is in it is kept apart. */
export interface Attached {
  id: string
  name: string
  /** Media type as its sender called it. */
  type: string
  /** Bytes. */
  size: number
}

export interface LoggedBody {
  kind: 'logged'
  reference: number
  item: string
  ticketKind: string
  portal: string | null
  channel: Channel
  summary: string
  answers: Answers
  requester: string
  organisation: string | null
  site: string | null
  cover: string | null
  agreement: number | null
  /** The edition that decides everything about this ticket from here on. */
  edition: number
  status: string
  /** Set where it is kept in Arrivals until somebody accepts it. */
  held?: true
  /** The desk's own, such as a part of a request: its requester neither sees nor hears of it. */
  internal?: true
  /** The files that its answers name by their ids. */
  attachments?: Attached[]
  /** The signal that it was made of. */
  signal?: SignalOrigin
  /** The equipment that an answer names, and where its requester works, as they were then. */
  equipment?: AboutEquipment
  department?: string
  /** The category that the requester picked. */
  picked?: string
}

/** What rules may ask of the equipment that a ticket is about. */
export interface AboutEquipment {
  number: string
  name: string
  maker?: string
  model?: string
  inWarranty: boolean
  /** Whether an agreement in force covers it. */
  covered: boolean
}

/** Of which fault a monitor made a ticket. */
export interface SignalOrigin {
  /** Kind of signal, in the edition of the ticket. */
  kind: string
  /** Signals of the same fault have the same. */
  fault: string
  /** What the monitor said. */
  text: string
}

/** What whoever gets a message can do by its link, once and without signing in: say their word, or answer questions. */
export interface MessageLink {
  is: 'word' | 'form'
  run: number
  task: string
  /** When the task opened; one that is asked anew has another link. */
  opened: Instant
}

export interface QueuedMessage {
  /** Unique over the whole desk; a repeat of the message is recognised by it. */
  key: string
  /** Empty for an address that is nobody of the directory, and for another system. */
  person: string
  address: string
  template: string
  subject: string
  /** Mail if left out; `call` goes to another system. */
  channel?: ChannelKind | 'call'
  /** Goes through quiet hours. */
  urgent?: true
  /** Held back until then, or sent another way than the first: with why. */
  notBefore?: Instant
  why?: Because
  /** The running of a ladder that stops once somebody acknowledges this. */
  climb?: Climb
  link?: MessageLink
  /** The message that did not arrive, in whose place this one goes another way. */
  after?: string
  /** It tells of a message that could not be delivered. */
  isAboutDelivery?: true
}

/** One running of a ladder for a ticket. */
export interface Climb {
  ladder: string
  run: string
}

/** How somebody said that they have it. */
export interface Acknowledged {
  kind: 'acknowledged'
  ladders: Climb[]
  /** Key of the message that was answered. */
  message?: string
  via: 'application' | 'link' | 'pager'
}

/** A fixed time as a mail brings it to a calendar. */
export interface Invite {
  booking: number
  /** Of two about one fixed time the one with the higher number counts. */
  sequence: number
  from: Instant
  to: Instant
  what: string
  /** Name and address of its site; empty where it has none. */
  place: string
  /** It is called off, for whoever gets this. */
  off?: true
}

/** A message with its text, for the outbox. */
export interface OutgoingMessage extends QueuedMessage {
  body: string
  from: string
  /** What somebody wrote with emphasis, lists or links, in Markdown; its plain words stand in the body. */
  written?: string
  /** What it brings to a calendar. */
  invite?: Invite
}

/**
 * What a message can be, in the order of its life: waiting for quiet hours to be over, for the next hand, or for others
 * to go in one mail with; then on its way, or in trouble.
 */
export const DELIVERY_STATES = [
  'held',
  'queued',
  'gathered',
  'failed',
  'sent',
  'delivered',
  'acknowledged',
  'givenUp',
] as const
export type DeliveryState = (typeof DELIVERY_STATES)[number]

/** Other hours for a clock. */
export type ClockMove = Pick<Clock, 'edition' | 'calendar' | 'shift'> & {
  /** The account of what was counted before, where the new hours would have counted other stretches. */
  carried?: Carried
  /** In records of older releases: only the sum of it in milliseconds, and what the statement says of it. */
  spent?: number
  note?: Because
}

/** What a move changed, as it was before. */
export interface BeforeMove {
  status?: string
  technician?: string | null
  sorted?: Partial<Record<'category' | 'priority' | 'queue' | 'team', string>>
  booking?: Booking
  /** It started the timer of whoever made it. */
  timerStarted?: true
  /** It stopped the timer that ran since then. */
  timer?: { since: Instant }
  tasks?: string[]
  fields?: Record<string, FieldValue | null>
  /** Plans that it began. */
  plans?: number[]
}

/** The lists of the directory of which tickets name things. */
export type NamedByTickets =
  'people' | 'sites' | 'organisations' | 'teams' | 'queues' | 'covers' | 'agreements' | 'equipment'

/** Two things of the directory that are one, as a ticket follows it. */
export interface Merger {
  list: NamedByTickets
  from: string
  into: string
  /** What they were called then. */
  called: { from: string; into: string }
  /** The answers, and the fields, that named the one. */
  answers?: string[]
  fields?: string[]
}

/** What happened. Entries are facts: never changed, never removed. */
export type EntryBody =
  | LoggedBody
  | { kind: 'sorted'; values: TriageResult }
  /** Somebody let a held ticket in; what it is sorted as follows in `sorted`. */
  | { kind: 'accepted'; ticketKind: string; status: string; level?: string }
  | { kind: 'rejected'; status: string; text: string }
  | { kind: 'heldAgain'; status: string; why: Because }
  | { kind: 'merged'; into: number; status: string }
  | { kind: 'tookIn'; from: number; summary: string; requesters: string[]; text: string }
  | { kind: 'clocksStarted'; clocks: (Clock & { because: Because })[] }
  | { kind: 'clocksPaused'; targets: string[]; why: Because; byHand?: true }
  | { kind: 'clocksResumed'; targets: string[]; why: Because }
  | { kind: 'clockExtended'; target: string; by: number; granted: number; why: string }
  | {
      kind: 'resorted'
      field: SortedField
      value: string
      because: Because
      /** The rule that a person overruled, as the end of an address in Design, and what it had said. */
      overruled?: { article: string; value: string }
    }
  /** The fault of its signal was reported again, so many times. */
  | { kind: 'signalRepeated'; count: number; text: string }
  | { kind: 'signalCleared'; text: string }
  /** The fault has stayed away for as long as its kind of signal says. */
  | { kind: 'calmRang'; alarm: string; dueAt: Instant }
  | {
      kind: 'clockChanged'
      target: string
      label: string
      serviceLevel: string
      granted: number
      stopOn: Clock['stopOn']
      pauseIn: Clock['pauseIn']
      /** What grants the time. */
      why: Because
      /** Set when other hours count from now on. */
      moved?: ClockMove
      because: Because
    }
  | {
      kind: 'clockStopped'
      target: string
      outcome: 'kept' | 'missed' | 'cancelled'
      balance: number
      /** Why it was cancelled, where its level is no more: said in the words of the edition that had it. */
      because?: Because
    }
  | { kind: 'clockReopened'; target: string; why: Because }
  /** The ticket follows a newer edition from here on. */
  | {
      kind: 'editionAdopted'
      from: number
      to: number
      /** Targets whose calendar says something else there, but nothing else about the time that has passed. */
      hours: string[]
      /** Idle timers that the earlier edition did not have, so that they count from now; records of older releases let all count anew. */
      timers?: string[]
    }
  /** Rungs that do not ring: they lay in the past already when their ladder came to the ticket, or are no more. */
  | { kind: 'rungsPassed'; alarms: string[]; because?: Because }
  | {
      kind: 'statusMoved'
      from: string
      to: string
      /** What its gate was told. */
      fields: FieldChange[]
      /** Why it moved by itself; missing when a person moved it. */
      because?: Because
      /** What the requester was told with it; missing where nothing was. */
      said?: string
    }
  | { kind: 'assigned'; technician: string | null; team: string; because: Because }
  | { kind: 'replied'; text: string; attachments?: Attached[] }
  /** `mentions` are the people of the desk whom it names. */
  | { kind: 'noted'; text: string; attachments?: Attached[]; mentions?: string[] }
  /** `quoted` is what stood below the answer in a mail. */
  | { kind: 'answered'; text: string; quoted?: string; attachments?: Attached[] }
  /** The requester says that it is solved. */
  | { kind: 'confirmed' }
  | ({ kind: 'rated' } & Rating)
  | { kind: 'overdrawn'; target: string; dueAt: Instant }
  | {
      kind: 'rungRang'
      alarm: string
      ladder: string
      rung: string
      name: string
      /** When it rings; of older releases only the words are kept. */
      moment: Moment | { at: 'words'; words: string }
      /** Which repetition it is, from 1. */
      time?: number
      target?: string
      dueAt: Instant
      told: string[]
      /** Addresses of people who are not in the directory. */
      outside?: string[]
      /** Who was not found, and what could not be done. */
      missing?: Because
    }
  /** A ladder that remembers its beginning begins for this ticket. */
  | { kind: 'ladderBegan'; ladder: string; name: string; calendar: string; depth: number }
  | { kind: 'ladderEnded'; ladder: string; why: Because }
  /** Ladders set each other off too often. */
  | { kind: 'chainStopped'; ladder: string; why: Because }
  | Acknowledged
  | { kind: 'watched'; person: string; on: boolean }
  /** It is a major incident from here on. */
  | { kind: 'majorDeclared'; text: string }
  | ({ kind: 'causeSuspected'; told: string[] } & Suspected)
  | { kind: 'gathered'; child: number; requesters: string[] }
  | { kind: 'followed'; major: number }
  | { kind: 'majorUpdated'; text: string }
  | { kind: 'majorEnded'; text: string }
  /** The requester of a ticket that belongs to a major incident is told how that stands. */
  | { kind: 'majorHeard'; major: number; text: string }
  /** Nothing happened for as long as an idle timer says; `told` are the people it tells. */
  | { kind: 'idleRang'; alarm: string; timer: string; why: Because; dueAt: Instant; told: string[] }
  /** `since` is set where a timer goes on that had been stopped. */
  | { kind: 'timerStarted'; person: string; since?: Instant }
  | { kind: 'timerDropped'; person: string }
  /** A timer stopped, or time was written down; `counted` is rounded by the rule of the edition. */
  | { kind: 'timeRecorded'; record: TimeRecord; timer?: true }
  | { kind: 'timeDropped'; id: number }
  /** An article of Knowledge belongs to it from here on, or no longer. */
  | { kind: 'articleAttached'; article: number; title: string }
  /** The steps of an article, as they are followed from then on. */
  | { kind: 'procedureBegun'; article: number; title: string; steps: WrittenStep[] }
  | { kind: 'stepTicked'; article: number; title: string; step: number; text: string; on: boolean }
  | { kind: 'procedureLeft'; article: number; title: string }
  | { kind: 'articleDetached'; article: number; title: string }
  /** Somebody looked for an article that is not there. */
  | { kind: 'articleMissed'; text: string }
  /** Somebody of the desk calls it otherwise than its answers or its mail did. */
  | { kind: 'retitled'; summary: string }
  | { kind: 'estimated'; takes: number | null }
  | { kind: 'booked'; booking: Booking }
  | { kind: 'bookingChanged'; booking: Booking }
  /** Whoever has it answered the invitation to it. */
  | { kind: 'bookingAnswered'; booking: number; from: Instant; answer: BookingAnswer }
  /** Whoever was sent is on the way, has begun or is done: at the time `when`, of which the desk may hear later. */
  | { kind: 'fieldStep'; booking: number; what: string; step: FieldStep; when: Instant }
  /** `attachments` are the signature and the pictures. */
  | { kind: 'visitReported'; booking: number; what: string; report: VisitReport; attachments: Attached[] }
  /** Somebody would like to look at the requester's machine; `key` is by what the service knows the session. */
  | {
      kind: 'assistOffered'
      assist: number
      key: string
      guest: string
      host: string
      machine?: { number: string; name: string }
      allows: AssistMeans[]
      recorded: boolean
      until: Instant
    }
  | { kind: 'assistAnswered'; assist: number; yes: boolean }
  | { kind: 'assistInvited'; assist: number; person: string }
  | { kind: 'assistJoined'; assist: number; person: string }
  /** `to` is when they were there last, which is earlier where nobody said that they went. */
  | { kind: 'assistLeft'; assist: number; person: string; to: Instant }
  /** What the machine says of itself. */
  | { kind: 'assistSeen'; assist: number; facts: MachineFacts }
  | { kind: 'assistDid'; assist: number; did: AssistDeed }
  /** `shows` is what its requester may read of it from then on. */
  | { kind: 'assistEnded'; assist: number; why: AssistEnd; shows: AssistPaper[]; alarm?: string }
  /** It is exchanged with a partner desk; `link` is by what both know it, `because` the rule that began it. */
  | {
      kind: 'partnerLinked'
      counterpart: number
      partner: string
      name: string
      link: string
      begun: Begun
      reference?: number
      because?: Because
    }
  /** What they are told. The texts of what was said stand in the entries that say them: by their numbers, and by whom. */
  | {
      kind: 'partnerTold'
      counterpart: number
      tiding: HeardWord
      says?: { sequence: number; by: string }[]
    }
  /** Both desks only answer each other: these are not told any more. */
  | { kind: 'partnerRound'; counterpart: number; changes: Wire }
  /** What they said, and what it became here. */
  | {
      kind: 'partnerHeard'
      counterpart: number
      word: HeardWord
      reference?: number
      taken: TakenIn[]
      untaken: Untaken[]
      conflicts: Crossed[]
      targets: TakenTarget[]
      known: Wire
    }
  /** What became of ours there, where that is news. */
  | {
      kind: 'partnerAnswered'
      counterpart: number
      reference?: number
      refused?: string
      untaken?: Untaken[]
    }
  /** Somebody has decided whose stays of what both sides changed. */
  | { kind: 'partnerDecided'; counterpart: number; target: TakenTarget; keeps: 'ours' | 'theirs' }
  /** Work of it wants somebody and a time. */
  | { kind: 'jobWanted'; job: WantedJob }
  | { kind: 'jobChanged'; job: WantedJob; did: JobDeed }
  /** Nobody began a fixed time; `told` are the people it tells. */
  | { kind: 'bookingMissed'; alarm: string; booking: number; why: Because; dueAt: Instant; told: string[] }
  | { kind: 'tasksAdded'; tasks: Task[]; because?: Because }
  /** `attachments` is the file that was given with it. */
  | { kind: 'taskChanged'; task: Task; attachments?: Attached[] }
  /** Ids of all tasks, as they stand from now on. */
  | { kind: 'tasksOrdered'; order: string[] }
  /** A task is late; `told` are the people it tells. */
  | { kind: 'taskLate'; alarm: string; task: string; text: string; dueAt: Instant; told: string[] }
  | { kind: 'taskDropped'; id: string; text: string }
  /** A plan begins; `run` is its number on the ticket, `edition` the one whose plan is followed, `zone` that in which days are meant. */
  | {
      kind: 'planBegan'
      run: number
      plan: string
      name: string
      edition: number
      zone: string
      because: Because
    }
  | { kind: 'stageOpened'; run: number; stage: string; name: string }
  /** It is not for this request. */
  | { kind: 'stagePassed'; run: number; stage: string; name: string }
  /** `letGo` are the tasks of it that nobody has done and nobody needs any more. */
  | { kind: 'stageThrough'; run: number; stage: string; name: string; letGo: string[] }
  /** `lacking` are those for which nobody was found: the team of the ticket has them. */
  | { kind: 'planTasksOpened'; run: number; tasks: (Opened & { text: string })[]; lacking?: string[] }
  /** What somebody did, or says that it is not needed; the desk ends what it does itself. */
  | { kind: 'planTaskEnded'; run: number; task: string; text: string; how: TaskEnd; why?: string }
  | { kind: 'planTaskReopened'; run: number; task: string; text: string }
  /** Somebody, or a team, has it from here on. */
  | { kind: 'planTaskGiven'; run: number; task: string; text: string; person: string | null; team?: string }
  /**
   * Another system is asked to do a task, by a message; or a ticket of an item is to be logged for it. `key` is by what a
   * repeat is known.
   */
  | {
      kind: 'outsideAsked'
      run: number
      task: string
      text: string
      as: 'call' | 'ticket'
      /** Id of the webhook, or of the item. */
      what: string
      key: string
      message?: string
    }
  /** It was not done; somebody has to see to it. */
  | { kind: 'outsideFailed'; run: number; task: string; text: string; fault: OutsideFault }
  /** The ticket that does a task is there; `expected` is when it is promised. */
  | { kind: 'childLogged'; run: number; task: string; text: string; child: number; expected?: Instant }
  /** It does a task in the plan of another ticket; `items` are what was asked for on the way to it. */
  | { kind: 'childOf'; parent: number; run: number; task: string; items: string[] }
  /** Somebody is asked for the answers of a form: whoever has the task, or whoever has the address. `alarm` where once more. */
  | { kind: 'formAsked'; run: number; task: string; text: string; address?: string; alarm?: string }
  /** They were answered; `address` is that of whoever did by a link and is not in the directory. */
  | {
      kind: 'formFilled'
      run: number
      task: string
      text: string
      answers: Answers
      attachments?: Attached[]
      /** The requester sees it. */
      shown?: true
      address?: string
    }
  /** Whose word is asked for from here on; nobody where nobody could be found. */
  | { kind: 'sealAsked'; run: number; task: string; text: string; asked: Asked[] }
  /** Somebody's word, and what all of them come to; it cannot be changed. */
  | {
      kind: 'sealSaid'
      run: number
      task: string
      text: string
      yes: boolean
      said: string
      /** In whose place they said it. */
      for?: string
      sealed: 'open' | 'sealed' | 'refused'
    }
  /** Whoever is asked for their word asks the requester something first. */
  | { kind: 'sealQueried'; run: number; task: string; text: string; said: string }
  /** What the requester says to that; `person` is whoever asked. */
  | { kind: 'sealAnswered'; run: number; task: string; text: string; person: string; said: string }
  /** Those whose word is waited for are asked once more. */
  | { kind: 'sealReminded'; alarm: string; run: number; task: string; text: string; told: string[] }
  /** A stage is entered again, and those after it are shut; `tasks` are to be done again. */
  | {
      kind: 'planSentBack'
      run: number
      stage: string
      name: string
      tasks: string[]
      shut: string[]
      said: string
    }
  | {
      kind: 'planTaskLate'
      alarm: string
      run: number
      task: string
      text: string
      dueAt: Instant
      told: string[]
    }
  /** It is followed as another edition has it; `dropped` are open tasks that are something else there, or are not there. */
  | { kind: 'planAdopted'; run: number; name: string; from: number; to: number; dropped: string[] }
  | { kind: 'planEnded'; run: number; name: string; how: PlanEnd['how']; why?: string }
  /** `because` is why it was linked by itself; missing when a person linked it. */
  | { kind: 'linked'; to: number; as: LinkKind; because?: Because }
  | { kind: 'unlinked'; to: number; as: LinkKind }
  /** What a move did, and what it passed over; `before` is what taking it back leads to. */
  | {
      kind: 'moveMade'
      move: string
      name: string
      did: Because
      passedOver?: Because
      before: BeforeMove
      /** Messages went out, which nothing takes back. */
      sent?: true
    }
  /** `made` is the number of the entry that made the move; null in records of older releases, which did not keep it. */
  | { kind: 'moveTakenBack'; move: string; name: string; made: number | null; stays: boolean }
  | { kind: 'fieldsSet'; changes: FieldChange[]; because?: Because }
  | ({ kind: 'thingMerged' } & Merger)
  | { kind: 'messagesQueued'; messages: QueuedMessage[] }
  | {
      kind: 'messageDelivery'
      key: string
      state: DeliveryState
      /** How often it was tried on this way. */
      attempt: number
      /** What the outside said. */
      detail: string
      why?: Because
    }

export type Entry = EntryBody & {
  /** Place in the ticket's record, from 1 without gaps. */
  sequence: number
  at: Instant
  actor: Actor
}
