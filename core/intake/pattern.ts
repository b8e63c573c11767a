import { messageOf } from '../error/messageOf'
import { RE2JS } from 're2js'
import { oneAt } from '../lookup'

/** Whether a text looks as a pattern says, anywhere in it. */
export type PatternFits = (like: string, text: string) => boolean

/** A pattern that cannot be used, with why. */
export class UnusablePattern extends Error {}

/** Longest pattern, in characters; nobody reads a longer one. */
const LONGEST = 500
/** So many patterns are kept ready. */
const MOST_KEPT = 500
const kept = new Map<string, RE2JS>()

/**
 * Makes a pattern ready. It is a regular expression as ECMAScript and JSON Schema (2020-12) have it with the flag u,
 * without what only engines can do whose time may grow beyond all bounds: looking round and back references. So the
 * time that it takes grows with the length of the text and no faster (RE2, in JavaScript), whoever wrote it.
 * @throws UnusablePattern with why, in words
 */
export function patternOf(like: string): RE2JS {
  const known = kept.get(like)
  if (known) return known
  if (like.length > LONGEST) throw new UnusablePattern(`it is longer than ${LONGEST} characters`)
  try {
    // Whoever reads the JSON Schema must be able to read it too.
    new RegExp(like, 'u')
  } catch (error) {
    throw new UnusablePattern(messageOf(error).replace(/^Invalid regular expression: /, ''))
  }
  let pattern: RE2JS
  try {
    pattern = RE2JS.compile(translated(like))
  } catch (error) {
    const why = messageOf(error).replace(/^error parsing regexp: /, '')
    throw new UnusablePattern(`looking round, going back to a group and the like are not taken (${why})`)
  }
  if (kept.size >= MOST_KEPT) kept.clear()
  kept.set(like, pattern)
  return pattern
}

/** Whether a pattern can be used; proofreading refuses those that cannot, older editions may have them. */
export function isUsable(like: string): boolean {
  try {
    patternOf(like)
    return true
  } catch {
    return false
  }
}

/** Whether a text fits a pattern; one that cannot be used asks nothing of anybody. */
export const fitsPattern: PatternFits = (like, text) =>
  !isUsable(like) || patternOf(like).matcher(text).find()

/** White space and the ends of lines as ECMAScript has them (ECMA-262, WhiteSpace and LineTerminator). */
const SPACE =
  '\\t\\n\\x{b}\\f\\r \\x{a0}\\x{1680}\\x{2000}-\\x{200a}\\x{2028}\\x{2029}\\x{202f}\\x{205f}\\x{3000}\\x{feff}'
const NO_LINE = '[^\\n\\r\\x{2028}\\x{2029}]'

const TOKEN = /\\(?:u\{[0-9a-f]+\}|u[0-9a-f]{4}|x[0-9a-f]{2}|c[a-z]|p\{[^}]*\}|[^])|[^]/giu

/** The same expression in the words of the engine; what both call the same stays. */
function translated(like: string): string {
  let isClass = false
  return (like.match(TOKEN) ?? [])
    .map((token) => {
      if (token === '[' && !isClass) isClass = true
      else if (token === '[') return '\\['
      else if (token === ']') isClass = false
      if (token === '.' && !isClass) return NO_LINE
      return token.startsWith('\\') && token.length > 1 ? escaped(token, isClass) : token
    })
    .join('')
}

function escaped(token: string, isClass: boolean): string {
  const rest = token.slice(1)
  if (rest === 's') return isClass ? SPACE : `[${SPACE}]`
  if (rest === 'S') {
    if (isClass) throw new Error('\\S within brackets')
    return `[^${SPACE}]`
  }
  if (rest === '0') return '\\x{0}'
  if (rest === 'b' && isClass) return '\\x{8}'
  const code = /^u\{([0-9a-f]+)\}$|^u([0-9a-f]{4})$|^x([0-9a-f]{2})$/i.exec(rest)
  if (code) return `\\x{${code[1] ?? code[2] ?? oneAt(code, 3)}}`
  if (/^c[a-z]$/i.test(rest)) return `\\x{${(rest.charCodeAt(1) % 32).toString(16)}}`
  return token.replace(/^\\(p)\{(?:Script|sc|General_Category|gc)=/iu, '\\$1{')
}
