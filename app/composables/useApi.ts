import { say } from '~~/core/words'
import { isRecord, present } from '~~/core/lookup'

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

const NOT_UNDERSTOOD: Problem = {
  title: 'This page does not understand the desk',
  status: 500,
  detail: say('en', 'problem.notUnderstood'),
  code: 'notUnderstood',
}

type Part<Name extends string, T> = keyof T extends never ? unknown : Record<Name, T>

/** A route without a class for its body may read it as text, or as bytes. */
type Body<T> = keyof T extends never ? { body?: string | Blob | ArrayBuffer } : { body: T }

type Ask<C extends Call> = Part<'path', TakenBy<C>['path']> &
  Body<TakenBy<C>['body']> & {
    query?: Partial<TakenBy<C>['query']>
    headers?: Record<string, string>
    signal?: AbortSignal
    /** It is finished even when its page is left; the body has to be small then. */
    keepalive?: boolean
  }

/** Left out where all of it may be. */
type Must<T> = Partial<T> extends T ? [ask?: T] : [ask: T]

/** Our routes have their own map, for Nuxt's knows neither bodies nor queries. */
type Send = <T>(path: string, options: object) => Promise<T>

/**
 * Asks the server.
 * @example await api('POST /api/tickets/{reference}/assign', { path: { reference: 12 }, body: { technician: 'tora' } })
 * @throws ApiError with words for the person in front of the screen
 */
export async function api<C extends Call>(call: C, ...[ask]: Must<Ask<C>>): Promise<AnswerOf<C>> {
  const { path, query, ...options } = (ask ?? {}) as Partial<Ask<Call>> & Addressed
  const [method] = call.split(' ')
  const send = import.meta.server ? sendOnServer(method) : ($fetch as unknown as Send)
  try {
    return await send<AnswerOf<C>>(addressOf(call, path), { method, query, ...options })
  } catch (error) {
    // What was called off is nobody's fault; whoever called it off knows it by its reason.
    if (ask?.signal?.aborted) throw ask.signal.reason
    throw new ApiError(problemIn(error) ?? UNREACHABLE)
  }
}

/**
 * A page that is drawn on the server asks in the name of whom it is drawn for. What it changes, since its form was sent
 * by the browser itself, is content of its own, and cookies that are set by it go on to the browser.
 */
function sendOnServer(method: string | undefined): Send {
  const ask = useRequestFetch() as unknown as Send
  const event = useRequestEvent()
  if (method === 'GET' || !event) return ask
  return <T>(path: string, { body, headers, ...options }: Sent) => {
    const isJson = !(body instanceof ArrayBuffer)
    const content = isJson ? JSON.stringify(body ?? {}) : body
    const length = isJson ? new TextEncoder().encode(content as string).length : body.byteLength
    return ask<T>(path, {
      ...options,
      body: content,
      headers: {
        'content-length': String(length),
        'content-type': isJson ? 'application/json' : 'application/octet-stream',
        ...headers,
      },
      onResponse: ({ response }: { response: Response }) =>
        response.headers.getSetCookie().forEach((one) => event.node.res.appendHeader('set-cookie', one)),
    })
  }
}
interface Sent {
  body?: unknown
  headers?: Record<string, string>
}

interface Addressed {
  path?: Record<string, string | number>
  query?: Record<string, string | number | boolean | undefined>
}

function addressOf(call: string, path: Addressed['path'] = {}): string {
  const [, address] = call.split(' ')
  return present(address).replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(path[name])))
}

type Got = Extract<Call, `GET ${string}`>

/**
 * The address of what is had by a link: a file.
 * @example linkTo('GET /api/design-file', { query: { edition: '3' } }) // /api/design-file?edition=3
 */
export function linkTo<C extends Got>(
  call: C,
  ...[ask]: Must<Pick<Ask<C>, 'query' | (keyof Ask<C> & 'path')>>
): string {
  const { path, query = {} } = (ask ?? {}) as Addressed
  const given = Object.entries(query).flatMap(([name, value]) =>
    value === undefined ? [] : [[name, String(value)]],
  )
  const asked = new URLSearchParams(given).toString()
  return addressOf(call, path) + (asked && `?${asked}`)
}

/** The problem details that an answer carried. */
function problemIn(error: unknown): Problem | undefined {
  const data = error instanceof Error && 'data' in error ? error.data : undefined
  return isProblem(data) ? data : undefined
}
const isProblem = (data: unknown): data is Problem => isRecord(data) && 'detail' in data

/**
 * Whatever was thrown, as an ApiError. A fault of the page itself, such as over an answer of another version of the desk,
 * says nothing to its person in its own words.
 */
export function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error
  if (error instanceof TypeError || error instanceof ReferenceError) return new ApiError(NOT_UNDERSTOOD)
  const detail = error instanceof Error ? error.message : UNREACHABLE.detail
  return new ApiError(problemIn(error) ?? { ...UNREACHABLE, detail })
}
