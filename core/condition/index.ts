/** The condition language: trees of tests on facts, evaluated, explained and put in words. */
export * from './condition'
export { holds, failures, testHolds } from './evaluate'
export { inWords, operatorInWords, valueInWords, type Vocabulary } from './words'
