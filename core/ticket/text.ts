import type { Attached } from './entry'
import { say } from '../words'
import { Refused } from './command'

/** Longest text of a reply, an answer or a note, in characters. */
export const TEXT_LIMIT = 20_000

/**
 * A text as it is kept: without space around it.
 * @throws Refused when it is empty or too long
 */
export function checkText(text: string): string {
  const trimmed = text.trim()
  if (trimmed === '')
    throw new Refused(
      'invalid',
      say('en', 'problem.textEmpty'),
      [{ field: 'text', message: 'please write something' }],
      'textEmpty',
    )
  if (trimmed.length > TEXT_LIMIT) {
    const message = `please shorten this to ${TEXT_LIMIT} characters; it has ${trimmed.length}`
    throw new Refused('invalid', 'The text is too long.', [{ field: 'text', message }])
  }
  return trimmed
}

/** The files of what is said, where there are any. */
export const filesOf = ({ attachments }: { attachments?: Attached[] }) =>
  attachments?.length ? { attachments } : {}
