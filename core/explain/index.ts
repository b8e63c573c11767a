/** Reasons and rules in words, made when somebody reads them. */
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
