import type { JsonSchema } from '../json'

/** What is chosen from, and what it is called. */
export interface Option {
  value: string
  label: string
}

export type Answer = string | number | boolean | string[]
export type Answers = Record<string, Answer>

/** What a question says of itself besides its type. Its name is the fact `form.NAME` that every rule can use. */
export interface QuestionTerms {
  name: string
  label: string
  help?: string
  options?: Option[]
  min?: number
  max?: number
  unit?: string
  /** Longest text in characters; 200 for a text and 20 000 for a long text unless set. */
  maxLength?: number
  /** What a text must look like: a regular expression (ECMA-262, with the flag u), and what is said otherwise. */
  pattern?: { like: string; message: string }
  /** Filled in beforehand; the requester may change it. */
  default?: Answer
}

/** Longest id in characters. */
export const ID_LIMIT = 120

/** Most files that one question takes, and most bytes of one file. */
export const MOST_FILES = 10
export const FILE_LIMIT = 10 * 1024 * 1024

/** A schema of an answer, or that there is none. */
export type AnswerSchema = Exclude<JsonSchema, true>
