import type { Answer } from '~~/core/intake/form'
import { isRecord } from '~~/core/lookup'

const isAnswer = (value: unknown): value is Answer =>
  ['string', 'number', 'boolean'].includes(typeof value) ||
  (Array.isArray(value) && value.every((one) => typeof one === 'string'))

/** Answers as they were kept somewhere that anybody can write to. */
export function answersIn(value: unknown): Record<string, Answer> {
  const answers = isRecord(value) ? value : {}
  return Object.fromEntries(
    Object.entries(answers).filter((one): one is [string, Answer] => isAnswer(one[1])),
  )
}
