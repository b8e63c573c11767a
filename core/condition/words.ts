import { DAY, durationInWords, parseDuration } from '../time'
import { isTest, partsOf, type Condition, type Test } from './condition'
import { isList, type FactValue } from './fact'
import { OPERATORS, type Operator } from './operators/list'

/** How facts and their values are called on the screen. */
export interface Vocabulary {
  /** The name of a fact, such as `category` or `more than two gates?`. */
  fact(name: string): string
  /** The name of a value of a fact, such as `Gates › Scanners`; of a calendar as a value of `calendar`. */
  value(fact: string, value: FactValue): string
}

/** The words between fact and value. */
export const operatorInWords = (op: Operator): string => OPERATORS[op].verb

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
  const { takes } = OPERATORS[test.op]
  if (takes === 'span') return spanInWords(String(value))
  const of = takes === 'calendar' ? 'calendar' : test.fact
  if (isList(value)) return value.map((one) => words.value(of, one)).join(takes === 'range' ? ' and ' : ', ')
  return words.value(of, value)
}

/** A condition as an English sentence without its full stop: `category is under Gates and site is Hallin`. */
export function inWords(condition: Condition, words: Vocabulary): string {
  if (isTest(condition))
    return `${words.fact(condition.fact)} ${operatorInWords(condition.op)} ${valueInWords(condition, words)}`.trim()
  const parts = partsOf(condition).map((part) =>
    isTest(part) || partsOf(part).length < 2 ? inWords(part, words) : `(${inWords(part, words)})`,
  )
  if (parts.length === 0) return 'any' in condition ? 'never' : 'always'
  if ('all' in condition) return parts.join(' and ')
  return 'any' in condition ? parts.join(' or ') : `none of: ${parts.join(', ')}`
}
