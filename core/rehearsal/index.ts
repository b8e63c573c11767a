/** A design run over past tickets. */
export { TriageRehearsal, type ChangedGroup, type PastTicket } from './triage'
export { climbTrial, type TrialStep } from './climbTrial'
