/** Triage of a new ticket: each value with its because. */
export * from './triage'
