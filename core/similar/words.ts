import { listInWords } from '../words'
import type { Likeness, LikenessLine } from './likeness'

/** How alike two tickets are, in a word. */
export type Grade = 'same' | 'alike' | 'loose'

export const GRADE_WORDS: Record<Grade, string> = {
  same: 'nearly the same',
  alike: 'alike',
  loose: 'loosely alike',
}

/** What each line of the account of a likeness is called. */
export const LINE_WORDS: Record<LikenessLine['of'], string> = {
  words: 'words in common',
  machine: 'the same machine',
  item: 'asked for the same',
  site: 'from the same site',
  requester: 'the same requester',
  near: 'at about the same time',
}

/** Lines that add less say too little to be named in a row. */
const WORTH_SAYING = 0.05

/**
 * Why two tickets are alike, in one line, what adds most first.
 * @example whyAlike({ lines, … }, ['scanner', 'gate']) // 'the same machine, words in common: scanner, gate'
 */
export function whyAlike({ lines }: Pick<Likeness, 'lines'>, words: readonly string[]): string {
  const said = [...lines]
    .filter((one) => one.adds >= WORTH_SAYING)
    .sort((a, b) => b.adds - a.adds)
    .map(({ of }) =>
      of === 'words' && words.length
        ? `words such as ${listInWords(words.slice(0, 3), 'en')}`
        : LINE_WORDS[of],
    )
  return said.join(', ')
}

/**
 * The account of a likeness in hundredths that add up to its own: what rounding leaves over goes to the largest rests. Lines
 * of less than one are left out.
 */
export function pointsOf({ likeness, lines }: Likeness): { of: LikenessLine['of']; points: number }[] {
  const parts = lines.map(({ of, adds }) => {
    const points = Math.floor(adds * 100 + 1e-9)
    return { of, points, rest: adds * 100 - points }
  })
  const left = Math.round(likeness * 100) - parts.reduce((sum, one) => sum + one.points, 0)
  for (const one of [...parts].sort((a, b) => b.rest - a.rest).slice(0, left)) one.points++
  return parts.flatMap(({ of, points }) => (points > 0 ? [{ of, points }] : []))
}
