import sanitizeHtml from 'sanitize-html'
import { plainWords, writtenHtml } from '../../core/writing'

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => ESCAPES[sign]!)

const LINK = /https?:\/\/[^\s<>"]+[^\s<>".,;:!?)]/g

function paragraph(text: string): string {
  const linked = text
    .split('\n')
    .map((line) => {
      let [at, made] = [0, '']
      for (const match of line.matchAll(LINK)) {
        made +=
          escaped(line.slice(at, match.index)) + `<a href="${escaped(match[0])}">${escaped(match[0])}</a>`
        at = match.index + match[0].length
      }
      return made + escaped(line.slice(at))
    })
    .join('<br>')
  return `<p>${linked}</p>`
}

const paragraphs = (text: string): string =>
  text.trim() === ''
    ? ''
    : text
        .trim()
        .split(/\n{2,}/)
        .map(paragraph)
        .join('')

/** What a mail may have of what somebody wrote: the reader of Markdown makes no more, and should it ever, it is left out. */
const clean = (html: string): string =>
  sanitizeHtml(html, {
    allowedTags: [
      ...['p', 'br', 'strong', 'em', 's', 'code', 'pre', 'ul', 'ol', 'li', 'blockquote', 'a', 'hr'],
      ...['h1', 'h2', 'h3', 'h4', 'h5', 'h6'],
    ],
    allowedAttributes: { a: ['href', 'rel', 'target'], ol: ['start'] },
    allowedSchemes: ['https', 'http', 'mailto'],
    allowProtocolRelative: false,
  })

/** Where words stand in a text: in lines of their own, or else wherever they are first said; -1 where they are not. */
function placeOf(words: string, text: string): number {
  if (words === '') return -1
  const own = `\n${text}\n`.indexOf(`\n${words}\n`)
  return own < 0 ? text.indexOf(words) : own
}

/**
 * The HTML of a mail, made of its plain text: paragraphs and links, what somebody wrote as it was written, and one thing
 * that can be pressed.
 * @param written Markdown, whose plain words stand in the text
 */
export function htmlOf(
  text: string,
  { action, written }: { action?: { label: string; link: string }; written?: string } = {},
): string {
  const plain = plainWords(written ?? '')
  const at = placeOf(plain, text)
  const said =
    at < 0 || written === undefined
      ? paragraphs(text)
      : `${paragraphs(text.slice(0, at))}${clean(writtenHtml(written, { breaks: true }))}${paragraphs(text.slice(at + plain.length))}`
  const button = action
    ? `<p><a href="${escaped(action.link)}" style="display:inline-block;padding:8px 16px;background:#0f5f59;color:#fff;text-decoration:none;border-radius:3px">${escaped(action.label)}</a></p>`
    : ''
  return `<!doctype html><html><body style="font-family:Georgia,serif;color:#1b2430;line-height:1.5">${said}${button}</body></html>`
}
