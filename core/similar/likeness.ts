import { DAY, MINUTE, parseDuration } from '../time'
import { actFaults, type SimilarActs } from './acts'
import { cosine, vectorOf, type Collection, type Vector } from './vector'

/** What makes tickets alike besides their words. */
export const SIGNS = ['machine', 'item', 'site', 'requester', 'near'] as const
export type Sign = (typeof SIGNS)[number]

/** How likeness is reckoned, and what is done by itself with what is alike; the lead's to say. */
export interface Weighing extends SimilarActs {
  /** As often a word of the summary counts as one of the description or the answers. */
  summary: number
  /** How much each sign weighs, where words weigh 1. */
  signs: Record<Sign, number>
  /** How far apart two tickets may be logged for nearness to count half (ISO 8601). */
  halfLife: string
  /** From which likeness, in hundredths, tickets are shown beside one another. */
  shown: number
  /** From which they are called nearly the same. */
  same: number
}

/**
 * How a desk weighs before its lead says otherwise. It tells planted twins of the sample world apart; the tests say how well.
 */
export const FIRST_WEIGHING: Weighing = {
  summary: 3,
  signs: { machine: 0.6, item: 0.2, site: 0.6, requester: 0.2, near: 0.8 },
  halfLife: 'PT24H',
  shown: 35,
  same: 75,
}

/** Bounds of what a lead may say: times a word of the summary counts, what a sign weighs, hundredths of likeness. */
export const WEIGHING_BOUNDS = { summary: [1, 10], sign: [0, 5], mark: [10, 100] } as const
/** Nearness halves in a minute at the soonest, in a year at the latest. */
const HALF_LIFE: readonly [number, number] = [MINUTE, 366 * DAY]

/**
 * What is wrong with a weighing, in words that say what to do; nothing where it can be used.
 * @param weighing as it stands in a design, which a file may have brought
 */
export function weighingFaults({ summary, signs, halfLife, shown, same, ...acts }: Weighing): string[] {
  const within = (value: number, [least, most]: readonly [number, number]) => value >= least && value <= most
  const { summary: times, sign, mark } = WEIGHING_BOUNDS
  const faults: string[] = []
  if (!within(summary, times)) faults.push(`a word of the summary counts ${times[0]} to ${times[1]} times`)
  if (!SIGNS.every((one) => within(signs[one], sign)))
    faults.push(`what a sign weighs lies between ${sign[0]} and ${sign[1]}, where words weigh 1`)
  if (!isHalfLife(halfLife, within))
    faults.push('nearness halves in a minute at the soonest, in a year at the latest')
  if (!within(shown, mark) || !within(same, mark))
    faults.push(`marks of likeness lie between ${mark[0]} and ${mark[1]} of 100`)
  else if (same < shown) faults.push('what is nearly the same is shown as alike too: its mark is no lower')
  return [...faults, ...actFaults(acts, shown)]
}

function isHalfLife(
  text: string,
  within: (value: number, bounds: readonly [number, number]) => boolean,
): boolean {
  try {
    return within(parseDuration(text), HALF_LIFE)
  } catch {
    return false
  }
}

/** What of a ticket is compared. */
export interface Compared {
  /** Codes of the terms of its summary, and of what else was said as it was logged; as often as they stand there. */
  summary: readonly number[]
  said: readonly number[]
  item?: string
  site?: string
  requester?: string
  /** Number of its equipment. */
  machine?: string
  /** When it was logged; epoch milliseconds. */
  at: number
}

/** A line of the account of a likeness: what it adds, from 0 to 1. */
export interface LikenessLine {
  of: 'words' | Sign
  adds: number
}

/** How alike two tickets are, from 0 to 1, and the lines that add up to it. */
export interface Likeness {
  likeness: number
  lines: readonly LikenessLine[]
}

/** What there is to say about a pair, before it is weighed: each from 0 to 1; nothing of what is not known. */
export interface Evidence {
  words: number
  signs: Partial<Record<Sign, number>>
}

/** One word in common may be chance: so many distinct ones make the likeness of words count fully. */
const ENOUGH_SHARED = 2

/** A ticket made ready for being compared with many. */
export interface Ready extends Compared {
  vector: Vector
}

/** How often each term of a ticket counts. @param times what is filled: empty, and used again by whoever compares many */
export function timesOf(
  { summary, said }: Pick<Compared, 'summary' | 'said'>,
  weighing: Pick<Weighing, 'summary'>,
  times = new Map<number, number>(),
): Map<number, number> {
  for (const term of summary) times.set(term, (times.get(term) ?? 0) + weighing.summary)
  for (const term of said) times.set(term, (times.get(term) ?? 0) + 1)
  return times
}

export const readyFor = (
  one: Compared,
  weighing: Pick<Weighing, 'summary'>,
  collection: Collection,
): Ready => ({
  ...one,
  vector: vectorOf(timesOf(one, weighing), collection),
})

/** What speaks for two tickets being about the same. */
export function evidenceOf(a: Ready, b: Ready, halfLife: number): Evidence {
  const [few, many] = [a, b].sort((one, other) => one.vector.weights.size - other.vector.weights.size)
  const shared = [...few!.vector.weights.keys()].filter((term) => many!.vector.weights.has(term)).length
  return { words: cosine(a.vector, b.vector) * trust(shared), signs: signsOf(a, b, halfLife) }
}

/** How alike the words of two vectors are, from their product, their lengths, and how many terms they share. */
export const wordsAlike = (product: number, lengths: number, shared: number): number =>
  lengths > 0 ? Math.min(1, product / lengths) * trust(shared) : 0

const trust = (shared: number) => Math.min(1, shared / ENOUGH_SHARED)

/** The signs that two tickets are about the same, as far as anything is known of them. */
export function signsOf(a: Compared, b: Compared, halfLife: number): Evidence['signs'] {
  return {
    ...known('machine', a.machine, b.machine),
    ...known('item', a.item, b.item),
    ...known('site', a.site, b.site),
    // Others tell of the same as well: that nobody asks twice says nothing.
    ...(a.requester !== undefined && a.requester === b.requester && { requester: 1 }),
    near: halfLife > 0 ? 0.5 ** (Math.abs(a.at - b.at) / halfLife) : 0,
  }
}

const known = (of: Sign, a: string | undefined, b: string | undefined) =>
  a !== undefined && b !== undefined && { [of]: Number(a === b) }

/** The terms that stand in both, those first that tell most. */
export function sharedTerms(a: Pick<Ready, 'vector'>, b: Pick<Ready, 'vector'>): number[] {
  const weight = (term: number) => a.vector.weights.get(term)! * b.vector.weights.get(term)!
  return [...a.vector.weights.keys()]
    .filter((term) => b.vector.weights.has(term))
    .sort((one, other) => weight(other) - weight(one))
}

/** Signs count fully where words are at least so alike; below, as much less as words are. Common practice, no source. */
const WORDS_ENOUGH = 0.25

/**
 * Weighs what speaks for likeness: the mean of what words and signs say, each as heavy as the lead has it; words weigh 1. A
 * sign of which nothing is known on either side is left out. Where hardly a word is in common signs count the less, so that
 * nothing is alike only because it came from one place in one hour; the same machine needs no words.
 * @returns lines that add up to the likeness; what adds nothing is left out, but for words
 */
export function weigh(evidence: Evidence, { signs: weights }: Pick<Weighing, 'signs'>): Likeness {
  const { words, signs } = evidence
  const whole = wholeWeight(evidence, weights)
  const trusted = signs.machine ? 1 : Math.min(1, words / WORDS_ENOUGH)
  const lines: LikenessLine[] = [{ of: 'words', adds: words / whole }]
  for (const of of SIGNS) {
    const adds = ((signs[of] ?? 0) * weights[of] * trusted) / whole
    if (adds > 0) lines.push({ of, adds })
  }
  return { likeness: lines.reduce((sum, one) => sum + one.adds, 0), lines }
}

/** What all that is known weighs together. */
const wholeWeight = ({ signs }: Evidence, weights: Weighing['signs']): number =>
  SIGNS.reduce((sum, of) => sum + (signs[of] === undefined ? 0 : weights[of]), 1)

/** How alike two tickets are. */
export const likenessOf = (a: Ready, b: Ready, weighing: Weighing): Likeness =>
  weigh(evidenceOf(a, b, parseDuration(weighing.halfLife)), weighing)
