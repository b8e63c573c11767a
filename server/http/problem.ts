import { say, type ProblemCode } from '../../core/words'
import { codeOf } from '../../core/error/codeOf'
import { UnreadableDesign } from '../../core/design'
import { Refused, UnreadableEntry, type FieldProblem } from '../../core/ticket'
import { isUnreachable } from '../db/connection'

/** An error as RFC 9457 problem details, with the fields that are wrong and what to do. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  /** Where a requester can meet it: by it, portals say it in each language. */
  code?: ProblemCode
  fields?: FieldProblem[]
}

const TITLES: Record<number, string> = {
  400: 'The request cannot be read',
  401: 'Please sign in',
  403: 'This is not for you',
  404: 'There is no such thing',
  409: 'Somebody was quicker',
  413: 'That is too much at once',
  415: 'The content is not JSON',
  422: 'Something needs another look',
  429: 'Too many tries',
  500: 'Something went wrong here',
  503: 'The desk cannot be reached just now',
}

/** An answer that is not a success, thrown from anywhere below a route. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly fields: FieldProblem[] = [],
    readonly headers: Record<string, string> = {},
    readonly code?: ProblemCode,
  ) {
    super(detail)
    this.name = 'HttpProblem'
  }
}

/** What a requester may meet, in the words of the catalogue. */
export const requesterProblem = (
  status: number,
  code: ProblemCode,
  { fields, headers }: Pick<Partial<HttpProblem>, 'fields' | 'headers'> = {},
) => new HttpProblem(status, say('en', `problem.${code}`), fields, headers, code)

const STATUS_OF_REFUSAL = { invalid: 422, conflict: 409, forbidden: 403, missing: 404 } as const

/**
 * Whether the database refused a value that got past the door (SQLSTATE 22003, 22021, 22P05): a number out of range, or
 * what is no text.
 */
const isUnkeepable = (error: unknown) => ['22003', '22021', '22P05'].includes(codeOf(error) ?? '')

/** Turns whatever was thrown into a problem; undefined details of our own faults stay in the log. */
export function problemOf(error: unknown): {
  problem: Problem
  headers: Record<string, string>
  expected: boolean
} {
  if (error instanceof HttpProblem)
    return made(error.status, error.message, error.fields, error.headers, error.code)
  if (error instanceof Refused)
    return made(STATUS_OF_REFUSAL[error.reason], error.message, error.fields, {}, error.code)
  if (error instanceof UnreadableEntry || error instanceof UnreadableDesign) return made(409, error.message)
  if (isUnkeepable(error))
    return made(422, 'Something that was sent cannot be kept: too large a number, or no text.')
  if (isUnreachable(error))
    return made(503, 'Nothing was changed. Please try again in a moment.', [], { 'retry-after': '2' })
  const fault = made(
    500,
    'Nothing was changed. The fault is in the log; please tell the administrator if it stays.',
  )
  return { ...fault, expected: false }
}

function made(
  status: number,
  detail: string,
  fields: FieldProblem[] = [],
  headers: Record<string, string> = {},
  code?: ProblemCode,
) {
  const title = TITLES[status] ?? 'The request failed'
  const problem: Problem = {
    type: `urn:yare:problem:${status}`,
    title,
    status,
    detail,
    ...(code && { code }),
    ...(fields.length && { fields }),
  }
  return { problem, headers, expected: true }
}
