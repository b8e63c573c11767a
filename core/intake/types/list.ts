import { keysOf } from '../../lookup'
import type { QuestionTypeTerms } from '../questionType'
import { attachment } from './attachment'
import { category } from './category'
import { choice } from './choice'
import { date } from './date'
import { dateTime } from './dateTime'
import { duration } from './duration'
import { equipment } from './equipment'
import { explanation } from './explanation'
import { longText } from './longText'
import { manyChoices } from './manyChoices'
import { number } from './number'
import { organisation } from './organisation'
import { person } from './person'
import { site } from './site'
import { text } from './text'
import { yesNo } from './yesNo'

const ALL = {
  text,
  longText,
  number,
  choice,
  manyChoices,
  yesNo,
  date,
  dateTime,
  duration,
  person,
  organisation,
  site,
  category,
  equipment,
  attachment,
  explanation,
}

/** A type of question, by its name. */
export type QuestionType = keyof typeof ALL

/** Every type of question that there is. To add one is to add a file beside this one, and its name here. */
export const QUESTION_TYPES: Readonly<Record<QuestionType, QuestionTypeTerms>> = ALL

/** The names of the types that have a mark, such as those that fields can be of. */
type Marked<Mark extends keyof QuestionTypeTerms> = {
  [T in QuestionType]: (typeof ALL)[T] extends Record<Mark, true> ? T : never
}[QuestionType]

/** The types whose answer is the id of something that the directory or the design holds. */
export type NamedType = Marked<'isNamed'>

/** The types that fields of tickets can be of. */
export type FieldQuestionType = Marked<'isField'>

export const NAMED_TYPES = keysOf(ALL).filter((type) => QUESTION_TYPES[type].isNamed)

export const isNamedType = (type: string): type is NamedType => (NAMED_TYPES as string[]).includes(type)

/** Whether its answers are what somebody writes. */
export const isInWords = (type: string): boolean => type === 'text' || type === 'longText'

/** So many things are given at once to choose among; where there are that many there may be more, and they are looked for. */
export const MOST_CHOICES = 200
