import { listInWords } from '../words'
import { durationInWords } from '../time'
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

/** What of a burst is said. */
export interface SaidBurst {
  count: number
  within: number
  usual: number
  chance: number
  words: readonly string[]
}

/** What chance is called below this, the reckoning says no more. */
const LEAST_CHANCE = 1e-9

/** Fewer than that are said to be hardly any. */
const HARDLY = 0.01

/**
 * So many of a sort in a time, against what usually comes, in one line.
 * @example suspectedInWords({ count: 5, within: HOUR, usual: 0.04, chance: 1e-6, words: ['gate'] })
 * // '5 tickets like it came within 1 h, where 0.04 usually do (1 in 1,000,000 by chance), with words such as gate'
 */
export function suspectedInWords({ count, within, usual, chance, words }: SaidBurst): string {
  const odds =
    chance < LEAST_CHANCE
      ? `less than 1 in ${(1 / LEAST_CHANCE).toLocaleString('en')}`
      : `1 in ${Number((1 / chance).toPrecision(2)).toLocaleString('en')}`
  const often = usual < HARDLY ? 'hardly any' : Number(usual.toPrecision(2)).toLocaleString('en')
  const common = words.length ? `, with words such as ${listInWords([...words], 'en')}` : ''
  return `${count.toLocaleString('en')} tickets like it came within ${durationInWords(within)}, where ${often} usually do (${odds} by chance)${common}`
}
