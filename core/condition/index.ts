/** The condition language: trees of tests on facts, evaluated, explained and put in words. */
export * from './condition'
export { holds, failures, mayHold, testHolds, wordsOf } from './evaluate'
export { anyCaseClass, fold } from './fold'
export { compareWhen, DAY_PATTERN, MOMENT_PATTERN, readWhen, type When } from './when'
export { inWords, isOperator, operatorInWords, valueInWords, type Vocabulary } from './words'
