import { DAY_PATTERN } from '../../condition'
import { writtenSaid } from '../../words'
import type { QuestionTypeTerms } from '../questionType'
import { daysTried } from '../saying'

const PATTERN = new RegExp(`^${DAY_PATTERN}$`)

/** A day of the calendar, as ISO 8601 writes it. */
export const date = {
  name: 'date',
  control: 'day',
  fact: 'date',
  terms: [],
  isField: true,
  sortsAs: 'text',
  check: (answer) => (typeof answer === 'string' && PATTERN.test(answer) ? undefined : 'check.date'),
  schema: () => ({ type: 'string', format: 'date', pattern: PATTERN.source }),
  said: (answer, _, __, language) => writtenSaid(String(answer), language),
  tried: daysTried,
  domain: () => ({ type: 'date' }),
} satisfies QuestionTypeTerms
