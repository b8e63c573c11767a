/** What can be said of organisations, sites, teams, people, queues, machines …, and what becomes of it. */
export { LIST_NAMES, NO_IDS, type ListName } from './list'
export { SKILL_GRADES, type Field, type FieldOf, type FieldTypeName, type Value, type Values } from './field'
export { KINDS, type Kind } from './kinds'
export { emptyOf, isEmpty, keptIn, shapeOf, textOf, valueOf, type Shape } from './types'
export type { Thing, World } from './world'
export { changesOf, namedBy, outcomeOf, type FieldChanged, type Outcome } from './change'
export { DirectoryWorld, valuesOf } from './worldOf'
export { columnsOf, FilePlan, linesOf, type LinePlan, type LineReport } from './file'
export {
  missingBeforeOpening,
  OPENING_CHECKS,
  type Missing,
  type OpeningCheck,
  type OpeningCheckResult,
} from './missing'
export { usesInDesign } from './usesInDesign'
export { mergedOf, type Differing, type Following, type Merged, type Merging } from './merge'
export { designNaming } from './designNaming'
export { conditionNaming } from './conditionNaming'
export { newestWeek, shiftWith, weekOn } from './shift'
export { teamWeek, type TeamWeek } from './teamWeek'
export { usesInDirectory, type NamedIn } from './uses'
