import { oneAt } from '../lookup'
/** The text of a mail in two parts. */
export interface Folded {
  /** What its writer says. */
  said: string
  /** What is quoted below, and the signature; empty where there is none. */
  quoted: string
}

const isQuoted = (line: string) => /^\s*>/.test(line)
const isBlank = (line: string) => line.trim() === ''
/** “On Monday Ines wrote:”, in one line or two; common practice, with no source. */
const isIntroduction = (line: string) =>
  line.trim().length > 1 && line.trimEnd().endsWith(':') && /\d|@|wrote/i.test(line)
/** A line above the header of the mail below; common practice, with no source. */
function isDivider(line: string): boolean {
  const drawn = line.trim()
  if (drawn.length > LONGEST_LINE) return false
  if (/^_{10,}$/.test(drawn)) return true
  return drawn.length > 4 && drawn.startsWith('--') && drawn.endsWith('--') && /\w/.test(drawn.slice(2, -2))
}
/** No line that parts anything is longer, in characters. */
const LONGEST_LINE = 400
const isHeader = (line: string) => /^\s*\*?(from|sent|date|to|subject)\*?:\s/i.test(line)
/** The line before a signature: two dashes and a space (RFC 3676 §4.3). */
const isSignature = (line: string) => line === '-- '

/**
 * Parts what somebody writes from what they quote below it. Answers between quoted lines stay as they are, since they
 * make no sense without them.
 */
export function foldQuoted(text: string): Folded {
  const lines = text.replace(/\r\n?/g, '\n').split('\n')
  const end = Math.min(trailingQuote(lines), divided(lines), signature(lines))
  const said = lines.slice(0, end).join('\n').trim()
  // A mail that is all quotation says that; nothing of it is hidden.
  if (said === '') return { said: text.trim(), quoted: '' }
  return { said, quoted: lines.slice(end).join('\n').trim() }
}

/** Where the quotation begins that reaches to the end; behind the last line when none does. */
function trailingQuote(lines: string[]): number {
  let at = lines.length
  // A signature may stand below the quotation.
  const last = signature(lines)
  let index = last
  while (index > 0 && (isQuoted(oneAt(lines, index - 1)) || isBlank(oneAt(lines, index - 1)))) {
    index--
    if (isQuoted(oneAt(lines, index))) at = index
  }
  if (at === lines.length) return at
  let above = at - 1
  while (above >= 0 && isBlank(oneAt(lines, above))) above--
  if (above < 0 || !oneAt(lines, above).trimEnd().endsWith(':')) return at
  const introduction = lines.slice(Math.max(0, above - 1), above + 1).join(' ')
  if (isIntroduction(oneAt(lines, above))) {
    const isTwoLines = above > 0 && /^On\s/i.test(oneAt(lines, above - 1).trim())
    return isTwoLines ? above - 1 : above
  }
  return isIntroduction(introduction) ? above - 1 : at
}

/** Where a divider stands with the header of the mail below; behind the last line when none does. */
function divided(lines: string[]): number {
  const at = lines.findIndex(
    (line, index) => isDivider(line) && lines.slice(index + 1, index + 4).some((next) => isHeader(next)),
  )
  return at < 0 ? lines.length : at
}

function signature(lines: string[]): number {
  const at = lines.findIndex(isSignature)
  return at < 0 ? lines.length : at
}
