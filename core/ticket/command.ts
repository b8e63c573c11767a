import type { AssistDeed, AssistEnd, AssistMeans, MachineFacts } from '../assist'
import type { ProblemCode } from '../words'
import type { Insisted, JobWords } from '../dispatch'
import type { FieldValue, FieldValues } from '../fields'
import type { SentHere, TakenTarget, Tiding, Untaken } from '../partner'
import type { CallAnswer, PartOf } from '../plan'
import type { Answers } from '../intake'
import type { Instant } from '../time'
import type { WrittenStep } from '../writing'
import type { Because, Reason } from '../reason'
import type { Suggestion, TriageInput, Workloads } from '../triage'
import type {
  BookingAnswer,
  BookingState,
  Checklist,
  Evidence,
  FieldStep,
  LinkKind,
  ListedTask,
  Move,
  Task,
  VisitReport,
} from '../work'
import type {
  Acknowledged,
  Actor,
  Attached,
  Channel,
  DeliveryState,
  Merger,
  MessageLink,
  OutgoingMessage,
  SortedField,
  SignalOrigin,
  Suspected,
} from './entry'

/** What somebody or something wants of a ticket. */
export type Command =
  | {
      kind: 'log'
      reference: number
      item: string
      portal: string | null
      channel: Channel
      summary?: string
      answers: Answers
      requester: string
      /** Number of the agreement that was named; that of the organisation if left out. */
      agreement?: number
      /** Set for what a monitor reports: of which fault, whose it is, and what the signal map has decided. */
      signal?: {
        origin: SignalOrigin
        organisation: string | null
        site: string | null
        chosen: TriageInput['chosen']
      }
      /** The desk's own: its requester neither sees nor hears of it. */
      internal?: true
      /** The task of another ticket's plan that it does. */
      partOf?: PartOf
      /** The category that its words speak for. */
      suggestion?: Suggestion
      /** The category that the requester picked. */
      picked?: string
      /** Whoever asks in another's name hears of it as well. */
      follower?: string
      /** What a mail says besides what its form could take. */
      said?: Said
      /** A partner desk has sent it. */
      from?: SentHere
      /** The files that answers name. */
      attachments?: Attached[]
    }
  /** The requester no longer needs it. */
  | { kind: 'withdraw'; text: string }
  /** The requester says that it is solved. */
  | { kind: 'confirm' }
  /** How the requester found it; the last word counts. */
  | ({ kind: 'rate' } & Rating)
  | { kind: 'reply'; text: string; attachments?: Attached[] }
  | { kind: 'note'; text: string; attachments?: Attached[] }
  | ({ kind: 'answer' } & Said)
  | {
      kind: 'move'
      /** The status that the person saw; the move is refused when it is not so any more. */
      from: string
      to: string
      fields: FieldValues
    }
  /** `why` stands in the because after who did it. */
  /** `from` is who was on the screen; it is refused when it is another by then. */
  | { kind: 'assign'; technician: string | null; why?: Reason[]; from?: string | null }
  /** A person sorts it otherwise than triage did; promises that depend on it change, time spent is kept. */
  | { kind: 'resort'; field: ResortField; value: string; from?: string }
  /** A held ticket is let in: its clocks begin. What is left out stays as triage decides. */
  | ({ kind: 'accept' } & Acceptance)
  /** A held ticket is not let in; the requester is told why. */
  | { kind: 'reject'; text: string }
  /** Back into Arrivals: one that was turned away, or accepted with nothing done since. */
  | { kind: 'hold' }
  /** This ticket is handled together with another from here on, and ends. */
  | { kind: 'merge'; into: number }
  /** The other half of a merge: this ticket takes another in. */
  | { kind: 'takeIn'; from: number; summary: string; requesters: string[]; text: string }
  /** Pauses running targets by hand; without targets all of them. */
  | { kind: 'pauseClocks'; targets: string[]; why: string }
  /** Ends pauses that were made by hand; without targets all of them. */
  | { kind: 'resumeClocks'; targets: string[] }
  /** Grants a target more time; `by` in milliseconds. */
  | { kind: 'extendClock'; target: string; by: number; why: string }
  /** The fault of its signal was reported again, so many times. */
  | { kind: 'repeatSignals'; count: number; text: string }
  | {
      kind: 'setFields'
      values: Readonly<Record<string, FieldValue | null>>
      /** What whoever sets them saw there; where it is something else by now nothing is changed. */
      from?: Readonly<Record<string, FieldValue | null>>
    }
  /** The monitor says that the fault is over. */
  | { kind: 'clearSignal'; text: string }
  /** The ticket follows the newer edition that it is decided with. */
  | { kind: 'adopt' }
  /** The alarms of this ticket that are due at `now` ring, in their order. */
  | { kind: 'ring' }
  | {
      kind: 'recordDelivery'
      key: string
      state: DeliveryState
      /** How often it was tried on this way. */
      attempt: number
      /** What the outside said. */
      detail: string
      why?: Reason
      /** What the message said: where it is given up, it goes on its recipient's next way. */
      content?: Pick<OutgoingMessage, 'subject' | 'body' | 'from' | 'written'>
      /** What another system answered. */
      answer?: CallAnswer
    }
  /** Somebody has it; `message` is what they answer. */
  | { kind: 'acknowledge'; message?: string; via: Acknowledged['via'] }
  /** Somebody wants to be told of it, or no longer. */
  | { kind: 'watch'; person: string; on: boolean }
  | { kind: 'declareMajor'; text: string }
  /** Another ticket belongs to this major incident; `follow` is its own half. */
  | { kind: 'gather'; child: number; requesters: string[] }
  | { kind: 'follow'; major: number; evenDone?: boolean }
  | { kind: 'updateMajor'; text: string }
  | { kind: 'endMajor'; text: string }
  | { kind: 'hearOfMajor'; major: number; text: string }
  | { kind: 'endWithMajor'; major: number; text: string }
  /** Whoever does it begins to work on the ticket, and their timer runs. */
  | { kind: 'startTimer' }
  /** Their timer stops: now, or at a moment that has passed; the time is kept with what was done, or dropped. */
  | { kind: 'stopTimer'; person?: string; until?: Instant; what?: string; drop?: true }
  /** Time worked without a timer. */
  | { kind: 'recordTime'; from: Instant; to: Instant; what: string }
  | { kind: 'dropTime'; id: number }
  /** An article belongs to it, or no longer; one that is missing is only noted. */
  | { kind: 'attachArticle'; article: number; title: string; on: boolean }
  /** The steps of an article are followed on it, as they are now. */
  | { kind: 'beginProcedure'; article: number; title: string; steps: readonly WrittenStep[] }
  | { kind: 'tickStep'; article: number; step: number; on: boolean }
  | { kind: 'leaveProcedure'; article: number }
  | { kind: 'missArticle'; text: string }
  /** It is called otherwise; `from` is what stood on the screen. */
  | { kind: 'retitle'; summary: string; from?: string }
  /** How long it will take in milliseconds; null for as long as such tickets take. */
  | { kind: 'estimate'; takes: number | null }
  | { kind: 'book'; person: string; from: Instant; to: Instant; what: string }
  | { kind: 'changeBooking'; id: number; state?: BookingState; person?: string; from?: Instant; to?: Instant }
  /** A fixed time that was said here is a job of the board from now on. */
  | { kind: 'planBooking'; id: number }
  /** Work of it wants somebody and a time. */
  | { kind: 'wantJob'; words: JobWords }
  /** Jobs that repeat, by a rule of RFC 5545: each within so many days from the one that it names. */
  | { kind: 'wantSeries'; words: JobWords; rule: string; first: string; days: number }
  /** `series` calls off all that repeat with it and are not begun. */
  | { kind: 'changeJob'; id: number; series?: true; words?: JobWords; calledOff?: true }
  /** A job is somebody's at a time. `now` is where it stood on the screen of whoever moves it. */
  | {
      kind: 'placeJob'
      id: number
      person: string
      from: Instant
      to: Instant
      now?: { booking: number; person: string; from: Instant }
      insisted?: Insisted
      /** Whether whoever has it is told at once. */
      tell: boolean
    }
  | { kind: 'freeJob'; id: number; booking: number }
  | { kind: 'tellJob'; id: number }
  /** The requester says that a time suits them. */
  | { kind: 'confirmVisit'; id: number; now: { booking: number; from: Instant } }
  /** Whoever is sent, or visited, answers an invitation to a fixed time that begins then. */
  | { kind: 'answerInvite'; id: number; from: Instant; answer: BookingAnswer }
  /** Whoever is sent is on the way, has begun or is done; `at` is when, as their device has it. */
  | { kind: 'fieldStep'; id: number; step: FieldStep; at: Instant }
  /** What whoever was there says of it. */
  | { kind: 'reportVisit'; id: number; report: VisitReport; files: Attached[] }
  /** `join` is the address and the code for the requester, in words. */
  | {
      kind: 'offerAssist'
      key: string
      machine?: { number: string; name: string }
      allows: AssistMeans[]
      recorded: boolean
      join: string
    }
  | { kind: 'answerAssist'; id: number; yes: boolean }
  | { kind: 'inviteAssist'; id: number; person: string }
  | { kind: 'joinAssist'; id: number }
  | { kind: 'leaveAssist'; id: number; person: string }
  | { kind: 'seeMachine'; id: number; facts: MachineFacts }
  | { kind: 'assistDid'; id: number; did: AssistDeed }
  | { kind: 'endAssist'; id: number; why: Exclude<AssistEnd, 'nobodyCame' | 'forgotten'> }
  /** A partner desk is asked to take it; everything of it goes both ways from then on. */
  | { kind: 'askPartner'; partner: string }
  /** What a partner says of it; `reference` is its number there. */
  | { kind: 'hearPartner'; id: number; tiding: Tiding; reference: number }
  /** What became there of what was said. */
  | { kind: 'partnerAnswered'; id: number; reference?: number; refused?: string; untaken?: Untaken[] }
  /** Whose stays of what both sides have changed. */
  | { kind: 'decideCounterpart'; id: number; target: TakenTarget; keeps: 'ours' | 'theirs' }
  | { kind: 'endCounterpart'; id: number }
  /** `first` is how long it takes from now on; what is left is a job of its own. */
  | { kind: 'splitJob'; id: number; first: number }
  | { kind: 'addTasks'; tasks: NewTask[] }
  | { kind: 'addChecklist'; checklist: Checklist }
  | { kind: 'changeTask'; id: string; change: TaskChange }
  | { kind: 'dropTask'; id: string }
  | { kind: 'orderTasks'; order: string[] }
  /** A plan begins by hand. */
  | { kind: 'beginPlan'; plan: string }
  /** A task of a plan: done or not, not needed since something is so, or somebody else's. */
  | { kind: 'changePlanTask'; run: number; task: string; change: PlanTaskChange }
  /** The questions that a task asks are answered; `link` is that of the message by which it was asked. */
  | {
      kind: 'fillForm'
      run: number
      task: string
      answers: Answers
      attachments?: Attached[]
      link?: MessageLink
    }
  /** What the outside has not done is tried again. */
  | { kind: 'askAgain'; run: number; task: string }
  /** The ticket that does a task is there, or could not be logged; `number` is of the asking. */
  | { kind: 'childLogged'; run: number; task: string; number: number; child: number; expected?: Instant }
  | { kind: 'childRefused'; run: number; task: string; number: number; said: string }
  /** The ticket that does a task is done, or is to do again. */
  | { kind: 'hearOfChild'; child: number; done: boolean }
  /** Somebody's word on an approval; `link` is that of the message by which they were asked. */
  | { kind: 'saySeal'; run: number; task: string; yes: boolean; text: string; link?: MessageLink }
  /** Whoever is asked asks the requester something first. */
  | { kind: 'querySeal'; run: number; task: string; text: string; link?: MessageLink }
  /** Somebody else is asked in the place of one who was. */
  | { kind: 'handSeal'; run: number; task: string; from: string | null; to: string }
  /** A stage is entered again; `tasks` are to be done again, all of it where none are named. */
  | { kind: 'sendPlanBack'; run: number; stage: string; tasks: string[]; text: string }
  | { kind: 'endPlan'; run: number; text: string }
  /** It is followed as the edition of its ticket has it. */
  | { kind: 'followPlanEdition'; run: number }
  /** One half of a link; the other ticket gets the other half. */
  | { kind: 'link'; to: number; as: LinkKind; on: boolean; because?: Because }
  /** What is like it is counted outside; whoever leads hears of it. */
  | ({ kind: 'suspectCause' } & Suspected)
  /** A move as it stands on the shelf now, with what it asked. */
  | {
      kind: 'makeMove'
      move: Move
      /** The status that was on the screen. */
      from: string
      asked: FieldValues
      /** The checklists that its steps name. */
      checklists: readonly Checklist[]
    }
  /** Two things of the directory are one from here on. */
  | ({ kind: 'followMerger' } & Omit<Merger, 'answers' | 'fields'>)
  /** Nothing is done to it; what follows from the directory as it is now does. */
  | { kind: 'fit' }
  /** Takes a move back as far as it can be; `sequence` is that of its entry. */
  | { kind: 'undoMove'; sequence: number }

export type NewTask = ListedTask & Pick<Task, 'due'>

/** What changes of a task; null takes something away. */
export interface TaskChange {
  done?: boolean
  /** What is given as it is ticked: a figure, a file, or what a field of the ticket says from now on. */
  figure?: number
  file?: Attached
  value?: FieldValue
  /** Why it is left out; done or left out, `done: false` opens it again. */
  notNeeded?: string
  text?: string
  /** Empty where there is none any more. */
  description?: string
  required?: boolean
  due?: Instant | null
  /** Due so much working time after it came, as an ISO 8601 duration. */
  within?: string
  person?: string | null
  team?: string | null
  evidence?: Evidence | null
}

/** What becomes of a task of a plan; null gives it back to its team. */
export type PlanTaskChange =
  { done: boolean } | { notNeeded: string } | { person: string | null } | { team: string }

/** How somebody found what was done, from best to worst. */
export const VERDICTS = ['well', 'fairly', 'badly'] as const
export interface Rating {
  verdict: (typeof VERDICTS)[number]
  /** What they say to it. */
  text: string
}

/** What a requester says, with the files that came with it. */
export interface Said {
  text: string
  quoted?: string
  attachments?: Attached[]
}

/** What a person decides when a held ticket is accepted: ids of the ticket's edition. */
export interface Acceptance {
  ticketKind?: string
  category?: string
  priority?: string
  /** A service level that comes before all others, whether its conditions hold or not. */
  level?: string
}

/** What a person may sort otherwise; the technician changes by `assign`. */
export type ResortField = Exclude<SortedField, 'technician'>

export interface CommandContext {
  now: Instant
  actor: Actor
  /** What people have on their hands, for assignment; only `log` and `accept` need it. */
  work: Workloads
}

export interface FieldProblem {
  field: string
  message: string
}

/** A command that cannot be done, with what to do instead. Nothing has changed. */
export class Refused extends Error {
  /**
   * @param reason invalid: the input is wrong; conflict: somebody was quicker; forbidden: not this person;
   *   missing: there is no such thing
   */
  constructor(
    readonly reason: 'invalid' | 'conflict' | 'forbidden' | 'missing',
    message: string,
    readonly fields: FieldProblem[] = [],
    /** Where a requester can meet it: by it, it has words in each language. */
    readonly code?: ProblemCode,
  ) {
    super(message)
    this.name = 'Refused'
  }
}
