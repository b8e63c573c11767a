import type { JsonSchema } from '../json'
import type { Facts, FactKind, FactValue } from './fact'
import type { SqlForms } from './sql'

/**
 * What an operator compares with, and so which field it has on the screen: nothing, one value, several, the two ends of a
 * range, an ISO 8601 duration, or a calendar of the design.
 */
export type Takes = 'nothing' | 'one' | 'several' | 'range' | 'span' | 'calendar'

/**
 * How a cell of a table says it in a short text: a word or a sign before its values, a word alone, values between commas
 * (with `not` before them or without), or two ends between dots.
 */
export type CellText =
  | { form: 'word'; word: string }
  | { form: 'sign'; sign: string }
  | { form: 'alone'; word: string }
  | { form: 'list'; isNegated: boolean }
  | { form: 'range' }

/** Whether it holds for what is known; what is empty never comes here. */
export type Check = (actual: FactValue, wanted: FactValue | undefined, facts: Facts) => boolean

/** A schema of answers that have, under the name of the question, one that fits a schema and is not empty. */
export type Property = (schema: JsonSchema) => JsonSchema

/** Everything that there is to say about an operator of the condition language; see `operators/`. */
export interface OperatorTerms {
  /** The words between fact and value in a sentence: `is more than`. */
  verb: string
  /** The same in a cell or a menu: `more than`. */
  short: string
  /** How costly it is to check over many tickets: 1 looks up, 2 compares beginnings, 3 reads the whole text. */
  cost: 1 | 2 | 3
  /** The kinds of fact for which it is offered, in the order of the menu by `place`. */
  offered: readonly FactKind[]
  /** Where it stands in menus; the lower the earlier. */
  place: number
  takes: Takes
  /** Whether its values are those of the fact, so that each must be one that there is. */
  isExact?: boolean
  /** What it asks besides the value; where that is unknown, as in a form, it cannot be asked. */
  needs?: 'now' | 'calendars'
  /** For the analysis of tables: whether cells that ask it say nothing about the others' values. */
  isApart?: boolean
  /** For the analysis of tables: whether it names values that fit, or that do not. */
  names?: 'in' | 'out'
  /** Whether it holds for a fact without a value. */
  ofEmpty: boolean
  check: Check
  /** The answers of a form for which it holds. */
  schema(value: FactValue | undefined, property: Property): JsonSchema
  /** The same as a question to the database, by what a column holds; what is left out never holds. */
  sql: SqlForms
  cell: CellText
  /** As a unary test of FEEL (DMN 1.4, 7.3.3 and chapter 10). */
  feel(value: FactValue | undefined, literal: (value: unknown) => string): string
  /** Whether other readers of DMN may read that otherwise, or not at all. */
  isOurFeel?: boolean
}
