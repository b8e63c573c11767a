import type { AssistRules } from '../assist'
import type { Weighing } from '../similar'
import type { ServiceLevel } from '../clock'
import type { TicketField } from '../fields'
import type { CatalogGroup, CatalogItem, Form, Portal, Question } from '../intake'
import type { Ladder, Rota } from '../ladder'
import type { Exchange } from '../partner'
import type { Plan } from '../plan'
import type { TicketKind } from '../lifecycle'
import type { DecisionTable } from '../table'
import type { Calendar } from '../time'
import type { BenchKey, Checklist, Layout, Move, Rounding, Shelf } from '../work'

export interface Priority {
  id: string
  name: string
  /** Roman numeral shown in the margin; I is the most urgent. */
  numeral: string
  /** 1 is the most urgent. */
  order: number
  active: boolean
  /** How heavily a ticket of it weighs when work is shared out; 1 if left out. */
  weight?: number
  /** ISO 8601 durations that promises grant where a service level says nothing for this priority. */
  times?: { respond?: string; resolve?: string }
  /** In the requester's words, how long it usually takes; shown with the confirmation. */
  expected?: string
}

/** A node of the category tree; its id is its path, such as `gates/scanners`. */
export interface Category {
  id: string
  name: string
  /** How requesters read it, where they pick it; its name if left out. */
  asked?: string
  priority?: string
  /** Ids of what stands here now and stood elsewhere: tickets that have them come here as they follow the edition. */
  formerly?: string[]
}

export type Grade = 'high' | 'medium' | 'low'

/** Where a priority can come from. */
export const PRIORITY_SOURCES = [
  'category',
  'site',
  'department',
  'organisation',
  'requester',
  'agreement',
  'item',
  'portal',
  'impactUrgency',
] as const
export type PrioritySource = (typeof PRIORITY_SOURCES)[number]

/** How a team's tickets find their technician. */
export const ASSIGNMENT_WAYS = ['leave', 'inTurn', 'leastLoaded', 'sameAsLast', 'onRota'] as const
export type AssignmentWay = (typeof ASSIGNMENT_WAYS)[number]

/** How a team's tickets find their technician, in all that can be said. */
export interface TeamAssignment {
  /** Tried one after the other; the first that finds somebody decides. */
  ways: AssignmentWay[]
  /** For `onRota`. */
  rota?: string
  /** Whether open tickets count by the weight of their priority, or each as one. */
  byWeight?: boolean
  /** Nobody who has so many open tickets gets another. */
  limit?: number
  /** When nobody is on shift: whoever comes on shift next gets it, instead of nobody. */
  orNextShift?: boolean
}

export interface Triage {
  /** The sources of a priority in the order in which they are asked; the first that has a value wins. */
  sourceOrder: PrioritySource[]
  /** Outcomes `impact` and `urgency`, each high, medium or low. */
  weight: DecisionTable
  /** Priority by impact and urgency: `matrix.high.low`. */
  matrix: Record<Grade, Record<Grade, string>>
  /** Outcomes `queue` and `team`. */
  routing: DecisionTable
  /** Where tickets go that no row of the routing fits. */
  otherwise: { queue: string; team: string }
  /** By team id; a team that is not named leaves its tickets in the queue. A way alone stands for the list of it. */
  assignment: Record<string, AssignmentWay | TeamAssignment>
  /** Outcome `category`; where no row fits, the category is that of the catalog item. */
  what?: DecisionTable
  /** By team id, the sources in the order of that team, where it is not that of the desk. */
  teamOrders?: Record<string, PrioritySource[]>
  /** Priority by department. */
  departments?: Record<string, string>
  /** What a technician must know, for a ticket: outcome `skill`, the hit policy Collect. */
  skills?: DecisionTable
  /** What signals of monitoring tools become. */
  signals?: SignalRules
  /** For which items the words of past tickets tell the category. */
  learnt?: LearntRules
  /** How likeness of tickets is reckoned, and from which mark on they are shown; `FIRST_WEIGHING` if left out. */
  similar?: Weighing
}

/** The parts of triage, each changed by itself. */
export const TRIAGE_PARTS = [
  'sourceOrder',
  'weight',
  'matrix',
  'routing',
  'otherwise',
  'assignment',
  'what',
  'teamOrders',
  'departments',
  'skills',
  'signals',
  'learnt',
  'similar',
] as const satisfies readonly (keyof Triage)[]

/** What may be made of a category that the words of past tickets speak for. */
export interface LearntRules {
  /** Catalog items of which the category is learnt: those that people choose for anything. */
  items: string[]
  /** From how sure on the because names it, from 0 to 1. */
  suggestFrom: number
  /** From how sure on it decides; never if left out. */
  actFrom?: number
}

/** Where signals of one kind go for organisations of one cover. */
export interface SignalCell {
  /** Catalog item that the ticket is made of: it says the ticket kind and the category. */
  item: string
  /** Left out, the source order says it. */
  priority?: string
  /** Left out, the routing says it. */
  queue?: string
}

/** What a monitoring tool may report. */
export interface SignalKind {
  id: string
  name: string
  /** The CloudEvents `type` of these signals; a star at the end stands for any ending. */
  type: string
  /** The CloudEvents `type` that says that the fault is over. */
  clears?: string
  /** Minutes without the fault after which a ticket is closed that a signal cleared; left open if left out. */
  calmMinutes?: number
  /** Whether the monitor is asked to set it right itself first. */
  tryFix?: boolean
}

/** The signal map: a row for each kind of signal, a column for each cover. */
export interface SignalRules {
  kinds: SignalKind[]
  covers: string[]
  /** By kind and then cover; a hole is a signal that nobody hears of. `null` is one that is passed over on purpose. */
  map: Record<string, Record<string, SignalCell | null>>
}

/** A message in words; `{field}` is replaced when it is sent. */
export interface Template {
  id: string
  name: string
  subject: string
  body: string
  /** The same in other languages, by language tag in small letters. */
  languages?: Record<string, { subject: string; body: string }>
}

/** Another system that is called with what happened. */
export interface Webhook {
  id: string
  name: string
  url: string
  /** What the call is about, such as `ticket.escalated`. */
  event: string
  /** What is sent; `{field}` in a value is replaced as in a template. */
  fields: { name: string; value: string }[]
}

/** The whole design of an installation: one document, published as numbered editions. */
export interface Design {
  format: 'yare-design'
  version: 4
  desk: {
    name: string
    zone: string
    calendar: string
    /** The language in which the leads write what requesters read, by its tag; English if left out. */
    language?: string
    /** Share of a target from which it counts as close, above 0 and below 1; four fifths if left out. */
    closeFrom?: number
    /** Who may make new questions and fields; leads if left out. Others choose from those that are there. */
    questionsBy?: 'administrators'
    /** How time records are rounded; every minute begun counts if left out. */
    rounding?: Rounding
    /** What the Bench is ordered by, the first first. */
    bench?: BenchKey[]
    /** How it looks at machines from afar. */
    assist?: AssistRules
  }
  calendars: Calendar[]
  priorities: Priority[]
  categories: Category[]
  kinds: TicketKind[]
  questions: Question[]
  /** What ticket kinds keep of their tickets, shared by all of them. */
  fields: TicketField[]
  forms: Form[]
  groups: CatalogGroup[]
  items: CatalogItem[]
  portals: Portal[]
  triage: Triage
  serviceLevels: ServiceLevel[]
  ladders: Ladder[]
  rotas: Rota[]
  templates: Template[]
  webhooks: Webhook[]
  moves: Move[]
  shelves: Shelf[]
  checklists: Checklist[]
  plans: Plan[]
  savedReplies: SavedReply[]
  layouts: Layout[]
  /** How tickets are exchanged with partner desks, by the id of the partner. */
  exchanges: Exchange[]
  /** What leads have written for requesters, in other languages. */
  translations: Translation[]
  /** Remarks of proofreading that somebody has decided to leave as they are. */
  kept: KeptRemark[]
}

/** A remark that is left as it is, and why; it counts as long as the very same is found. */
export interface KeptRemark {
  /** Its code and its place. */
  id: string
  /** What was found. */
  says: string
  because: string
}

/** The texts of a design that requesters read, in another language. */
export interface Translation {
  /** Language tag: `nb`. */
  id: string
  /** What a text says in it, by the text as it was written; texts that are no more there are kept. */
  texts: Record<string, string>
}

/** Words for a reply, kept for use again; `{field}` is replaced as in a template. */
export interface SavedReply {
  id: string
  name: string
  text: string
  /** Only this team is offered it; everybody of the desk if left out. */
  team?: string
}

/** The parts of a design that are lists of things with an id (questions and fields: with a name). */
export const LISTS = [
  'calendars',
  'priorities',
  'categories',
  'kinds',
  'questions',
  'fields',
  'forms',
  'groups',
  'items',
  'portals',
  'serviceLevels',
  'ladders',
  'rotas',
  'templates',
  'webhooks',
  'moves',
  'shelves',
  'checklists',
  'plans',
  'savedReplies',
  'layouts',
  'exchanges',
  'translations',
  'kept',
] as const
export type DesignList = (typeof LISTS)[number]
