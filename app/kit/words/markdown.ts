import { Paragraph } from '@tiptap/extension-paragraph'

/** Before and after a block of code, by its lines. */
const FENCE = /^ {0,3}(`{3,}|~{3,})/

/** Nobody writes HTML here: what looks like it is text. An address in angle brackets is a link. */
const asWords = (text: string) => text.replace(/<(?!(?:https?:\/\/|mailto:)[^\s<>]+>)/g, '&lt;')

/** Words with pieces of code among them, which keep their signs. */
function guardedLines(text: string): string {
  const parts = text.split(/(`+)/)
  const closing: number[] = []
  const seen = new Map<string, number>()
  for (let at = parts.length - 2; at > 0; at -= 2) {
    closing[at] = seen.get(parts[at]!) ?? -1
    seen.set(parts[at]!, at)
  }
  let made = ''
  for (let at = 0; at < parts.length; at++) {
    const end = at % 2 ? closing[at]! : -1
    if (end > 0) {
      made += parts.slice(at, end + 1).join('')
      at = end
    } else made += asWords(parts[at]!)
  }
  return made
}

/**
 * Markdown as the editor reads it. What looks like HTML is guarded outside of code: the reader of the editor would take
 * it for HTML, and leave it out.
 */
export function guarded(text: string): string {
  const made: string[] = []
  let words: string[] = []
  let fence = ''
  const settle = () => {
    if (words.length) made.push(guardedLines(words.join('\n')))
    words = []
  }
  for (const line of text.split('\n')) {
    const sign = FENCE.exec(line)?.[1] ?? ''
    if (!fence && !sign) words.push(line)
    else {
      settle()
      made.push(line)
      if (!fence) fence = sign
      else if (sign.startsWith(fence)) fence = ''
    }
  }
  settle()
  return made.join('\n')
}

/** What begins a heading, a point of a list, a rule or a fence where a line begins with it. */
const BEGINS = /^[ \t]*(?=(?:#{1,6}|[-+]|`{3,}|~{3,})(?:\s|$)|(?:-[ \t]*){3,}$|={2,}[ \t]*$)/gm
const NUMBERED = /^[ \t]*(\d{1,9})(?=[.)](?:\s|$))/gm

/**
 * A line of text that says no more than what it says, whatever it begins with.
 * @example asText('# 7 is not a heading') // '\\# 7 is not a heading'
 */
export const asText = (line: string): string =>
  line
    .replace(/^[ \t]+/gm, '')
    .replace(BEGINS, '\\')
    .replace(NUMBERED, '$1\\')

const read = Paragraph.config.parseMarkdown!
const write = Paragraph.config.renderMarkdown!

/** A paragraph that is still one when it is read again: with a picture alone in it, or with a sign at its beginning. */
export const PlainParagraph = Paragraph.extend({
  parseMarkdown: (token, helpers) =>
    token.tokens?.length === 1 && token.tokens[0]?.type === 'image'
      ? helpers.createNode('paragraph', undefined, helpers.parseInline(token.tokens))
      : read(token, helpers),
  // Lines that are left empty are no words: the editor would keep them as signs that a mail shows.
  renderMarkdown: (node, helpers, context) =>
    node.content?.length ? asText(write(node, helpers, context)) : '',
})
