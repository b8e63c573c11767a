import type { ServiceLevel } from '../clock'
import type { CatalogGroup, CatalogItem, Form, Portal, Question } from '../intake'
import type { Ladder, Rota } from '../ladder'
import type { TicketKind } from '../lifecycle'
import type { DecisionTable } from '../table'
import type { Calendar } from '../time'

export interface Priority {
  id: string
  name: string
  /** Roman numeral shown in the margin; I is the most urgent. */
  numeral: string
  /** 1 is the most urgent. */
  order: number
  active: boolean
}

/** A node of the category tree; its id is its path, such as `gates/scanners`. */
export interface Category {
  id: string
  name: string
  priority?: string
}

export interface Queue {
  id: string
  name: string
}

export type Grade = 'high' | 'medium' | 'low'

/** Where a priority can come from. */
export type PrioritySource = 'category' | 'site' | 'requester' | 'item' | 'impactUrgency'

/** How a team's tickets find their technician. */
export type AssignmentWay = 'leave' | 'leastLoaded'

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
  /** By team id; a team that is not named leaves its tickets in the queue. */
  assignment: Record<string, AssignmentWay>
}

/** A message in words; `{field}` is replaced when it is sent. */
export interface Template {
  id: string
  name: string
  subject: string
  body: string
}

/** The whole design of a desk: one document, published as numbered editions. */
export interface Design {
  format: 'yare-design'
  version: 1
  desk: {
    name: string
    zone: string
    calendar: string
    /** Share of a target from which it counts as close, above 0 and below 1; four fifths if left out. */
    closeFrom?: number
    /** Who may make new questions; leads if left out. Others choose from those that are there. */
    questionsBy?: 'administrators'
  }
  calendars: Calendar[]
  priorities: Priority[]
  categories: Category[]
  queues: Queue[]
  kinds: TicketKind[]
  questions: Question[]
  forms: Form[]
  groups: CatalogGroup[]
  items: CatalogItem[]
  portals: Portal[]
  triage: Triage
  serviceLevels: ServiceLevel[]
  ladders: Ladder[]
  rotas: Rota[]
  templates: Template[]
}

/** The parts of a design that are lists of things with an id (questions: with a name). */
export const LISTS = [
  'calendars',
  'priorities',
  'categories',
  'queues',
  'kinds',
  'questions',
  'forms',
  'groups',
  'items',
  'portals',
  'serviceLevels',
  'ladders',
  'rotas',
  'templates',
] as const
