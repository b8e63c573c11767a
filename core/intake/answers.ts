import { holds, type Facts, type FactValue } from '../condition'
import {
  isNamedType,
  QUESTION_TYPES,
  type Answer,
  type Answers,
  type Form,
  type FormQuestion,
  type Question,
} from './form'
import { say, type Language } from '../words'
import type { PatternFits } from './pattern'
import type { NameOf, Wrong } from './questionType'
import { oneBy } from '../lookup'

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
    const wrong = problemOf(oneBy(library, name), isRequired(one, facts), answers[name], fits)
    if (wrong) problems.push({ question: name, message: problemSaid(wrong, language) })
  }
  return problems
}

/** The answers to the questions of a form; a ticket may have those of others as well. */
export function ownAnswers<T>(form: Form, answers: Readonly<Record<string, T>>): Record<string, T> {
  const asked = new Set(form.steps.flatMap((step) => step.questions.map((one) => one.question)))
  return Object.fromEntries(Object.entries(answers).filter(([name]) => asked.has(name)))
}

/** Whether a question must be answered, given the facts of the answers and of who asks. */
export function isRequired(one: FormQuestion, facts: Facts): boolean {
  return one.required === true || (one.requireWhen !== undefined && holds(one.requireWhen, facts))
}

function problemSaid(wrong: Wrong, language: Language): string {
  if (typeof wrong === 'string') return say(language, wrong)
  if (Array.isArray(wrong)) return say(language, wrong[0], wrong[1])
  return 'own' in wrong ? wrong.own : wrong[language]
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
  const { control, check } = QUESTION_TYPES[question.type]
  if (answer === undefined) return required && control !== 'words' ? 'check.answer' : undefined
  return check(answer, question, required, fits)
}

/** Answers that name something which is not there: people who left, sites that were closed. */
export function unknownAnswers(
  { form, library, language = 'en' }: Asked,
  answers: Readonly<Answers>,
  nameOf: NameOf,
): AnswerProblem[] {
  return form.steps
    .flatMap((step) => step.questions)
    .flatMap(({ question: name }) => {
      const { type } = oneBy(library, name)
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
      const question = oneBy(library, one.question)
      return {
        name: question.name,
        label: question.label,
        answer: answerInWords(question, answers[one.question]!, nameOf, language),
      }
    })
}

/** One answer in the words of its question. */
export const answerInWords = (
  question: Question,
  answer: Answer,
  nameOf: NameOf,
  language: Language = 'en',
): string => QUESTION_TYPES[question.type].said(answer, question, nameOf, language)
