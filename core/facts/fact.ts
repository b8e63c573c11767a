import type { FactKind, FactValue } from '../condition'
import type { FieldValues } from '../fields'
import type { Answers } from '../intake'
import type { TicketCounterpart } from '../partner'
import type { Instant, WorkingTime } from '../time'

/** What facts are read from: the parts of a ticket's state that rules may ask for. */
export interface FactTicket {
  answers: Answers
  fields?: FieldValues
  item: string
  kind: string
  portal: string | null
  channel: string
  site: string | null
  organisation: string | null
  cover: string | null
  requester: string
  department?: string
  agreement: number | null
  equipment?: {
    number: string
    maker?: string | null
    model?: string | null
    inWarranty: boolean
    covered: boolean
  }
  category: string
  impact: string
  urgency: string
  priority: string
  queue: string
  team: string
  technician: string | null
  status: string
  statuses: readonly { at: Instant; status: string }[]
  loggedAt: Instant
  saidAt?: Instant
  major?: { endedAt?: Instant }
  signal?: { count: number }
  tasks?: readonly { done?: unknown; notNeeded?: unknown }[]
  plans?: readonly { tasks: Readonly<Record<string, FactTask>>; ended?: { how: string } }[]
  times?: readonly { counted: number }[]
  counterparts?: readonly Pick<TicketCounterpart, 'ended' | 'refused' | 'reference' | 'partner'>[]
}

/** What facts ask of a task of a plan. */
interface FactTask {
  end?: unknown
  asked?: unknown
  outside?: { ticket?: number }
}

/** Whether something is so of an open task of a plan that is under way. */
export const inPlansOf = ({ plans = [] }: FactTicket, isSo: (task: FactTask) => boolean): boolean =>
  plans.some(({ tasks, ended }) => !ended && Object.values(tasks).some((one) => !one.end && isSo(one)))

/** What of its edition a fact may need. */
export interface FactDesign {
  /** The desk that an item is asked of, where there are several. */
  deskOf(item: string): string | undefined
  /** The group of a status of a kind. */
  groupOf(kind: string, status: string): string
  /** The working time of the desk. */
  readonly deskHours: WorkingTime
}

/** What the values of a fact are, where they are chosen from what there is. */
export type ValueSet =
  | 'item'
  | 'kind'
  | 'desk'
  | 'category'
  | 'site'
  | 'organisation'
  | 'cover'
  | 'requester'
  | 'portal'
  | 'channel'
  | 'grade'
  | 'priority'
  | 'queue'
  | 'team'
  | 'technician'
  | 'status'
  | 'statusGroup'
  | 'exchange'
  | 'partner'

/** Where lists find a fact: what the column holds, and the column or what stands for it in the words of the database. */
export interface FactColumn {
  holds: 'text' | 'moment' | 'number' | 'yesNo'
  at: string
  /** Whether it is the hours since that moment that count. */
  isSince?: true
}

/** Everything that there is to say about a fact; see `facts/`. */
export interface FactTerms {
  /** What it is called in sentences and menus. */
  name: string
  /** Of yes or no: how a sentence says either, where its name with “is yes” is none. */
  says?: { yes: string; no: string }
  /** What its values are; a choice without anything to choose from is a text. */
  kind: FactKind
  /** Whether it is known as soon as a ticket comes, after triage, or only where somebody says what time it is. */
  known: 'arrival' | 'triage' | 'time'
  values?: ValueSet
  /** Whether a ticket may be without it, though its values are chosen from what there is. */
  mayBeEmpty?: true
  /** Whether reckoning it costs so much that it waits until a rule asks. */
  isDear?: true
  /** Its value; nothing where it has none and is not even empty. */
  of(ticket: FactTicket, design: FactDesign, now: Instant): FactValue | undefined
  /** Left out where lists cannot be filtered by it. */
  column?: FactColumn
}

/** Since when a ticket is in its status. */
export const sinceOf = ({ statuses, loggedAt }: FactTicket): Instant => statuses.at(-1)?.at ?? loggedAt
