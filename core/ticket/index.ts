/** The decider: command → entries → state, and what follows from a state (alarms, messages). */
export type * from './entry'
export { evolve, rebuild, type MessageState, type TicketState } from './state'
export { Refused, type Command, type CommandContext, type FieldProblem, type ResortField } from './command'
export type { Decided } from './change'
export { resortChoices } from './resort'
export { ticketAlarms } from './clocks'
export { ticketFacts } from './facts'
export { decide, RECIPIENT_NAMES, TEXT_LIMIT } from './decide'
