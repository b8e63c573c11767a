import { send, setResponseHeaders, type H3Event } from 'h3'
import { readFile } from '../commands/attachments'
import type { Database } from '../db/connection'
import { HttpProblem } from './problem'

/**
 * Sends a file that somebody has sent, to those who may have it.
 * @param id undefined where there is none, or it is not theirs
 * @throws HttpProblem 404 when there is none
 */
export async function fileAnswer(event: H3Event, db: Database, id: string | undefined) {
  const file = id === undefined ? undefined : await readFile(db, id)
  if (!file) throw new HttpProblem(404, 'There is no such file here.')
  setResponseHeaders(event, {
    // Never shown as a page of ours: what a stranger sent could be a script.
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    'x-content-type-options': 'nosniff',
    'content-security-policy': "default-src 'none'; sandbox",
    'cache-control': 'private, max-age=3600',
  })
  return send(event, file.content, file.type)
}

/** The id of a file if it is among those of something that somebody may read. */
export const fileAmong = (files: readonly { id: string }[] | undefined, id: string): string | undefined =>
  files?.some((one) => one.id === id) ? id : undefined
