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
  /** How a sentence says that a fact is yes, and that it is no, where that is not “… is yes”. */
  says?(fact: string): { yes: string; no: string } | undefined
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

/** A test without its fact: `is under Gates`. */
const askedInWords = (test: Test, words: Vocabulary) =>
  `${operatorInWords(test.op)} ${valueInWords(test, words)}`.trim()

function testInWords(test: Test, words: Vocabulary): string {
  const says = words.says?.(test.fact)
  const isSaid = says && (test.op === 'is' || test.op === 'isNot') && typeof test.value === 'boolean'
  if (isSaid) return says[test.value === (test.op === 'is') ? 'yes' : 'no']
  return `${words.fact(test.fact)} ${askedInWords(test, words)}`
}

/** Tests of one fact that are one sentence: `cover is Pay per job or is empty`. */
function ofOneFact(parts: readonly Condition[], words: Vocabulary): string | undefined {
  const tests = parts.filter(isTest)
  const fact = tests[0]?.fact
  if (fact === undefined || tests.length < parts.length || tests.some((one) => one.fact !== fact))
    return undefined
  if (words.says?.(fact)) return undefined
  return `${words.fact(fact)} ${tests.map((one) => askedInWords(one, words)).join(' or ')}`
}

/** A condition as an English sentence without its full stop: `category is under Gates and site is Hallin`. */
export function inWords(condition: Condition, words: Vocabulary): string {
  if (isTest(condition)) return testInWords(condition, words)
  const parts = partsOf(condition).map((part) =>
    isTest(part) || partsOf(part).length < 2 ? inWords(part, words) : `(${inWords(part, words)})`,
  )
  if (parts.length === 0) return 'any' in condition ? 'never' : 'always'
  if ('all' in condition) return parts.join(' and ')
  if ('any' in condition) return ofOneFact(condition.any, words) ?? parts.join(' or ')
  return `none of: ${parts.join(', ')}`
}

/**
 * For which tickets something is, as the end of a sentence.
 * @example `Applies ${forWhom(level.when, words)}.` // Applies to tickets where cover is Office hours.
 */
export function forWhom(condition: Condition, words: Vocabulary): string {
  if (!isTest(condition) && partsOf(condition).length === 0)
    return 'any' in condition ? 'to no ticket yet' : 'to every ticket'
  return `to tickets where ${inWords(condition, words)}`
}
