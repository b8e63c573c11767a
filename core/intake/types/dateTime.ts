import { MOMENT_PATTERN } from '../../condition'
import { writtenSaid } from '../../words'
import type { QuestionTypeTerms } from '../questionType'
import { daysTried } from '../saying'

const PATTERN = new RegExp(`^${MOMENT_PATTERN}$`)

/** A moment with its offset from UTC, to the second (RFC 3339). */
export const dateTime = {
  name: 'day and hour',
  control: 'moment',
  fact: 'date',
  terms: [],
  isField: true,
  sortsAs: 'moment',
  check: (answer) => (typeof answer === 'string' && PATTERN.test(answer) ? undefined : 'check.dateTime'),
  schema: () => ({ type: 'string', format: 'date-time', pattern: PATTERN.source }),
  said: (answer, _, __, language) => writtenSaid(String(answer), language),
  tried: daysTried,
  domain: () => ({ type: 'date' }),
} satisfies QuestionTypeTerms
