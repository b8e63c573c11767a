/** Ticket kinds: statuses in groups, transitions, gates and automatic moves. */
export * from './lifecycle'
export * from './edit'
