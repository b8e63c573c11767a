import type { FactValue } from '../condition'
import { numberSaid, type Key, type Language } from '../words'
import { ID_LIMIT, type Answer, type QuestionTerms } from './question'
import type { NameOf, QuestionTypeTerms } from './questionType'

// What several types of question have in common.

/** One answer, or several with commas between them, each by the name of its option where it is one. */
export function optionSaid(
  answer: Answer,
  { options }: QuestionTerms,
  _: NameOf,
  language: Language,
): string {
  const label = (value: unknown) =>
    options?.find((option) => option.value === value)?.label ??
    (typeof value === 'number' ? numberSaid(value, language) : String(value))
  return Array.isArray(answer) ? answer.map(label).join(', ') : label(answer)
}

/** The texts that conditions compare with, one that has all of them, what lies below each as a path, and another. */
export function textsTried(_: QuestionTerms, compared: readonly (FactValue | undefined)[]): unknown[] {
  const texts = compared.map(String)
  return [...new Set([...texts, texts.join(' '), ...texts.map((text) => `${text}/x`), 'something else'])]
}

/** A day just before and just after each: texts of digits are in the order of their letters. */
export const daysTried = (_: QuestionTerms, compared: readonly (FactValue | undefined)[]): unknown[] => [
  '0',
  ...compared.map(String).flatMap((text) => [text, `${text}~`]),
]

/**
 * A type whose answer is the id of something that is chosen by name; whether there is such a thing is asked of the
 * directory.
 * @param wrong what is said of anything else
 */
export const namedType = (type: string, wrong: Key) =>
  ({
    terms: [],
    isNamed: true,
    sortsAs: 'text',
    check: (answer: unknown, _: QuestionTerms, required: boolean) => {
      if (typeof answer !== 'string' || [...answer].length > ID_LIMIT) return wrong
      return required && !/\S/.test(answer) ? wrong : undefined
    },
    schema: (_: QuestionTerms, required: boolean) => ({
      type: 'string',
      maxLength: ID_LIMIT,
      ...(required && { pattern: '\\S' }),
    }),
    said: (answer: Answer, _: QuestionTerms, nameOf: NameOf) =>
      nameOf(type, String(answer)) ?? String(answer),
    tried: textsTried,
  }) satisfies Partial<QuestionTypeTerms>
