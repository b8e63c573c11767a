/** Service levels become clocks; a clock has a time ledger, a balance and a due moment. */
export * from './clock'
export {
  carriedOf,
  timeLedger,
  statementInWords,
  type LedgerLine,
  type LineKind,
  type TimeLedger,
} from './ledger'
export {
  csvField,
  csvOf,
  lineInWords,
  shownStatement,
  statementCsv,
  statementData,
  type ShownLine,
} from './statement'
export {
  amountShown,
  balanceShown,
  endOfStatement,
  momentOnPaper,
  sheetHead,
  statementSheet,
  type SheetLine,
  type SheetOf,
  type StatementSheet,
} from './statementSheet'
export {
  isBeyondLevels,
  isOfTarget,
  isPartnerTarget,
  isStageTarget,
  PARTNERS,
  partnerTarget,
  STAGES,
  stageTarget,
} from './beyondLevels'
export { termsInWords } from './terms'
export { trialBetween, trialDue } from './trial'
export {
  familyOf,
  grantedFor,
  targetNames,
  tryLevels,
  type GrantingPriority,
  type LevelTrial,
} from './levels'
