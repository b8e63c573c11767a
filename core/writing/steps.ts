import type MarkdownIt from 'markdown-it'

/** A step of a procedure: a point of a list that begins with an empty box. */
export interface WrittenStep {
  /** From 1, in the order of the text. */
  id: number
  /** Without the signs of Markdown. */
  text: string
}

/** So many steps are read of one text, of so many characters each. */
export const MOST_STEPS = 100
export const LONGEST_STEP = 500

/** A box at the beginning of a point, ticked or not (GitHub Flavored Markdown 0.29, 5.3 Task list items). */
export const BOX = /^\[[ xX]\]\s+/

type Token = ReturnType<InstanceType<typeof MarkdownIt>['parse']>[number]

/**
 * The steps of a procedure in the order in which they stand, those of inner lists among them.
 * @param tokens of a whole text
 * @param wordsOf what a line says without its signs
 */
export function stepsOf(
  tokens: readonly Token[],
  wordsOf: (children: readonly Token[]) => string,
): WrittenStep[] {
  const steps: WrittenStep[] = []
  for (const [at, token] of tokens.entries()) {
    if (token.type !== 'inline' || tokens[at - 2]?.type !== 'list_item_open') continue
    // As it was written: what stands in code or behind a backslash is no box.
    if (!BOX.test(token.content) || steps.length === MOST_STEPS) continue
    const text = wordsOf(token.children ?? [])
      .replace(BOX, '').replace(/\s+/g, ' ').trim().slice(0, LONGEST_STEP)
    if (text) steps.push({ id: steps.length + 1, text })
  }
  return steps
}
