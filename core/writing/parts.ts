import type MarkdownIt from 'markdown-it'

/** A part of a long text: what begins with a heading. */
export interface WrittenPart {
  /** By which it is gone to within its page. */
  id: string
  /** The heading without the signs of Markdown. */
  text: string
  /** How deep it lies, from 1 for the outermost of its text. */
  depth: number
}

/** So many parts of a text are named. */
export const MOST_PARTS = 60

type Token = ReturnType<InstanceType<typeof MarkdownIt>['parse']>[number]

/** Headings can be gone to. @param tokens of a whole text, which are changed */
export function nameParts(tokens: readonly Token[]): void {
  const headings = tokens.filter((one) => one.type === 'heading_open')
  for (const [at, token] of headings.slice(0, MOST_PARTS).entries()) token.attrSet('id', `part-${at + 1}`)
}

/**
 * The parts of a text in their order.
 * @param tokens of a whole text whose parts are named
 * @param wordsOf what a line says without its signs
 */
export function partsOf(
  tokens: readonly Token[],
  wordsOf: (children: readonly Token[]) => string,
): WrittenPart[] {
  const found = tokens.flatMap((token, at) => {
    const id = token.type === 'heading_open' ? String(token.attrGet('id') ?? '') : ''
    const text =
      id &&
      wordsOf(tokens[at + 1]?.children ?? [])
        .replace(/\s+/g, ' ')
        .trim()
    return id && text ? [{ id, text, depth: Number(token.tag.slice(1)) }] : []
  })
  const outermost = Math.min(...found.map((one) => one.depth))
  return found.map((one) => ({ ...one, depth: one.depth - outermost + 1 }))
}
