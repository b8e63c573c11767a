/** What an error says, whatever was thrown. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** Where it came from too, for the log. */
export const traceOf = (error: unknown): string =>
  error instanceof Error ? (error.stack ?? error.message) : String(error)
