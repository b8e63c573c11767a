import { say } from '~~/core/words'
import { isRecord } from '~~/core/lookup'
/** What the server says when it does not do something: RFC 9457 problem details. */
export interface Problem {
  title: string
  status: number
  detail: string
  /** What it is, where requesters can meet it; see `PROBLEM_CODES`. */
  code?: string
  fields?: { field: string; message: string }[]
}

/** An answer of the server that is not a success, or no answer at all. */
export class ApiError extends Error {
  /** Under this name it stays with the error of a page that was made on the server. */
  readonly data: Problem

  constructor(readonly problem: Problem) {
    super(problem.detail)
    this.data = problem
  }

  /** What is wrong with a field, if anything. */
  on(field: string): string | undefined {
    return this.problem.fields?.find((one) => one.field === field)?.message
  }
}

const UNREACHABLE: Problem = {
  title: 'The desk cannot be reached',
  status: 0,
  detail: say('en', 'problem.0'),
}

type Options = {
  method?: 'GET' | 'POST' | 'PATCH' | 'DELETE'
  /** A text is sent as it is. */
  body?: object | string
  headers?: Record<string, string>
  query?: Record<string, string | number | undefined>
  /** It is finished even when its page is left; the body has to be small then. */
  keepalive?: boolean
}

/** Our routes are described by their answers' types where they are asked, not by the types that Nuxt makes of files. */
type Send = <T>(path: string, options: Options) => Promise<T>

/**
 * Asks the server.
 * @throws ApiError with words for the person in front of the screen
 */
export async function api<T>(path: string, options: Options = {}): Promise<T> {
  const send = import.meta.server ? (useRequestFetch() as unknown as Send) : ($fetch as unknown as Send)
  try {
    return await send<T>(path, options)
  } catch (error) {
    throw new ApiError(problemIn(error) ?? UNREACHABLE)
  }
}

/** The problem details that an answer carried. */
function problemIn(error: unknown): Problem | undefined {
  const data = error instanceof Error && 'data' in error ? error.data : undefined
  return isProblem(data) ? data : undefined
}
const isProblem = (data: unknown): data is Problem => isRecord(data) && 'detail' in data

/** Whatever was thrown, as an ApiError. */
export function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error
  const detail = error instanceof Error ? error.message : UNREACHABLE.detail
  return new ApiError(problemIn(error) ?? { ...UNREACHABLE, detail })
}
