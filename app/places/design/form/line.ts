import type { Form, FormQuestion, FormStep, Question } from '~~/core/intake'
import { oneAt } from '~~/core/lookup'

const LONG = 80

/** What a question is called in one line: explanations run over many, with marks of emphasis. */
export function lineInWords({ label, type }: Question): string {
  if (type !== 'explanation') return label
  const plain = label
    .replace(/[*_#>`]+/g, '')
    .replace(/\s+/g, ' ')
    .trim()
  return plain.length > LONG ? `${plain.slice(0, LONG - 1).trimEnd()}…` : plain
}

/** The steps of a form with what one of them asks changed. */
export const withAsked = (
  { steps }: Form,
  step: number,
  questions: (before: FormQuestion[]) => FormQuestion[],
): FormStep[] => steps.map((one, at) => (at === step ? { ...one, questions: questions(one.questions) } : one))

/**
 * The steps of a form with one question moved by one place; over the edge of its step it goes into the next one.
 * @returns nothing where there is no further place
 */
export function movedBy({ steps }: Form, step: number, index: number, by: number): FormStep[] | undefined {
  const after = steps.map((one) => ({ ...one, questions: [...one.questions] }))
  const here = oneAt(after, step).questions
  const [one] = here.splice(index, 1)
  if (!one) return undefined
  const to = index + by
  if (to >= 0 && to <= here.length) here.splice(to, 0, one)
  else if (to < 0 && step > 0) oneAt(after, step - 1).questions.push(one)
  else if (to > 0 && step < after.length - 1) oneAt(after, step + 1).questions.unshift(one)
  else return undefined
  return after
}

/** What a form asks before one of its questions. */
export const askedBefore = ({ steps }: Form, step: number, index: number): string[] =>
  steps
    .flatMap((one, at) => (at < step ? one.questions : at === step ? one.questions.slice(0, index) : []))
    .map((one) => one.question)
