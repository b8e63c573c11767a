/** Looks at somebody's machine from afar: what is asked for, what the machine says, and what is written of it. */
export {
  ASSIST_MEANS,
  ASSIST_PAPERS,
  assistEndsAt,
  assistRules,
  isWithin,
  openAssist,
  PLAIN_ASSIST,
  type AssistDeed,
  type AssistEnd,
  type AssistMeans,
  type AssistPaper,
  type AssistRules,
  type AssistSession,
  type AssistStay,
} from './session'
export {
  afterDeed,
  factsOf,
  MACHINE_DEEDS,
  newMachine,
  panelsOf,
  type MachineDeed,
  type MachineDoer,
  type MachineEvent,
  type MachinePanel,
  type StandInMachine,
} from './standIn'
export { assistCode, CODE_LENGTH, EVEN_BYTES, readAssistCode } from './code'
export {
  bytesInWords,
  FACT_LIMIT,
  factChanges,
  factLines,
  MOST_DISKS,
  type FactChange,
  type FactLine,
  type MachineDisk,
  type MachineFacts,
  type SeenFacts,
} from './facts'
export {
  ASSIST_PAPER_NAMES,
  assistDeedInWords,
  assistInWords,
  assistMeansInWords,
  ASSIST_ENDS,
  chatPaper,
  reportPaper,
  type ChatLine,
} from './words'
