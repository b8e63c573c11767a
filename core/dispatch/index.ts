/** Who is sent where and when: places for a job, and what speaks against one. */
export { knows, type Hand, type Job, type Visit } from './job'
export { UNKNOWN_WAY, Ways, type SiteWays } from './ways'
export {
  bookingOf,
  JOB_STANDINGS,
  standingOf,
  type Insisted,
  type JobDeed,
  type JobStanding,
  type JobWords,
  type WantedJob,
} from './wanted'
export { MOST_IN_SERIES, ruleOf, SERIES_YEARS, seriesOf, type Repeats, type Window } from './series'
export { BoardScale, type Mark } from './scale'
export { besides, type Besides } from './besides'
export { typedPlace, type TypedBy, type TypedPlace } from './typed'
export { conflictInWords, slotInWords, whyNotInWords, type DispatchWords, type DisplacedWords } from './words'
export { conflictsOf, isRemark, opensNext, type Conflict, type Trial } from './conflict'
export { remediesFor, troublesOf, type Remedies, type StandingJob, type Trouble } from './trouble'
export {
  GRID,
  SLOT_WEIGHTS,
  slotCost,
  slotsFor,
  slotsOf,
  type Slot,
  type SlotWeights,
  type Within,
} from './slots'
export {
  compareSums,
  Placing,
  type Placed,
  type Proposal,
  type Round,
  type Sums,
  type WhyNot,
} from './placeAll'
