import { messageOf, traceOf } from '../../core/error/messageOf'
import { plainToInstance, type ClassConstructor } from 'class-transformer'
import { validate, type ValidationError } from 'class-validator'
import {
  defineEventHandler,
  getCookie,
  getHeader,
  getQuery,
  send,
  setResponseHeaders,
  setResponseStatus,
  type EventHandler,
  type EventHandlerRequest,
  type H3Event,
} from 'h3'
import { aboutRight, REQUESTER, type Right } from '../../core/rights'
import type { FieldProblem } from '../../core/ticket'
import { clockMode } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { constraintProblems } from './constraints'
import { readText, refuseDeep, refuseUnsafe } from './door'
import { keepable } from '../base/keepable'
import { log } from '../base/log'
import { HttpProblem, problemOf } from './problem'
import { seenTicket } from '../queries/sight'
import { services, type Services } from './services'
import type { Caller } from '../base/caller'
import { callerOfSession, SESSION_COOKIE } from './session'

/** Who may call a route for which no right is asked: anybody, whoever has signed in, the people of the desk. */
export type Who = 'anyone' | 'signedIn' | 'staff' | 'demo'

/** Whether somebody of this role works at the desk. */
export const isStaff = (role: string): boolean => role !== REQUESTER

/** What stands in braces in a route's path: a whole number, a text as it is, or one of a few words. */
export type PathParts = Record<string, 'number' | 'text' | readonly string[]>

/** The values of those. */
export type PathOf<P extends PathParts> = {
  [K in keyof P]: P[K] extends 'number' ? number : P[K] extends readonly (infer Word)[] ? Word : string
}

/** Who may call a route: a right, one of several where it goes by what is said, or nothing but who somebody is. */
export type Admission = { who: Who; may?: undefined } | { may: Right | readonly Right[]; who?: undefined }

/** What a route says about itself: who may call it, and for the API's description. */
export type Statement<B, Q, P extends PathParts = PathParts> = Admission & Said<B, Q, P>

interface Said<B, Q, P extends PathParts> {
  summary: string
  /** The parts of its path that are not fixed; a test holds them to the file's name. */
  path?: P
  /** Class of the body, checked with class-validator. */
  body?: ClassConstructor<B>
  /** The class where it goes by the one part of the path that is one of a few words. */
  bodyOf?: (word: string) => ClassConstructor<B>
  query?: ClassConstructor<Q>
  /** Most bytes of the body, where it is not 2 MB, or 64 kB of somebody who has not signed in. */
  bodyLimit?: number
  /** Headers that the route reads, with what they are for. */
  headers?: Record<string, string>
  answers?: string
  /** Set where the answer is not JSON. */
  produces?: string
}

export interface Call<B, Q, P extends PathParts> {
  event: H3Event
  desk: Desk
  /** Throws 401 when nobody is signed in. */
  caller: Caller
  /** Who is signed in, if anybody. */
  signedIn: Caller | undefined
  body: B
  query: Q
  path: PathOf<P>
}

/**
 * A route with what comes in and what goes out, for the page and for the API's description. What it answers is sent as
 * JSON as it is: no dates, maps or functions in it (`scripts/answers.mjs` refuses them).
 */
export type Route<
  Body = object,
  Query = object,
  Answer = unknown,
  Path extends PathParts = PathParts,
> = EventHandler<EventHandlerRequest, Promise<Answer>> & { statement: Statement<Body, Query, Path> }

const BODY_LIMIT = 2 * 1024 * 1024
/** What somebody who has not signed in may send. */
const STRANGERS_LIMIT = 64 * 1024

/** Makes a route: who may → parse → command or query → answer. Whatever is thrown becomes problem details. */
export function defineRoute<
  Answer,
  B extends object = Nothing,
  Q extends object = Nothing,
  const P extends PathParts = Nothing,
>(
  statement: Statement<B, Q, P>,
  answer: (call: Call<B, Q, P>) => Answer | Promise<Answer>,
): Route<B, Q, Answer, P> {
  const handler = defineEventHandler(async (event): Promise<Answer> => {
    try {
      const { desk, callerOfToken } = services()
      const caller = await callerOf(event, desk, callerOfToken)
      admit(statement, caller)
      refuseUnsafe(event.context.params ?? {})
      if (!['GET', 'HEAD'].includes(event.method) && caller?.by === 'session') refuseForeignPages(event)
      const path = pathOf(event, statement.path)
      // Whatever somebody may do with tickets, they may do it with those that they see.
      if (caller && statement.may && typeof path.reference === 'number')
        await seenTicket(desk, caller, path.reference)
      const type = statement.body ?? statement.bodyOf?.(wordOf(path, statement.path))
      const limit = statement.bodyLimit ?? (statement.who === 'anyone' ? STRANGERS_LIMIT : BODY_LIMIT)
      const body = type ? await parse(type, await readJson(event, limit)) : ({} as B)
      const query = statement.query ? await parse(statement.query, { ...getQuery(event) }) : ({} as Q)
      const call = { event, desk, body, query, path, signedIn: caller }
      Object.defineProperty(call, 'caller', { get: () => caller ?? fail(new HttpProblem(401, SIGN_IN)) })
      return await answer(call as Call<B, Q, P>)
    } catch (error) {
      // What goes out has gone: the answer's type is of what succeeds.
      return sendProblem(event, error) as never
    }
  })
  return Object.assign(handler, { statement })
}

/** Where a route takes no body, no query or nothing from its path. */
type Nothing = Record<never, never>

const SIGN_IN = 'Sign in first, or send a bearer token.'

function fail(error: Error): never {
  throw error
}

/** Answers with problem details; faults of our own go to the log. */
export function sendProblem(event: H3Event, error: unknown) {
  const { problem, headers, expected } = problemOf(error)
  if (!expected || problem.status >= 500)
    log.error({ path: event.path, method: event.method, error: traceOf(error) }, problem.title)
  setResponseStatus(event, problem.status)
  setResponseHeaders(event, headers)
  return send(event, JSON.stringify(problem), 'application/problem+json')
}

async function callerOf(
  event: H3Event,
  desk: Desk,
  callerOfToken: Services['callerOfToken'],
): Promise<Caller | undefined> {
  const [scheme, token] = (getHeader(event, 'authorization') ?? '').split(' ')
  if (scheme?.toLowerCase() === 'bearer' && token) {
    const caller = await callerOfToken(token)
    if (!caller)
      throw new HttpProblem(401, 'This bearer token is not known. Make one with ./yare token EMAIL.')
    return caller
  }
  const cookie = getCookie(event, SESSION_COOKIE)
  return cookie ? callerOfSession(desk.db, cookie) : undefined
}

/** The rights of which a route asks one. */
export const rightsAsked = ({ may = [] }: Admission): readonly Right[] =>
  typeof may === 'string' ? [may] : may

function admit(admission: Admission, caller: Caller | undefined): void {
  const { who } = admission
  if (who === 'anyone') return
  if (!caller) throw new HttpProblem(401, SIGN_IN)
  const asked = rightsAsked(admission)
  if (who !== 'signedIn' && !isStaff(caller.role))
    throw new HttpProblem(403, 'This is for the people of the desk.')
  if (!who && !asked.some((one) => caller.rights.has(one)))
    throw new HttpProblem(
      403,
      `Your role has not the right “${asked.map((one) => aboutRight(one).label).join('” or “')}”; an administrator gives it.`,
    )
  if (who === 'demo' && clockMode() !== 'demo')
    throw new HttpProblem(403, 'Only the demo has a clock that can be put forward.')
}

/** A page of another site may make a browser send its cookie; it cannot fake where it comes from. */
export function refuseForeignPages(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  const host = getHeader(event, 'host')
  const same = origin !== undefined && URL.canParse(origin) && new URL(origin).host === host
  const site = getHeader(event, 'sec-fetch-site')
  if (!same || (site !== undefined && site !== 'same-origin'))
    throw new HttpProblem(403, 'This request did not come from a page of this desk, so nothing was done.')
}

async function readJson(event: H3Event, limit: number): Promise<object> {
  const type = getHeader(event, 'content-type') ?? ''
  if (!/^application\/json\b/.test(type)) throw new HttpProblem(415, 'Send the content as application/json.')
  const raw = await readText(event, limit)
  // What is signed is signed letter by letter.
  event.context.said = raw
  refuseDeep(raw)
  let value: unknown
  try {
    value = JSON.parse(raw)
  } catch (error) {
    throw new HttpProblem(400, `The content is not JSON: ${keepable(messageOf(error))}`)
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new HttpProblem(400, 'The content must be a JSON object.')
  return value
}

/**
 * What came in as a class says it is to be.
 * @throws HttpProblem 422 with each field that is not
 */
export async function parse<T extends object>(type: ClassConstructor<T>, value: object): Promise<T> {
  refuseUnsafe(value)
  const instance = plainToInstance(type, value, { exposeDefaultValues: true })
  // What has a value of its own when it is left out has it as well when nothing is sent for it.
  for (const [name, left] of Object.entries(new type()))
    if (left !== undefined && (instance as Record<string, unknown>)[name] === null)
      Object.assign(instance, { [name]: left })
  // What is written as a text in a query has become a number by now.
  refuseUnsafe(instance)
  const errors = await validate(instance, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
  })
  if (errors.length)
    throw new HttpProblem(
      422,
      'Some fields need another look.',
      errors.flatMap((one) => fieldProblems(one, '')),
    )
  return instance
}

function fieldProblems(error: ValidationError, prefix: string): FieldProblem[] {
  const field = prefix ? `${prefix}.${error.property}` : error.property
  const own = constraintProblems(error, field)
  return [...own, ...(error.children ?? []).flatMap((child) => fieldProblems(child, field))]
}

/**
 * The parts of the path that the route states.
 * @throws HttpProblem 404 for a number that is none
 */
function pathOf(event: H3Event, parts: PathParts = {}): Record<string, number | string> {
  return Object.fromEntries(
    Object.entries(parts).map(([name, kind]) => {
      const text = event.context.params?.[name] ?? ''
      if (typeof kind === 'object') return [name, oneOfWords(text, kind)]
      return [name, kind === 'number' ? wholeNumber(text) : text]
    }),
  )
}

function oneOfWords(text: string, words: readonly string[]): string {
  if (!words.includes(text))
    throw new HttpProblem(404, `There is nothing called “${text}” here; it is one of ${words.join(', ')}.`)
  return text
}

/** The part of a path that is one of a few words. */
export const wordPart = (parts: PathParts = {}): string | undefined =>
  Object.keys(parts).find((name) => typeof parts[name] === 'object')

const wordOf = (path: Record<string, number | string>, parts: PathParts | undefined): string =>
  String(path[wordPart(parts) ?? ''])

function wholeNumber(text: string): number {
  if (!/^\d{1,15}$/.test(text)) throw new HttpProblem(404, `“${text}” is not a number; look at the address.`)
  return Number(text)
}
