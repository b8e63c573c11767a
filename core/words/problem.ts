import type { Language } from './language'
import { PORTAL_ENGLISH } from './portal/english'
import { say } from './say'

/**
 * What may go wrong for a requester and has words of its own in each language. Programs may go by it too: it stands as
 * `code` in the problem details of an answer (RFC 9457, an extension member) and does not change with the words.
 */
export const PROBLEM_CODES = [
  'noPortal',
  'noRequest',
  'noArticle',
  'notHere',
  'isDone',
  'notDone',
  'notForThem',
  'passwordWrong',
  'mailWrong',
  'tooManyTries',
  'linkGone',
  'formGone',
  'formOthers',
  'formAnswered',
  'wordGone',
  'wordSaid',
  'answersWrong',
  'textEmpty',
  'fileEmpty',
  'fileGone',
  'filesWait',
  'visitMoved',
  'assistOver',
] as const
export type ProblemCode = (typeof PROBLEM_CODES)[number]

/** What the portal knows of an answer that is no success; status 0 is no answer at all. */
interface Said {
  status: number
  detail: string
  code?: string
}

const isKey = (key: string): key is keyof typeof PORTAL_ENGLISH => Object.hasOwn(PORTAL_ENGLISH, key)

/**
 * What went wrong, in the language in which a portal is read: by its code, else by its status, else as the server said it
 * in English, which is always the most exact.
 */
export function problemSaid({ status, detail, code = '' }: Said, language: Language): string {
  const keys = [`problem.${code}`, `problem.${status}`]
  if (language === 'en' && status !== 0) return detail
  const key = keys.find(isKey)
  return key ? say(language, key) : detail
}
