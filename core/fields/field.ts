import {
  QUESTION_TYPES,
  type Answer,
  type FieldQuestionType,
  type QuestionTerms,
  type QuestionType,
  type QuestionTypeTerms,
} from '../intake'

/** A type of field, by its name. */
export type FieldType = FieldQuestionType | 'technician'

/** Every type that a field can be of: what a question can be answered with, and somebody of the desk. */
export const FIELD_TYPES = fieldTypes()

function fieldTypes(): Readonly<Record<FieldType, QuestionTypeTerms>> {
  const all = Object.entries(QUESTION_TYPES).filter(([, terms]) => terms.isField)
  const technician: QuestionTypeTerms = { ...QUESTION_TYPES.person, name: 'somebody of the desk' }
  return { ...(Object.fromEntries(all) as Record<FieldQuestionType, QuestionTypeTerms>), technician }
}

/** What there is to say about a type of question or of field. */
export const termsOfType = (type: QuestionType | FieldType): QuestionTypeTerms =>
  type === 'technician' ? FIELD_TYPES.technician : QUESTION_TYPES[type]

/** The value of a field: a text, a number, yes or no, an id, or what was chosen of several. */
export type FieldValue = Answer
export type FieldValues = Readonly<Record<string, FieldValue>>

/** Who of the desk: those with one of the roles, and the members of the teams. */
export interface Audience {
  /** Their ids. */
  roles?: string[]
  teams?: string[]
}

/**
 * A field of the library, such as the day by which a loan is due back. Its name is the fact `field.NAME` that every rule
 * can use, in the same words whatever the ticket kind.
 */
export interface TicketField extends QuestionTerms {
  type: FieldType
  /** Who sees it; everybody of the desk if left out. */
  sees?: Audience
  /** Who changes it on the ticket; whoever sees it if left out. A gate and a move ask whoever goes through them. */
  changes?: Audience
  /** Its requester reads it in the portal. */
  toRequester?: boolean
}

/** A field as one ticket kind has it. */
export interface KindField {
  field: string
  /** The question of a form whose answer it takes when the ticket is logged. */
  question?: string
}

/** Something that is asked of whoever moves a ticket on, with its words there. */
export interface AskedField extends QuestionTerms {
  type: FieldType
  required: boolean
  /** Asked each time; what it was before is not taken for an answer. */
  anew?: boolean
}

/** What one field of a ticket became; null where it has no value. */
export interface FieldChange {
  field: string
  /** What it was called then. */
  name: string
  before: FieldValue | null
  after: FieldValue | null
}

/** Longest text of a field in characters. */
export const FIELD_TEXT_LIMIT = 5000

/** How many fields the library has at most, and one ticket kind. */
export const MOST_FIELDS = 200

export type FieldFact = `field.${string}`

/** The fact by which rules ask for a field. */
export const fieldFact = (name: string): FieldFact => `field.${name}`

/** The name of the field that such a fact is about. */
export const nameOfField = (fact: FieldFact): string => fact.slice('field.'.length)

/** The field that a fact, a column or an order is about; undefined where it is about something else. */
export const fieldOf = (fact: string): string | undefined =>
  fact.startsWith('field.') ? fact.slice('field.'.length) : undefined

/** Whether somebody belongs to an audience; everybody does where none is named. */
export function isAmong(
  audience: Audience | undefined,
  person: { role: string; teams: readonly string[] },
): boolean {
  const { roles = [], teams = [] } = audience ?? {}
  if (!roles.length && !teams.length) return true
  return roles.includes(person.role) || teams.some((team) => person.teams.includes(team))
}

/** Whether somebody of the desk sees a field. */
export const sees = (field: TicketField, person: { role: string; teams: readonly string[] }): boolean =>
  isAmong(field.sees, person)

/** Whether somebody may change a field by hand; nobody changes what they do not see. */
export const mayChange = (field: TicketField, person: { role: string; teams: readonly string[] }): boolean =>
  sees(field, person) && isAmong(field.changes, person)
