/** The fields of ticket kinds: what they hold, who sees and changes them, and how their values are checked and said. */
export * from './field'
export {
  asQuestion,
  checkAsked,
  fieldFacts,
  fieldSchema,
  isBlank,
  keptValue,
  misfit,
  valueInWords,
  type Against,
  type FieldFault,
} from './values'
