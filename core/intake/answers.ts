import { holds, type Facts } from '../condition'
import { dayNumberOf } from '../time/calendar'
import { maxLengthOf, type Answers, type Form, type FormQuestion, type Question } from './form'

/** What is wrong with one answer, and what to do about it. */
export interface AnswerProblem {
  question: string
  message: string
}

export type QuestionLibrary = ReadonlyMap<string, Question>

/** Answers as facts: `form.NAME`. */
export function answerFacts(answers: Readonly<Record<string, unknown>>): Facts {
  return Object.fromEntries(Object.entries(answers).map(([name, value]) => [`form.${name}`, value as string]))
}

/**
 * The questions that are asked, given the answers so far. A question that is not shown counts as not
 * answered, so what depends on it is not shown either.
 */
export function shownQuestions(form: Form, answers: Readonly<Record<string, unknown>>): FormQuestion[] {
  const shown: FormQuestion[] = []
  const facts: Record<string, unknown> = {}
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
  form: Form,
  library: QuestionLibrary,
  answers: Readonly<Record<string, unknown>>,
): AnswerProblem[] {
  const shown = new Map(shownQuestions(form, answers).map((one) => [one.question, one]))
  const all = new Set(form.steps.flatMap((step) => step.questions.map((one) => one.question)))
  const problems: AnswerProblem[] = []
  for (const name of Object.keys(answers)) {
    if (!all.has(name))
      problems.push({ question: name, message: 'this form does not ask that; leave it out' })
    else if (!shown.has(name))
      problems.push({
        question: name,
        message: 'this is not asked with the other answers given; leave it out',
      })
  }
  for (const [name, one] of shown) {
    const message = problemOf(library.get(name)!, one.required === true, answers[name])
    if (message) problems.push({ question: name, message })
  }
  return problems
}

function problemOf(question: Question, required: boolean, answer: unknown): string | undefined {
  if (question.type === 'explanation')
    return answer === undefined ? undefined : 'this is an explanation and takes no answer'
  if (answer === undefined) return required ? 'please answer this' : undefined
  return CHECKS[question.type](answer, question, required)
}

type Check = (answer: unknown, question: Question, required: boolean) => string | undefined

const textCheck: Check = (answer, question, required) => {
  if (typeof answer !== 'string') return 'please give this as text'
  // A character is a code point, as in JSON Schema.
  const length = [...answer].length
  if (required && !/\S/.test(answer)) return 'please answer this'
  if (length > maxLengthOf(question))
    return `please shorten this to ${maxLengthOf(question)} characters; it has ${length}`
  return undefined
}

const CHECKS: Record<Exclude<Question['type'], 'explanation'>, Check> = {
  text: textCheck,
  longText: textCheck,
  number: (answer, { min, max, unit }) => {
    if (typeof answer !== 'number' || !Number.isFinite(answer)) return 'please give a number'
    const named = unit ? ` ${unit}` : ''
    if (min !== undefined && answer < min) return `please give at least ${min}${named}`
    if (max !== undefined && answer > max) return `please give at most ${max}${named}`
    return undefined
  },
  choice: (answer, question) =>
    question.options!.some((option) => option.value === answer)
      ? undefined
      : 'please choose one of the options',
  manyChoices: (answer, question, required) => {
    const known = new Set(question.options!.map((option) => option.value))
    if (!Array.isArray(answer) || !answer.every((one) => known.has(one)))
      return 'please choose from the options'
    if (new Set(answer).size < answer.length) return 'please choose each option once'
    return required && answer.length === 0 ? 'please choose at least one option' : undefined
  },
  yesNo: (answer) => (typeof answer === 'boolean' ? undefined : 'please answer yes or no'),
  date: (answer) => {
    try {
      dayNumberOf(String(answer))
      return typeof answer === 'string' ? undefined : 'please give a date'
    } catch {
      return 'please give a date like 2026-12-01'
    }
  },
}

/** Answers in the words of the form, for mails and the ticket page. Only questions that were answered. */
export function answersInWords(
  form: Form,
  library: QuestionLibrary,
  answers: Readonly<Answers>,
): { name: string; label: string; answer: string }[] {
  return form.steps
    .flatMap((step) => step.questions)
    .filter((one) => answers[one.question] !== undefined && answers[one.question] !== '')
    .map((one) => {
      const question = library.get(one.question)!
      return {
        name: question.name,
        label: question.label,
        answer: answerInWords(question, answers[one.question]!),
      }
    })
}

export function answerInWords(question: Question, answer: Answers[string]): string {
  if (typeof answer === 'boolean') return answer ? 'yes' : 'no'
  const label = (value: unknown) =>
    question.options?.find((option) => option.value === value)?.label ?? String(value)
  if (Array.isArray(answer)) return answer.map(label).join(', ')
  return question.unit ? `${label(answer)} ${question.unit}` : label(answer)
}
