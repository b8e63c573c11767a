import { DAY, durationInWords, parseDuration } from '../time'
import { isTest, partsOf, type Condition, type FactValue, type Operator, type Test } from './condition'

/** How facts and their values are called on the screen. */
export interface Vocabulary {
  /** The name of a fact, such as `category` or `more than two gates?`. */
  fact(name: string): string
  /** The name of a value of a fact, such as `Gates › Scanners`. */
  value(fact: string, value: FactValue): string
}

const VERBS: Record<Operator, string> = {
  is: 'is',
  isNot: 'is not',
  oneOf: 'is one of',
  noneOf: 'is none of',
  under: 'is under',
  startsWith: 'starts with',
  contains: 'contains',
  matches: 'has the words',
  greater: 'is more than',
  atLeast: 'is at least',
  less: 'is less than',
  atMost: 'is at most',
  between: 'is between',
  before: 'is before',
  after: 'is after',
  inTheLast: 'is in the last',
  empty: 'is empty',
  filled: 'is filled in',
}

/** Whether something is the name of an operator. */
export const isOperator = (op: unknown): op is Operator => typeof op === 'string' && Object.hasOwn(VERBS, op)

/** The words between fact and value. */
export function operatorInWords(op: Operator): string {
  return VERBS[op]
}

/** A duration as people say it; what is none stays as it was typed. */
function spanInWords(text: string): string {
  try {
    const length = parseDuration(text)
    return length % DAY === 0 ? `${length / DAY} ${length === DAY ? 'day' : 'days'}` : durationInWords(length)
  } catch {
    return text
  }
}

export function valueInWords(test: Test, words: Vocabulary): string {
  const { value } = test
  if (value === undefined || value === null) return ''
  if (test.op === 'inTheLast') return spanInWords(String(value))
  if (Array.isArray(value))
    return value.map((one) => words.value(test.fact, one)).join(test.op === 'between' ? ' and ' : ', ')
  return words.value(test.fact, value as FactValue)
}

/** A condition as an English sentence without its full stop: `category is under Gates and site is Hallin`. */
export function inWords(condition: Condition, words: Vocabulary): string {
  if (isTest(condition))
    return `${words.fact(condition.fact)} ${VERBS[condition.op]} ${valueInWords(condition, words)}`.trim()
  const parts = partsOf(condition).map((part) =>
    isTest(part) || partsOf(part).length < 2 ? inWords(part, words) : `(${inWords(part, words)})`,
  )
  if (parts.length === 0) return 'any' in condition ? 'never' : 'always'
  if ('all' in condition) return parts.join(' and ')
  return 'any' in condition ? parts.join(' or ') : `none of: ${parts.join(', ')}`
}
