/** What rules may ask of a ticket: every fact that there is, and the facts of one ticket. */
export type { FactColumn, FactDesign, FactTerms, FactTicket, ValueSet } from './fact'
export { ARRIVAL_FACTS, FACTS, termsOfFact, type FactName } from './list'
export { openTaskCount } from './terms/openTasks'
export { arrivalFacts, askerFacts, ticketFacts, writtenOut } from './ticketFacts'
