/** The decider: command → entries → state, and what follows from a state (alarms, messages). */
export type * from './entry'
export { DELIVERY_STATES } from './entry'
export {
  ENTRY_KINDS,
  readEntry,
  UnreadableEntry,
  versionOf,
  type EntryKind,
  type KeptEntry,
} from './readEntry'
export { evolve, rebuild, type Held, type Major, type MessageState, type TicketState } from './state'
export {
  Refused,
  type Acceptance,
  type Said,
  type Command,
  type CommandContext,
  type FieldProblem,
  type Rating,
  type PlanTaskChange,
  type ResortField,
  VERDICTS,
} from './command'
export type { Decided } from './change'
export { resortChoices } from './resort'
export { asksVerdict } from './verdict'
export { happenedTo, type Happened } from './happened'
export { colleaguesSee, readsRequest, type Reads } from './reads'
export { followersOf, keptByWord, saidToRequester, type Words } from './said'
export { misfitOf } from './adopt'
export { ticketAlarms } from './alarms'
export { triedFor } from './delivery'
export { keptMessages, messageChanges, type KeptMessage, type MessageChange } from './keptMessages'
export { previewMessage } from './message'
export { climbingNow } from './acknowledge'
export { TEXT_LIMIT } from './text'
export { MOST_PARTS, MOST_PICTURES, REPORT_LIMIT } from './fieldWork'
export { lacksOf, type Lack } from './arrival'
export { decide } from './decide'
export { followsOf, type Follows } from './follows'
export { isReopened, standsInWords } from './stands'
export { givenInWords, recordLines, type RecordLine } from './record'
export { isOfAssist } from './assistWords'
export { wireInWords } from './counterpartWords'
export { counterpartEntrySeen, seenExchange, type SeenExchange } from './counterpartSeen'
export { COUNTERPART_KINDS, isOfCounterpart } from './counterpartState'
export { sentTicket } from './counterparts'
export { saidBefore } from './saidBefore'
export { linesFor, wordsForPartners, type TicketWord } from './tellPartners'
export { designNames, entryInWords, rungWhen } from './entryWords'
export { by as madeBy, type RecordNames } from './recordNames'
export { planMove, UNDO_WITHIN, type MovePlan } from './makeMove'
export {
  followedPlan,
  followedPlans,
  plansRest,
  planTime,
  runOfTask,
  planWorld,
  type Followed,
  calendarOfPlan,
  planTask,
} from './planFollowed'
export { childWanted, type ChildWanted } from './children'
export { targetOfStage } from './stageTarget'
export {
  answeredBy,
  answeredLater,
  askedInForm,
  formToFill,
  type AnsweredLater,
  type FormAsked,
} from './forms'
export { callOf } from './outside'
export { newerPlan } from './planEdition'
export { requiredInPlans } from './plans'
export { sealToSay } from './seals'
export { planForecast } from './planForecast'
export { placedOf, type PlacedAt } from './placed'
export { progressOf } from './progress'
export { visitsShown, type VisitShown } from './visits'
export { leadsTo, planWays, type WayPlan } from './ways'
export { lastWordOf, sinceSeen, talkOf, type TalkLine } from './talk'
