/** The design document and the directory: types, compiling, proofreading, comparing, the file. */
export * from './design'
export { ABSENCE, Directory, isAbsence } from './directory'
export { Standing } from './standing'
export type {
  Agreement,
  DirectoryData,
  Equipment,
  Listed,
  Organisation,
  PartnerDesk,
  Person,
  Queue,
  ServiceDesk,
  Site,
  SkillGrade,
  Team,
} from './directory'
export { BrokenReference, CompiledDesign, equipmentName } from './compile'
export { articleOf } from './place'
export { Proofreader, proofread } from './proofread'
export { placeInWords } from './placeWords'
export { forProofreading } from './forProofreading'
export { keptId, type Known } from './reader'
export type { Finding, FindingCode } from '../finding'
export { CannotChange, changeDesign, thingOf, type DesignStep } from './change'
export { ledByOthers, notAllowed } from './permission'
export { changesInWords, type ChangeInWords } from './differences'
export { compareDesigns, type DesignChange } from './compare'
export { touchedBy, type TicketsBy } from './touched'
export { changeKey, withChanges } from './choose'
export { readKeptDesign, UnreadableDesign, upgradeDesign } from './upgrade'
export { promiseCategories, routeCategories } from './categoryRules'
export { mergeCategories, moveCategories, type CategoryMove } from './categories'
export { ownQuestion, removeQuestion, replaceQuestion, type InTheWay, type Replacement } from './library'
export { gapsOf, textsOfQuestion, writtenTexts, type WrittenText } from './translate'
export { designFile, readDesignFile, readNamedDesign, type DesignFile } from './file'
export { designFolder, FOLDER_FILES, readDesignFolder } from './folder'
export { fieldsOf, templateFields, TEMPLATE_FIELDS } from './templateFields'
export { earlierQuestions, formsOfPlan, questionsIn } from './laterForms'
export { firstDesign } from './first'
export { domainsOf } from './domains'
export {
  checklistsFor,
  formsAsking,
  levelsFor,
  usesOfAnswer,
  usesOfAnswers,
  usesOfCalendar,
  usesOfField,
  usesOfKind,
  type Use,
} from './uses'
export {
  cellNamesOf,
  kindOfFact,
  namedDirectory,
  namesOf,
  type NamedDirectory,
  type Names,
  type RuleWords,
} from './names'
export * from './mapping'
export { STARTING_DESIGNS, startingDesignOf, type StartingDesign } from './starting'
