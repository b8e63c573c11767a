/** Plans: larger requests in stages, who does what by when, approvals, and what comes next. */
export { momentAfter, momentOf, TIME_OF_DAY, type DayIn, type DayOf } from './day'
export {
  DOER_NAMES,
  doerInWords,
  findHolder,
  meantBy,
  ROLES_IN_REQUEST,
  type Asking,
  type Doer,
  type Finding,
  type Holder,
  type RoleInRequest,
} from './doer'
export {
  MOST_PLAN_TASKS,
  MOST_PLANS,
  MOST_STAGES,
  factsNamed,
  numbersOf,
  questionsNamed,
  stagesAfter,
  stagesBefore,
  tasksOf,
  type Due,
  type Plan,
  type Stage,
} from './plan'
export {
  hasFailed,
  isOpen,
  isOpenStage,
  isSettled,
  type Opened,
  type FormRun,
  type PlanEnd,
  type PlanRun,
  type StageRun,
  type StageTarget,
  type TaskEnd,
  type TaskRun,
} from './run'
export {
  MOST_DEEP,
  partOf,
  type AnswerRead,
  type CallAnswer,
  type OutsideFault,
  type OutsideRun,
  type PartOf,
  type PassedOn,
} from './outside'
export {
  askedFor,
  askedNow,
  silentIn,
  standInFor,
  inPlaceOf,
  sealedBy,
  waitsFor,
  wantedOf,
  type Approver,
  type Approving,
  type Asked,
  type InPlace,
  type Needs,
  type Query,
  type Sealed,
  type Word,
} from './seal'
export {
  isForIt,
  keepOpen,
  nextMoment,
  nextSteps,
  openTasksOf,
  requiredOf,
  type PlanStep,
  type PlanTime,
  type PlanWorld,
} from './steps'
export { ASSUMED, forecast, movedSince, type ForecastWorld, type Moved, type PlanForecast } from './forecast'
export { stagesLived, type LivedRun, type StageLived } from './lived'
export {
  conditionsOf,
  questionsAsked,
  trial,
  type Trial,
  type TrialLine,
  type TrialOf,
  type TrialPace,
} from './trial'
export type { EndedBy, PlanHands, PlanMoment, PlanReader, PlanTaskTerms } from './task'
export { PLAN_TASKS, planTaskTerms, type PlanTask, type PlanTaskKind } from './tasks/list'
export type { ApprovalTask, Refusal } from './tasks/approval'
export type { CallTask } from './tasks/call'
export type { FormTask, LinkedTo } from './tasks/form'
export type { TicketTask } from './tasks/ticket'
export {
  dutiesOf,
  planProgress,
  planView,
  standingStages,
  type PlanDuty,
  type PlanView,
  type SealView,
  type StageView,
  type TaskStands,
  type TaskView,
} from './view'
export {
  moved,
  withNewStage,
  withNewTask,
  withoutStage,
  withoutTask,
  withStage,
  withTask,
  withTasksOf,
} from './edit'
export {
  approversInWords,
  dayInWords,
  dueInWords,
  faultInWords,
  needsInWords,
  stageOpensInWords,
  whoInWords,
  type PlanVocabulary,
} from './words'
