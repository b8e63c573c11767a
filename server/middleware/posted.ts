import { createError, defineEventHandler, getCookie, getHeader, type H3Event } from 'h3'
import { log } from '../base/log'
import { traceOf } from '../../core/error/messageOf'
import { readContent, refuseUnsafe } from '../http/door'
import { HttpProblem, problemOf } from '../http/problem'
import { refuseForeignPages } from '../http/route'
import { services } from '../http/services'
import { callerOfSession, SESSION_COOKIE } from '../http/session'

declare module 'h3' {
  interface H3EventContext {
    /** What a form of the page sent that a browser sent by itself. */
    posted?: FormData
  }
}

/** Pages that come as HTML: their forms work before their script is there, and without it. */
const PAGES = /^\/(?:portal|acknowledge|fill|word)\//
/** Of somebody who is signed in, with files in it; and of a stranger. */
const LIMIT = 24 * 1024 * 1024
const STRANGERS_LIMIT = 64 * 1024
/** The most fields that one form sends. */
const MOST_FIELDS = 500

// The page reads from here what it was sent, and is drawn as what came of it.
export default defineEventHandler(async (event) => {
  if (event.method !== 'POST' || !PAGES.test(event.path)) return
  try {
    refuseForeignPages(event)
    event.context.posted = await readForm(event)
  } catch (error) {
    const { problem, expected } = problemOf(error)
    if (!expected) log.error({ path: event.path, error: traceOf(error) }, problem.title)
    throw createError({ statusCode: problem.status, statusMessage: problem.title, data: problem })
  }
})

async function readForm(event: H3Event): Promise<FormData> {
  const content = await readContent(event, (await isSignedIn(event)) ? LIMIT : STRANGERS_LIMIT)
  const type = getHeader(event, 'content-type') ?? ''
  const form = await new Response(new Uint8Array(content), { headers: { 'content-type': type } })
    .formData()
    .catch(() => {
      throw new HttpProblem(400, 'The content is not what a form of a page sends.')
    })
  if ([...form.keys()].length > MOST_FIELDS)
    throw new HttpProblem(413, `A form sends ${MOST_FIELDS} fields at most.`)
  refuseUnsafe(Object.fromEntries([...form].filter(([, value]) => typeof value === 'string')))
  return form
}

async function isSignedIn(event: H3Event): Promise<boolean> {
  const cookie = getCookie(event, SESSION_COOKIE)
  return cookie !== undefined && (await callerOfSession(services().desk.db, cookie)) !== undefined
}
