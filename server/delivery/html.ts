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

/** The HTML of a mail, made of its plain text: paragraphs and links, and one thing that can be pressed. */
export function htmlOf(text: string, action?: { label: string; link: string }): string {
  const paragraphs = text
    .trim()
    .split(/\n{2,}/)
    .map(paragraph)
  const button = action
    ? `<p><a href="${escaped(action.link)}" style="display:inline-block;padding:8px 16px;background:#0f5f59;color:#fff;text-decoration:none;border-radius:3px">${escaped(action.label)}</a></p>`
    : ''
  return `<!doctype html><html><body style="font-family:Georgia,serif;color:#1b2430;line-height:1.5">${paragraphs.join('')}${button}</body></html>`
}
