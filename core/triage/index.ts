/** Triage of a new ticket: each value with its because. */
export { capital, listInWords, type Because, type Sorted } from './because'
export { assign, assignmentOf, type Assigning, type Workloads } from './assignment'
export { askSources, SOURCE_NAMES, type Asked, type SourceAnswer } from './priority'
export { chosenByMap, faultOf, kindOfSignal, NO_COVER, placeOfSignal, type KnownSignal } from './signals'
export { tryTriage, type Trial, type TrialStep } from './trial'
export { LearntCategories, type PastWords, type Suggestion } from './learnt'
export { skillsFor, sort, triage, type SortResult, type TriageInput, type TriageResult } from './triage'
