import { isRecord } from '../lookup'

/** The code that an error of the system or of the database carries, such as `ENOENT` or `23505`. */
export const codeOf = (error: unknown): string | undefined =>
  isRecord(error) && typeof error.code === 'string' ? error.code : undefined
