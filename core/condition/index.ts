/** The condition language: trees of tests on facts, evaluated, explained and put in words. */
export * from './condition'
export {
  CALENDARS,
  copyOf,
  isList,
  isText,
  listOf,
  listValue,
  valueOf,
  type Calendars,
  type FactKind,
  type Facts,
  type FactValue,
} from './fact'
export { holds, failures, mayHold, testHolds } from './evaluate'
export { wordsOf } from './reading'
export { anyCaseClass, fold } from './fold'
export { LENGTH_PATTERN, LONGEST, readLength, writeLength } from './length'
export { OPERATORS, type Operator } from './operators/list'
export type { CellText, OperatorTerms, Takes } from './operator'
export { foldedSql, instantIn, minutesIn, type AnswerColumn, type Asking, type Sql, type SqlTag } from './sql'
export { compareWhen, DAY_PATTERN, MOMENT_PATTERN, readWhen, type When } from './when'
export { forWhom, inWords, operatorInWords, valueInWords, type Vocabulary } from './words'
