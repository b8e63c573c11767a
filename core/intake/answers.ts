import { DAY_PATTERN, holds, MOMENT_PATTERN, type Facts, type FactValue } from '../condition'
import {
  ID_LIMIT,
  MOST_FILES,
  isNamedType,
  maxLengthOf,
  type Answers,
  type Form,
  type FormQuestion,
  type NamedType,
  type Question,
} from './form'
import { numberSaid, say, writtenSaid, type Key, type Language, type Values } from '../words'
import type { PatternFits } from './pattern'

/** What is wrong with one answer, and what to do about it. */
export interface AnswerProblem {
  question: string
  message: string
}

export type QuestionLibrary = ReadonlyMap<string, Question>

/** Answers as facts: `form.NAME`. */
export function answerFacts(answers: Readonly<Record<string, unknown>>): Facts {
  const facts: Record<string, FactValue> = {}
  for (const name in answers) facts[`form.${name}`] = answers[name] as string
  return facts
}

/** A form with who fills it in: conditions may ask for both. */
export interface Asked {
  form: Form
  library: QuestionLibrary
  /** What is known about the requester: the facts named in ASKER_FACTS. */
  asker?: Facts
  /**
   * What patterns of questions are held to: `fitsPattern`. A page has it only once a form needs it, for its engine is
   * large; without it patterns are left to the server, which always has it.
   */
  fits?: PatternFits
  /** In which problems are told; English if left out. */
  language?: Language
}

/**
 * The questions that are asked, given the answers so far. A question that is not shown counts as not
 * answered, so what depends on it is not shown either.
 */
export function shownQuestions(
  form: Form,
  answers: Readonly<Record<string, unknown>>,
  asker: Facts = {},
): FormQuestion[] {
  const shown: FormQuestion[] = []
  const facts: Record<string, unknown> = { ...asker }
  for (const one of form.steps.flatMap((step) => step.questions)) {
    if (one.showWhen && !holds(one.showWhen, facts as Facts)) continue
    shown.push(one)
    if (answers[one.question] !== undefined) facts[`form.${one.question}`] = answers[one.question]
  }
  return shown
}

/**
 * Checks answers against a form.
 * @returns one problem for each question that is wrong, missing, unknown or was not asked; empty when all is well
 */
export function checkAnswers(
  { form, library, asker = {}, fits, language = 'en' }: Asked,
  answers: Readonly<Record<string, unknown>>,
): AnswerProblem[] {
  const shown = new Map(shownQuestions(form, answers, asker).map((one) => [one.question, one]))
  const all = new Set(form.steps.flatMap((step) => step.questions.map((one) => one.question)))
  const problems: AnswerProblem[] = []
  for (const name of Object.keys(answers)) {
    if (!all.has(name)) problems.push({ question: name, message: say(language, 'check.unasked') })
    else if (!shown.has(name))
      problems.push({
        question: name,
        message: say(language, 'check.notNow'),
      })
  }
  const facts = { ...asker, ...answerFacts(answers) }
  for (const [name, one] of shown) {
    const wrong = problemOf(library.get(name)!, isRequired(one, facts), answers[name], fits)
    if (wrong) problems.push({ question: name, message: problemSaid(wrong, language) })
  }
  return problems
}

/** Whether a question must be answered, given the facts of the answers and of who asks. */
export function isRequired(one: FormQuestion, facts: Facts): boolean {
  return one.required === true || (one.requireWhen !== undefined && holds(one.requireWhen, facts))
}

/** What is wrong, as the catalogue calls it, or in the words of whoever made the form. */
type Wrong = Key | [Key, Values] | { own: string }

function problemSaid(wrong: Wrong, language: Language): string {
  if (typeof wrong === 'string') return say(language, wrong)
  return Array.isArray(wrong) ? say(language, ...wrong) : wrong.own
}

/** What is wrong with one answer, in words; undefined when it fits its question. */
export function answerProblem(
  question: Question,
  required: boolean,
  answer: unknown,
  fits?: PatternFits,
  language: Language = 'en',
): string | undefined {
  const wrong = problemOf(question, required, answer, fits)
  return wrong === undefined ? undefined : problemSaid(wrong, language)
}

function problemOf(
  question: Question,
  required: boolean,
  answer: unknown,
  fits?: PatternFits,
): Wrong | undefined {
  if (question.type === 'explanation') return answer === undefined ? undefined : 'check.explanation'
  if (answer === undefined) return required ? 'check.answer' : undefined
  return CHECKS[question.type](answer, question, required, fits)
}

type Check = (answer: unknown, question: Question, required: boolean, fits?: PatternFits) => Wrong | undefined

const textCheck: Check = (answer, question, required, fits) => {
  if (typeof answer !== 'string') return 'check.text'
  // A character is a code point, as in JSON Schema.
  const length = [...answer].length
  if (required && !/\S/.test(answer)) return 'check.answer'
  const most = maxLengthOf(question)
  if (length > most) return ['check.long', { most, length }]
  const { pattern } = question
  if (pattern && answer !== '' && fits && !fits(pattern.like, answer)) return { own: pattern.message }
  return undefined
}

/** A moment with its offset from UTC, to the second: RFC 3339. */
export const DATE_TIME = new RegExp(`^${MOMENT_PATTERN}$`)
export const DATE = new RegExp(`^${DAY_PATTERN}$`)

/** The id of something that is chosen by name; whether there is such a thing is asked of the directory. */
const idCheck =
  (wrong: Key): Check =>
  (answer, _, required) => {
    if (typeof answer !== 'string' || [...answer].length > ID_LIMIT) return wrong
    return required && !/\S/.test(answer) ? wrong : undefined
  }

const CHECKS: Record<Exclude<Question['type'], 'explanation'>, Check> = {
  text: textCheck,
  longText: textCheck,
  number: (answer, { min, max, unit }) => {
    if (typeof answer !== 'number' || !Number.isFinite(answer)) return 'check.number'
    const named = unit ? ` ${unit}` : ''
    if (min !== undefined && answer < min) return ['check.least', { least: `${min}${named}` }]
    if (max !== undefined && answer > max) return ['check.most', { most: `${max}${named}` }]
    return undefined
  },
  choice: (answer, question, required) => {
    if (!question.options!.some((option) => option.value === answer)) return 'check.option'
    // An option without a value is no answer.
    return required && typeof answer === 'string' && !/\S/.test(answer) ? 'check.answer' : undefined
  },
  manyChoices: (answer, question, required) => {
    const known = new Set(question.options!.map((option) => option.value))
    if (!Array.isArray(answer) || !answer.every((one) => known.has(one))) return 'check.options'
    if (new Set(answer).size < answer.length) return 'check.optionTwice'
    return required && answer.length === 0 ? 'check.anOption' : undefined
  },
  yesNo: (answer) => (typeof answer === 'boolean' ? undefined : 'check.yesNo'),
  date: (answer) => (typeof answer === 'string' && DATE.test(answer) ? undefined : 'check.date'),
  dateTime: (answer) => (typeof answer === 'string' && DATE_TIME.test(answer) ? undefined : 'check.dateTime'),
  attachment: (answer, _, required) => {
    if (
      !Array.isArray(answer) ||
      !answer.every((one) => typeof one === 'string' && [...one].length <= ID_LIMIT)
    )
      return 'check.files'
    if (new Set(answer).size < answer.length) return 'check.fileTwice'
    if (answer.length > MOST_FILES) return ['check.mostFiles', { most: MOST_FILES }]
    return required && answer.length === 0 ? 'check.aFile' : undefined
  },
  person: idCheck('check.person'),
  organisation: idCheck('check.organisation'),
  site: idCheck('check.site'),
  category: idCheck('check.category'),
  equipment: idCheck('check.equipment'),
}

/** Names what an answer chose by id; undefined when there is no such thing. */
export type NameOf = (type: NamedType | 'attachment', id: string) => string | undefined

/** Answers that name something which is not there: people who left, sites that were closed. */
export function unknownAnswers(
  { form, library, language = 'en' }: Asked,
  answers: Readonly<Answers>,
  nameOf: NameOf,
): AnswerProblem[] {
  return form.steps
    .flatMap((step) => step.questions)
    .flatMap(({ question: name }) => {
      const { type } = library.get(name)!
      const answer = answers[name]
      if (!isNamedType(type) || typeof answer !== 'string' || answer === '') return []
      if (nameOf(type, answer) !== undefined) return []
      return [{ question: name, message: say(language, 'check.gone', { answer }) }]
    })
}

/** Answers in the words of the form, for mails and the ticket page. Only questions that were answered. */
export function answersInWords(
  form: Form,
  library: QuestionLibrary,
  answers: Readonly<Answers>,
  nameOf: NameOf = () => undefined,
  language: Language = 'en',
): { name: string; label: string; answer: string }[] {
  return form.steps
    .flatMap((step) => step.questions)
    .filter((one) => answers[one.question] !== undefined && answers[one.question] !== '')
    .map((one) => {
      const question = library.get(one.question)!
      return {
        name: question.name,
        label: question.label,
        answer: answerInWords(question, answers[one.question]!, nameOf, language),
      }
    })
}

export function answerInWords(
  question: Question,
  answer: Answers[string],
  nameOf: NameOf,
  language: Language = 'en',
): string {
  const { type, options, unit } = question
  if (typeof answer === 'boolean') return say(language, answer ? 'answer.yes' : 'answer.no')
  if (type === 'date' || type === 'dateTime') return writtenSaid(String(answer), language)
  const label = (value: unknown) => {
    const text = typeof value === 'number' ? numberSaid(value, language) : String(value)
    if (isNamedType(type) || type === 'attachment') return nameOf(type, text) ?? text
    return options?.find((option) => option.value === value)?.label ?? text
  }
  if (Array.isArray(answer)) return answer.map(label).join(', ')
  return unit ? `${label(answer)} ${unit}` : label(answer)
}
