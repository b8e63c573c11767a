import MarkdownIt from 'markdown-it'
import { nameParts, partsOf, type WrittenPart } from './parts'
import { showBoxes, stepsOf, type WrittenStep } from './steps'

/** How written words become HTML. */
export interface Writing {
  /** Whether the end of a line is one, as in a message; else lines flow together, as in an article. */
  breaks?: boolean
  /** Where the file with an id is shown from; a file without an address is named only. */
  file?: (id: string) => string | undefined
}

/** Before the id of a file that somebody sent, where a picture stands in a text: `![plan](attachment:17ab)`. */
const FILE = 'attachment:'

/** The address by which a text shows a file. */
export const fileIn = (id: string): string => `${FILE}${id}`

/** A link leads to the web, to somebody's mail or within the desk; a picture is a file that was sent here. */
const LINK = /^(?:https?:\/\/|mailto:|\/(?!\/)|#)/i
const SENT = /^attachment:[\w-]{1,64}$/

/** What nests deeper than this is shown as it was written. */
const DEEPEST = 12

const fileOf = (env: object, address: string) => (env as Writing).file?.(address.slice(FILE.length))

const reader = (breaks: boolean) => {
  const made = new MarkdownIt({ html: false, linkify: true, breaks, maxNesting: DEEPEST })
  made.validateLink = (address) => LINK.test(address.trim()) || SENT.test(address)
  made.linkify.set({ fuzzyLink: false, fuzzyEmail: false })
  if (!breaks) made.core.ruler.after('inline', 'parts', ({ tokens }) => nameParts(tokens))
  made.core.ruler.after('inline', 'boxes', ({ tokens }) => showBoxes(tokens))
  made.renderer.rules.link_open = (tokens, index, options, env = {}, self) => {
    const link = tokens[index]!
    const address = String(link.attrGet('href'))
    if (address.startsWith(FILE)) link.attrSet('href', fileOf(env, address) ?? '#')
    else if (/^https?:/i.test(address)) {
      link.attrSet('target', '_blank')
      link.attrSet('rel', 'noopener noreferrer nofollow')
    }
    return self.renderToken(tokens, index, options)
  }
  made.renderer.rules.image = (tokens, index, _options, env = {}) => {
    const picture = tokens[index]!
    const address = String(picture.attrGet('src'))
    const from = address.startsWith(FILE) ? fileOf(env, address) : undefined
    const name = made.utils.escapeHtml(picture.content)
    // What lies elsewhere would tell its owner who reads this, and when.
    if (from === undefined) return `<em>${name}</em>`
    return `<img src="${made.utils.escapeHtml(from)}" alt="${name}" loading="lazy">`
  }
  return made
}
const readers = { message: reader(true), article: reader(false) }
const readerFor = ({ breaks }: Writing) => readers[breaks ? 'message' : 'article']

/**
 * Written words as HTML that is safe to show: HTML in them is shown as text, links that would run something are none, and
 * pictures are files of the desk only.
 * @param text Markdown (CommonMark 0.31)
 * @example writtenHtml('Now *restart* it') // '<p>Now <em>restart</em> it</p>\n'
 */
export const writtenHtml = (text: string, writing: Writing = {}): string =>
  readerFor(writing).render(text, { ...writing })

type Token = ReturnType<ReturnType<typeof reader>['parse']>[number]

const bare = (address: string) => address.replace(/^(?:https?:\/\/|mailto:)/i, '')

/** What a piece of a line says without its signs; a link says where it leads, unless its words do. */
function inlineWords(tokens: readonly Token[]): string {
  let [made, from, address] = ['', 0, '']
  for (const token of tokens) {
    if (token.type === 'link_open') [from, address] = [made.length, String(token.attrGet('href'))]
    else if (token.type === 'link_close') {
      const said = made.slice(from)
      if (bare(address) !== bare(said) && LINK.test(address)) made += ` (${address.replace(/^mailto:/i, '')})`
    } else if (token.type === 'softbreak' || token.type === 'hardbreak') made += '\n'
    else made += token.content
  }
  return made
}

/** Where a block of text stands: the lists and quotations around it. */
interface Around {
  /** What the first line begins with, and what the others do. */
  first: string
  rest: string
  /** The number that the next point of the list has; undefined where points have none. */
  next?: number
}

const indented = (text: string, { first, rest }: Around) =>
  text
    .split('\n')
    .map((line, index) => `${index ? rest : first}${line}`.trimEnd())
    .join('\n')

/**
 * Written words without the signs of Markdown, as they stand in a mail of plain text or a short message. Lists keep
 * their points, and links say where they lead.
 * @example plainWords('See **[the plan](https://a.example)**') // 'See the plan (https://a.example)'
 */
export function plainWords(text: string): string {
  const around: Around[] = [{ first: '', rest: '' }]
  const blocks: string[] = []
  const here = () => around.at(-1)!
  const put = (said: string) => {
    blocks.push(indented(said, here()))
    here().first = here().rest
  }
  const step = (more: Partial<Around>) =>
    around.push({
      first: `${here().first}${more.first ?? ''}`,
      rest: `${here().rest}${more.rest ?? ''}`,
      next: more.next,
    })
  for (const token of readers.message.parse(text, {})) {
    if (token.type === 'inline') put(inlineWords(token.children ?? []))
    else if (token.type === 'fence' || token.type === 'code_block') put(token.content.trimEnd())
    else if (token.type === 'blockquote_open') step({ first: '> ', rest: '> ' })
    else if (token.type === 'bullet_list_open') step({})
    else if (token.type === 'ordered_list_open') step({ next: Number(token.attrGet('start') ?? 1) })
    else if (token.type === 'list_item_open') {
      const point = here().next === undefined ? '- ' : `${here().next!++}. `
      step({ first: point, rest: ' '.repeat(point.length) })
    } else if (/^(?:blockquote|bullet_list|ordered_list|list_item)_close$/.test(token.type)) around.pop()
  }
  return joined(blocks).trim()
}

/** Points of a list stand below one another, all else apart. */
function joined(blocks: readonly string[]): string {
  const isPoint = (one = '') => /^[\s>]*(?:-|\d+\.) /.test(one)
  return blocks
    .map((one, index) => `${isPoint(one) && isPoint(blocks[index - 1]) ? '\n' : '\n\n'}${one}`)
    .join('')
}

/**
 * The steps of a procedure that is written as a list with boxes.
 * @example stepsIn('- [ ] Take **off** the lid\n- [ ] Wipe the lens') // [{ id: 1, text: 'Take off the lid' }, …]
 */
export const stepsIn = (text: string): WrittenStep[] => stepsOf(readers.article.parse(text, {}), inlineWords)

/**
 * The parts of an article: what begins with a heading.
 * @example partsIn('## Before\n\nWait.\n\n## After') // [{ id: 'part-1', text: 'Before', depth: 1 }, …]
 */
export const partsIn = (text: string): WrittenPart[] => partsOf(readers.article.parse(text, {}), inlineWords)
