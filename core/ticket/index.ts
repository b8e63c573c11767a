/** The decider: command → entries → state, and what follows from a state (alarms, messages). */
export type * from './entry'
export { evolve, rebuild, type Held, type MessageState, type TicketState } from './state'
export {
  Refused,
  type Acceptance,
  type Said,
  type Command,
  type CommandContext,
  type FieldProblem,
  type ResortField,
} from './command'
export type { Decided } from './change'
export { resortChoices } from './resort'
export { misfitOf } from './adopt'
export { ticketAlarms } from './clocks'
export { TEXT_LIMIT } from './text'
export { askerFacts, ticketFacts } from './facts'
export { lacksOf, type Lack } from './arrival'
export { decide, RECIPIENT_NAMES } from './decide'
