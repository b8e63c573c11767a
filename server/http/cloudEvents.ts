import { messageOf } from '../../core/error/messageOf'
import { HTTP, type CloudEvent, type Headers } from 'cloudevents'
import type { H3Event } from 'h3'
import { getHeaders } from 'h3'
import { deskNow } from '../clock/deskClock'
import type { Signal } from '../commands/signals'
import { readText, refuseUnsafe } from './door'
import { HttpProblem } from './problem'

/** Most events in one batch. */
const MOST = 1000
/** Most bytes of one batch: 4 kB an event. */
const MOST_BYTES = 4 * 1024 * 1024

/** Reads the signals of a request. @throws HttpProblem as `eventsOf` does */
export async function readSignals(event: H3Event): Promise<Signal[]> {
  return signalsOf(getHeaders(event) as Headers, await readText(event, MOST_BYTES))
}

/** Reads signals from a message. @throws HttpProblem as `eventsOf` does */
export const signalsOf = (headers: Headers, body: string): Signal[] => eventsOf(headers, body).map(signalOf)

/**
 * Reads CloudEvents 1.0 from a message: binary, structured, or a batch (HTTP protocol binding, 3.1 to 3.3).
 * @throws HttpProblem 400 with what is wrong, 413 for too many
 */
export function eventsOf(headers: Headers, body: string): CloudEvent<unknown>[] {
  let parsed: CloudEvent<unknown> | CloudEvent<unknown>[]
  try {
    // It is checked below, so that the first thing that is wrong is named.
    parsed = HTTP.toEvent({ headers, body }) as typeof parsed
  } catch (error) {
    throw notRead(messageOf(error))
  }
  const list = [parsed].flat()
  // The library would give an event without an id one of its own, and then each repeat would be a new one.
  const without = idsIn(headers, body).findIndex((id) => typeof id !== 'string' || id === '')
  if (without >= 0) throw notRead(`${nameOf(without)} has no id`)
  if (!list.length) throw notRead('it holds no event')
  if (list.length > MOST)
    throw new HttpProblem(413, `A batch may hold ${MOST} events; send the rest in another.`)
  list.forEach((event, index) => {
    refuseUnsafe(JSON.parse(JSON.stringify(event)))
    const fault = faultIn(event)
    if (fault) throw notRead(`${nameOf(index)} ${fault}`)
  })
  return list
}

const notRead = (why: string) => new HttpProblem(400, `This is no CloudEvent (1.0) that can be read: ${why}.`)

/** The ids as they were sent. */
function idsIn(headers: Headers, body: string): unknown[] {
  if (!/^application\/cloudevents/i.test(String(headers['content-type']))) return [headers['ce-id']]
  return [JSON.parse(body) as { id?: unknown } | { id?: unknown }[]].flat().map((one) => one?.id)
}

const nameOf = (index: number) => (index ? `event ${index + 1}` : 'the event')

function signalOf(event: CloudEvent<unknown>): Signal {
  const { id, source, type, subject, time } = event
  const told = telling(event)
  const organisation = told('organisation')
  const site = told('site')
  const text = told('text') ?? told('message') ?? (typeof event.data === 'string' ? event.data : '')
  return {
    ...{ id, source, type, at: time ? Date.parse(time) : deskNow() },
    text: text.slice(0, 4000),
    ...(subject && { subject }),
    ...(organisation && { organisation }),
    ...(site && { site }),
  }
}

/** What is wrong with an event, if anything. */
function faultIn(event: CloudEvent<unknown>): string | undefined {
  const { id, source, type, subject = '', time, specversion } = event
  for (const [name, value] of Object.entries({ id, source, type }))
    if (typeof value !== 'string' || !value) return `has no ${name}`
  if (specversion !== '1.0') return `has the specversion ${String(specversion)}, not 1.0`
  if ([id, source, type, subject].some((one) => one.length > 500))
    return 'has an attribute over 500 characters'
  return time && Number.isNaN(Date.parse(time)) ? 'has a time that is none of RFC 3339' : undefined
}

/** What an event says under a name: as an extension attribute, or in its data. */
function telling(event: CloudEvent<unknown>): (name: string) => string | undefined {
  const data = (typeof event.data === 'object' && event.data !== null ? event.data : {}) as Record<
    string,
    unknown
  >
  return (name) =>
    [event[name], data[name]].find((one): one is string => typeof one === 'string' && one !== '')
}
