import type { Condition } from '../condition'

export type QuestionType =
  'text' | 'longText' | 'number' | 'choice' | 'manyChoices' | 'yesNo' | 'date' | 'explanation'

export interface Option {
  value: string
  label: string
}

/** A question of the library. Its name is the fact `form.NAME` that every rule can use. */
export interface Question {
  name: string
  label: string
  type: QuestionType
  help?: string
  options?: Option[]
  min?: number
  max?: number
  unit?: string
  /** Longest text in characters; 200 for a text and 20 000 for a long text unless set. */
  maxLength?: number
}

/** A question as one form asks it. */
export interface FormQuestion {
  question: string
  required?: boolean
  /** Asked only while this holds for the answers given so far (facts `form.…`). */
  showWhen?: Condition
}

export interface FormStep {
  title: string
  questions: FormQuestion[]
}

export interface Form {
  id: string
  name: string
  steps: FormStep[]
}

/** What somebody may ask for, in the requester's words; leads to exactly one ticket kind. */
export interface CatalogItem {
  id: string
  name: string
  description: string
  keywords: string[]
  group: string
  kind: string
  form: string
  category: string
  priority?: string
  /** Which portals show it; empty means all. */
  portals: string[]
}

export interface CatalogGroup {
  id: string
  name: string
}

/** A counter for requesters at an address of its own. */
export interface Portal {
  /** Its address: `/portal/ID`. */
  id: string
  name: string
  motto: string
  /** Organisations whose people may sign in here. */
  organisations: string[]
  /** Sender of its mails. */
  mailbox: string
  inactivityMinutes: number
}

export type Answer = string | number | boolean | string[]
export type Answers = Record<string, Answer>

export const TEXT_LIMITS = { text: 200, longText: 20_000 } as const

export function maxLengthOf(question: Question): number {
  return question.maxLength ?? TEXT_LIMITS[question.type === 'longText' ? 'longText' : 'text']
}
