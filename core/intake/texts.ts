import type { QuestionTerms } from './question'
import type { PatternFilter, QuestionTypeTerms } from './questionType'
import { optionSaid, textsTried } from './saying'

/** What patterns of questions are written in, for whoever reads the schema. */
const SYNTAX =
  'The pattern is in the part of ECMA-262 (flag u) that RE2 reads as well: no looking round, no back references.'

export const TEXT_LIMITS = { text: 200, longText: 20_000 } as const

/** How many characters a text may have at most. */
export const maxLengthOf = ({ maxLength, type }: QuestionTerms & { type: string }): number =>
  maxLength ?? TEXT_LIMITS[type === 'longText' ? 'longText' : 'text']

/**
 * A type whose answers are texts.
 * @param limit the longest in characters, where the question names none
 */
export const textType = (limit: number) =>
  ({
    fact: 'text',
    terms: ['looks', 'default'],
    isField: true,
    sortsAs: 'text',
    check: (answer, question, required, fits) => {
      if (typeof answer !== 'string') return 'check.text'
      // A character is a code point, as in JSON Schema.
      const length = [...answer].length
      if (required && !/\S/.test(answer)) return 'check.answer'
      const most = question.maxLength ?? limit
      if (length > most) return ['check.long', { most, length }]
      const { pattern } = question
      if (pattern && answer !== '' && fits && !fits(pattern.like, answer)) return { own: pattern.message }
      return undefined
    },
    schema: (question: QuestionTerms, required: boolean, isUsable: PatternFilter) => ({
      type: 'string',
      maxLength: question.maxLength ?? limit,
      allOf: [
        ...(required ? [{ pattern: '\\S' }] : []),
        // An answer that is left empty is none, so it need not look like anything.
        ...(question.pattern && isUsable(question.pattern.like)
          ? [{ $comment: SYNTAX, anyOf: [{ const: '' }, { pattern: question.pattern.like }] }]
          : []),
        {},
      ],
    }),
    said: optionSaid,
    tried: textsTried,
  }) satisfies Partial<QuestionTypeTerms>
