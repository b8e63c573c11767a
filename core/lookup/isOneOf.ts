/** Whether something of unknown kind is one of the few words that a list allows. */
export const isOneOf = <T extends string>(list: readonly T[], value: unknown): value is T =>
  list.some((one) => one === value)
