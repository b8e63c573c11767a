/** Work: benches and their order, looking ahead, time records, bookings, tasks, links and moves. */
export { actsOf, keysOfActs, nextAct, type Act, type Keyed, type Leads } from './act'
export {
  BENCH_KEYS,
  benchKeyName,
  benchOrder,
  placeInWords,
  PLAIN_BENCH,
  type BenchKey,
  type BenchTicket,
  type BenchWords,
} from './bench'
export {
  FIELD_STEPS,
  isBooked,
  missedAt,
  plainBooking,
  type Booking,
  type BookingAnswer,
  type BookingState,
  type FieldStep,
  type StandingBooking,
  type UsedPart,
  type VisitReport,
} from './booking'
export { dayStrip, type DayParts } from './dayStrip'
export { withTick, type Procedure, type ProcedureStep } from './procedure'
export { LINK_KINDS, LINK_NAMES, otherWay, type LinkKind, type TicketLink } from './link'
export { displacedBy, type Displaced } from './displaced'
export { dueInFreeTime, FreeTime, lookAhead, type Fixed, type Slot, type Work } from './lookAhead'
export { KEPT_KEYS, MOVE_ICONS, shelfOf, type Move, type MoveIcon, type MoveStep, type Shelf } from './move'
export type {
  BookingMark,
  FirstNamed,
  Goal,
  Looker,
  Maker,
  Outlook,
  SortField,
  StepReader,
  Way,
} from './step'
export { stepTerms, STEPS } from './steps/list'
export { earliestDue, fewestLate, type Job } from './orders'
export { EVIDENCE_KINDS, evidenceInWords, figureFault, type Evidence, type Given } from './evidence'
export {
  countedAs,
  isSettled,
  LONGEST_TASK,
  MOST_TASKS,
  openRequired,
  reworded,
  type Checklist,
  type ListedTask,
  type Task,
  type TaskWords,
} from './task'
export {
  forgottenSince,
  leftToDo,
  PLAIN_ROUNDING,
  roundedTime,
  type Rounding,
  type TimeRecord,
  type Timer,
} from './timeRecord'
export { countTasks, type TaskCame, type TaskCount, type TaskCounts } from './taskCounts'
export { typedTasks } from './typedTasks'
export { fewestBroken, joined, piecesOf, wholesOf } from './pieces'
export {
  readSearch,
  SEARCH_STATES,
  SEARCH_THINGS,
  type SearchFilter,
  type SearchNames,
  type SearchState,
  type SearchThing,
  type SearchWords,
} from './searchWords'
export {
  PLAIN_VIEW,
  readView,
  FIELD_COLUMN,
  isViewColumn,
  BOARD_LANES,
  MOST_COLUMNS,
  type BoardLanes,
  VIEW_COLUMNS,
  isFieldColumn,
  type FieldColumn,
  type PlainColumn,
  type PlainGroup,
  type PlainSort,
  VIEW_GROUPS,
  VIEW_SORTS,
  type ViewColumn,
  type ViewDefinition,
  type ViewGroup,
  type ViewSort,
} from './view'
export {
  layoutFor,
  PLAIN_LAYOUT,
  TICKET_FACTS,
  TICKET_SECTIONS,
  type Layout,
  type TicketPart,
} from './layout'
