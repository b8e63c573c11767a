import { getHeader, readRawBody, setResponseHeader, type H3Event } from 'h3'
import { faultOfText } from '../base/keepable'
import { HttpProblem } from './problem'

/** What comes in from outside is held against this before anything else sees it. */
const MOST_DEPTH = 64
/** Names that every object of the language has: nothing that is sent may be called so. */
const TAKEN = new Set(['__proto__', 'constructor', 'prototype'])

interface Place {
  value: unknown
  name: string
  depth: number
}

/**
 * Refuses what no part of the desk can keep or count with: texts that are none, numbers that are not exact, names of
 * the language itself, and what is nested deeper than anybody builds.
 * @throws HttpProblem 422 with the field
 */
export function refuseUnsafe(value: unknown): void {
  // A list of places and no calls within calls, so that no depth can overflow anything.
  const places: Place[] = [{ value, name: '', depth: 0 }]
  for (let place = places.pop(); place; place = places.pop()) {
    const fault = faultOf(place)
    if (fault)
      throw new HttpProblem(422, 'Something that was sent cannot be kept.', [
        { field: place.name || 'the content', message: fault },
      ])
    if (typeof place.value !== 'object' || place.value === null) continue
    const depth = place.depth + 1
    for (const [key, part] of Object.entries(place.value)) {
      const name = place.name ? `${place.name}.${key}` : key
      if (TAKEN.has(key)) throw unsafeName(key)
      places.push({ value: key, name, depth }, { value: part, name, depth })
    }
  }
}

const unsafeName = (key: string) =>
  new HttpProblem(422, 'Something that was sent cannot be kept.', [
    { field: key, message: `nothing can be called “${key}” here; choose another name` },
  ])

function faultOf({ value, depth }: Place): string | undefined {
  if (typeof value === 'string') return faultOfText(value)
  if (typeof value === 'number' && Math.abs(value) > Number.MAX_SAFE_INTEGER)
    return 'is too large a number to be exact'
  return depth > MOST_DEPTH ? DEEP : undefined
}

/**
 * Refuses JSON that is nested deeper than anybody builds, before it is read: reading and walking a hundred thousand
 * levels holds up everybody.
 * @throws HttpProblem 422
 */
export function refuseDeep(json: string): void {
  let depth = 0
  for (let at = 0; at < json.length; at++) {
    const code = json.charCodeAt(at)
    if (code === QUOTE) at = endOfText(json, at)
    else if (code === OPEN_LIST || code === OPEN_OBJECT) depth++
    else if (code === CLOSE_LIST || code === CLOSE_OBJECT) depth--
    if (depth > MOST_DEPTH + 1)
      throw new HttpProblem(422, 'Something that was sent cannot be kept.', [
        { field: 'the content', message: DEEP },
      ])
  }
}

const DEEP = `is nested deeper than ${MOST_DEPTH} levels`
const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [...'"\\[]{}'].map((one) =>
  one.charCodeAt(0),
) as [number, number, number, number, number, number]

/** Where the text that begins here has its last quotation mark; the end of all where it has none. */
function endOfText(json: string, from: number): number {
  for (let at = json.indexOf('"', from + 1); at >= 0; at = json.indexOf('"', at + 1)) {
    let slashes = 0
    while (json.charCodeAt(at - 1 - slashes) === BACKSLASH) slashes++
    if (slashes % 2 === 0) return at
  }
  return json.length
}

/**
 * The content of a request, as it comes in; what is longer than its limit is not taken in at all.
 * @param limit most bytes
 * @throws HttpProblem 413 as soon as it is longer, whether it said so or comes in chunks
 */
export async function readContent(event: H3Event, limit: number): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw tooLong(event, limit)
  const { req } = event.node
  // A page that is drawn on the server asks without a wire between; then the content is there already.
  if ((req as { body?: unknown }).body !== undefined)
    return (await readRawBody(event, false)) ?? Buffer.alloc(0)
  const chunks: Buffer[] = []
  let size = 0
  // A request that is left in the middle keeps its wire, over which the answer still has to go.
  for await (const chunk of req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > limit) throw tooLong(event, limit)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/** The bytes of a file that is sent by itself. @throws HttpProblem 415 for anything else, and as `readContent` does */
export async function readFile(event: H3Event, limit: number): Promise<Buffer> {
  if (!/^application\/octet-stream\b/.test(getHeader(event, 'content-type') ?? ''))
    throw new HttpProblem(415, 'Send the file as application/octet-stream.')
  return readContent(event, limit)
}

/** The text of a request. @throws HttpProblem as `readContent` does, and 400 for what is no UTF-8 */
export async function readText(event: H3Event, limit: number): Promise<string> {
  const content = await readContent(event, limit)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(content)
  } catch {
    throw new HttpProblem(400, 'The content is no text in UTF-8.')
  }
}

function tooLong(event: H3Event, limit: number): HttpProblem {
  // Whoever goes on sending is not listened to.
  setResponseHeader(event, 'connection', 'close')
  const most =
    limit >= 1024 * 1024 ? `${Math.round(limit / 1024 / 1024)} MB` : `${Math.round(limit / 1024)} kB`
  return new HttpProblem(413, `A request may have ${most} here; send less at once.`)
}
