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

/** A box at the beginning of a point, ticked or not; in code or behind a backslash it is none (GitHub Flavored Markdown 0.29, 5.3 Task list items). */
const BOX = /^\[[ xX]\]\s+/

/** How a box is shown: empty, or ticked. */
const SHOWN = { empty: '☐ ', ticked: '☑ ' } as const
const SHOWN_BOX = /^[☐☑] /

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
    if (!isStep(tokens, at) || steps.length === MOST_STEPS) continue
    const text = wordsOf(token.children ?? [])
      .replace(SHOWN_BOX, '')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, LONGEST_STEP)
    if (text) steps.push({ id: steps.length + 1, text })
  }
  return steps
}

/** Whether a token is the first line of a point that begins with a box, as it was written. */
const isStep = (tokens: readonly Token[], at: number): boolean =>
  tokens[at]?.type === 'inline' && tokens[at - 2]?.type === 'list_item_open' && BOX.test(tokens[at].content)

/** Boxes are shown as such, in a page as in plain words. @param tokens of a whole text, which are changed */
export function showBoxes(tokens: readonly Token[]): void {
  for (const [at, token] of tokens.entries()) {
    const first = token.children?.[0]
    if (!isStep(tokens, at) || first?.type !== 'text') continue
    first.content = first.content.replace(BOX, (box) => (/x/i.test(box) ? SHOWN.ticked : SHOWN.empty))
  }
}
