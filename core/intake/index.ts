/** Catalog, portals, forms and their answers, and the JSON Schema of a form. */
export * from './form'
export {
  categoriesToPick,
  categoryAsked,
  isPicked,
  pickLevels,
  subjectsOf,
  topOf,
  wayTo,
  type Pickable,
  type PickLevel,
} from './categoryPick'
export { portalIndex, isOfPortal, showsItem } from './portalIndex'
export {
  answerFacts,
  answerInWords,
  answerProblem,
  answersInWords,
  checkAnswers,
  isRequired,
  ownAnswers,
  shownQuestions,
  unknownAnswers,
  type AnswerProblem,
  type Asked,
  type QuestionLibrary,
} from './answers'
export type { NameOf, QuestionTypeTerms, Term } from './questionType'
export { fieldsOf, readAnswer, type Entered, type Reading } from './posted'
export { portalOfPerson } from './portalOf'
export { nearDuplicates, QuestionWords } from './nearDuplicates'
export { isFor, isOffered, unreachableQuestions } from './reach'
export { answerSchema, formSchema, conditionSchema } from './schema'
export { ItemIndex } from './search'
export { canBeTitle, TITLE_LIMIT, titleLine, titleOf } from './title'
export { wordsOf } from './words'
export { fitsPattern, isUsable, patternOf, UnusablePattern, type PatternFits } from './pattern'
