import type { FactKind, FactValue } from '../condition'
import type { Domain } from '../table'
import type { Key, Language, Values } from '../words'
import type { PatternFits } from './pattern'
import type { Answer, AnswerSchema, QuestionTerms } from './question'

/** The field on the screen, by name; `typed` is a line whose text is read and written by `typed` of the type. */
export type Control =
  | 'line'
  | 'area'
  | 'number'
  | 'choice'
  | 'manyChoices'
  | 'yesNo'
  | 'day'
  | 'moment'
  | 'person'
  | 'named'
  | 'files'
  | 'typed'
  | 'words'

/** What a lead says of a question besides its words and help. */
export type Term = 'options' | 'bounds' | 'looks' | 'default'

/** What is wrong: as the catalogue calls it, in the words of whoever made the form, or in the type's own. */
export type Wrong = Key | [Key, Values] | { own: string } | Readonly<Record<Language, string>>

/** Names what an answer chose by id; undefined when there is no such thing. */
export type NameOf = (type: string, id: string) => string | undefined

/** Whether a pattern can be used; its engine is large, so it is handed in where schemas are made. */
export type PatternFilter = (pattern: string) => boolean

/** Everything that there is to say about a type of question; see `types/`. */
export interface QuestionTypeTerms {
  /** What a lead chooses it by. */
  name: string
  control: Control
  /** What its answers are for rules; left out where none can ask for them. */
  fact?: FactKind
  terms: readonly Term[]
  /** Whether fields of tickets can be of it. */
  isField?: boolean
  /** Whether its answer is the id of something that the directory or the design holds. */
  isNamed?: boolean
  /** The list of the directory that it is chosen from. */
  list?: 'people' | 'sites' | 'organisations' | 'equipment'
  /** Whether its answers are too long for a row of a list. */
  isLong?: boolean
  /** What lists order it by, where it is a field. */
  sortsAs: 'text' | 'number' | 'moment' | 'length'
  /** What is wrong with an answer that is there. */
  check(answer: unknown, question: QuestionTerms, required: boolean, fits?: PatternFits): Wrong | undefined
  /** What an answer is: false where there is none. The same answers pass as by `check`. */
  schema(question: QuestionTerms, required: boolean, isUsable: PatternFilter): AnswerSchema
  /** An answer in words. */
  said(answer: Answer, question: QuestionTerms, nameOf: NameOf, language: Language): string
  /** What it is set to before somebody has chosen; an empty text if left out. */
  first?(question: QuestionTerms): Answer
  /**
   * Answers that conditions tell apart, for finding what can never show.
   * @param compared the values that they compare it with
   */
  tried(question: QuestionTerms, compared: readonly (FactValue | undefined)[]): unknown[]
  /** What answers there can be, for the analysis of tables; left out where nothing is known of it. */
  domain?(question: QuestionTerms): Domain
  /** What somebody types where it is `typed`: a text that cannot be read is kept as it is, and refused. */
  typed?: {
    read(text: string): Answer
    write(answer: Answer, language: Language): string
    hint: Readonly<Record<Language, string>>
  }
}
