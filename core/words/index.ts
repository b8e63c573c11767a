/** Everything that the desk says by itself, a table per language. */
export { type Key } from './english'
export {
  becauseInWords,
  becausesInWords,
  editionsIn,
  reasonInWords,
  sourceInWords,
  withWords,
  type BecauseWords,
  type Reader,
} from './reasons'
export { ruleInWords } from './rules'
export { capital, listInWords, say, type Language, type Values } from './say'
