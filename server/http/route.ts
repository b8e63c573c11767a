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
  type H3Event,
} from 'h3'
import type { Role } from '../../core/design'
import type { FieldProblem } from '../../core/ticket'
import { clockMode } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { constraintProblems } from './constraints'
import { readText, refuseDeep, refuseUnsafe } from './door'
import { keepable } from '../base/keepable'
import { log } from '../base/log'
import { HttpProblem, problemOf } from './problem'
import { services, type Services } from './services'
import type { Caller } from '../base/caller'
import { callerOfSession, SESSION_COOKIE } from './session'

/** Who may call a route. Each role may do what those below it may: lead above technician, administrator above all. */
export type Who = 'anyone' | 'signedIn' | 'technician' | 'lead' | 'administrator' | 'demo'

const RANK: Record<Role, number> = { requester: 0, technician: 1, dispatcher: 1, lead: 2, administrator: 3 }
const NEEDED: Record<Who, number> = {
  anyone: -1,
  signedIn: 0,
  technician: 1,
  demo: 1,
  lead: 2,
  administrator: 3,
}

/** Whether somebody of this role works at the desk. */
export function isStaff(role: Role): boolean {
  return RANK[role] >= 1
}

/** What a route says about itself: who may call it, and for the API's description. */
export interface Statement<B, Q> {
  who: Who
  summary: string
  /** Class of the body, checked with class-validator. */
  body?: ClassConstructor<B>
  query?: ClassConstructor<Q>
  /** Most bytes of the body, where it is not 2 MB, or 64 kB of somebody who has not signed in. */
  bodyLimit?: number
  /** Headers that the route reads, with what they are for. */
  headers?: Record<string, string>
  answers?: string
  /** Set where the answer is not JSON. */
  produces?: string
}

export interface Call<B, Q> {
  event: H3Event
  desk: Desk
  /** Throws 401 when nobody is signed in. */
  caller: Caller
  /** Who is signed in, if anybody. */
  signedIn: Caller | undefined
  body: B
  query: Q
  /** A part of the path that must be a whole number. */
  number(name: string): number
}

export type Route = EventHandler & { statement: Statement<object, object> }

const BODY_LIMIT = 2 * 1024 * 1024
/** What somebody who has not signed in may send. */
const STRANGERS_LIMIT = 64 * 1024

/** Makes a route: who may → parse → command or query → answer. Whatever is thrown becomes problem details. */
export function defineRoute<B extends object = object, Q extends object = object>(
  statement: Statement<B, Q>,
  answer: (call: Call<B, Q>) => unknown,
): Route {
  const handler = defineEventHandler(async (event) => {
    try {
      const { desk, callerOfToken } = services()
      const caller = await callerOf(event, desk, callerOfToken)
      admit(statement.who, caller)
      refuseUnsafe(event.context.params ?? {})
      if (!['GET', 'HEAD'].includes(event.method) && caller?.by === 'session') refuseForeignPages(event)
      const body = statement.body
        ? await parse(
            statement.body,
            await readJson(
              event,
              statement.bodyLimit ?? (statement.who === 'anyone' ? STRANGERS_LIMIT : BODY_LIMIT),
            ),
          )
        : ({} as B)
      const query = statement.query ? await parse(statement.query, { ...getQuery(event) }) : ({} as Q)
      const number = (name: string) => wholeNumber(event, name)
      const call = { event, desk, body, query, number, signedIn: caller }
      Object.defineProperty(call, 'caller', { get: () => caller ?? fail(new HttpProblem(401, SIGN_IN)) })
      return await answer(call as Call<B, Q>)
    } catch (error) {
      return sendProblem(event, error)
    }
  })
  return Object.assign(handler, { statement: statement as unknown as Statement<object, object> })
}

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

function admit(who: Who, caller: Caller | undefined): void {
  if (who === 'anyone') return
  if (!caller) throw new HttpProblem(401, SIGN_IN)
  if (RANK[caller.role] < NEEDED[who])
    throw new HttpProblem(403, `Your role (${caller.role}) may not do this.`)
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

async function parse<T extends object>(type: ClassConstructor<T>, value: object): Promise<T> {
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

function wholeNumber(event: H3Event, name: string): number {
  const text = event.context.params?.[name] ?? ''
  if (!/^\d{1,15}$/.test(text)) throw new HttpProblem(404, `“${text}” is not a number; look at the address.`)
  return Number(text)
}
