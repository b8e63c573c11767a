import { SIGNS, weigh, type Evidence, type Weighing } from './likeness'

/** Two tickets of the past, and whether people have called them the same. */
export interface PastPair {
  references: readonly [number, number]
  evidence: Evidence
  isSame: boolean
}

/** What a mark on the scale would have found among past pairs. */
export interface Mark {
  /** From which likeness, in hundredths. */
  mark: number
  /** How many pairs are at least so alike, and how many of those people had called the same. */
  found: number
  same: number
  /** Share of those found that are the same; null where none is found. */
  precision: number | null
  /** Share of those that are the same that are found; null where there are none. */
  recall: number | null
  /** The pair that lies at the mark or next above it, before the next mark, and how alike it is. */
  example: { references: readonly [number, number]; likeness: number; isSame: boolean } | null
}

/** The marks of a scale, in hundredths. */
export const MARKS: readonly number[] = Array.from({ length: 15 }, (_, at) => 25 + at * 5)

type Weighed = PastPair & { likeness: number }

const weighed = (pairs: readonly PastPair[], weighing: Pick<Weighing, 'signs'>): Weighed[] =>
  pairs
    .map((pair) => ({ ...pair, likeness: weigh(pair.evidence, weighing).likeness }))
    .sort((a, b) => a.likeness - b.likeness)

/**
 * What each mark of the scale would have found, the lowest first. Precision and recall as of Manning, Raghavan, Schütze,
 * Introduction to Information Retrieval, 8.3.
 */
export function marksOf(pairs: readonly PastPair[], weighing: Pick<Weighing, 'signs'>): Mark[] {
  const sorted = weighed(pairs, weighing)
  const same = sorted.filter((one) => one.isSame).length
  return MARKS.map((mark, at) => {
    const found = sorted.filter((one) => one.likeness >= mark / 100)
    const next = MARKS[at + 1]
    const example = found.find((one) => next === undefined || one.likeness < next / 100)
    return { mark, ...shares(found, same), example: example ? exampleOf(example) : null }
  })
}

function shares(found: readonly Weighed[], same: number) {
  const right = found.filter((one) => one.isSame).length
  return {
    found: found.length,
    same: right,
    precision: found.length ? right / found.length : null,
    recall: same ? right / same : null,
  }
}

const exampleOf = ({ references, likeness, isSame }: Weighed) => ({ references, likeness, isSame })

/** The harmonic mean of precision and recall (same source, 8.6). */
export const balanceOf = ({ precision, recall }: Pick<Mark, 'precision' | 'recall'>): number =>
  precision && recall ? (2 * precision * recall) / (precision + recall) : 0

/** Weights of a sign that are tried. */
const TRIED = [0, 0.1, 0.2, 0.4, 0.6, 0.8, 1]
/** The signs are tried one after the other so many times. */
const ROUNDS = 3

/** A weighing, and the mark at which it tells most of what is the same from what is not. */
export interface Suggested {
  signs: Weighing['signs']
  mark: number
  /** The harmonic mean of precision and recall there. */
  balance: number
}

/**
 * The weighing that would have told past pairs apart best: each sign in turn gets the weight with which the best mark has the
 * highest harmonic mean of precision and recall. Where that is the same, what there was stays.
 */
export function suggestedFrom(pairs: readonly PastPair[], { signs }: Pick<Weighing, 'signs'>): Suggested {
  let best = bestMark(pairs, signs)
  for (let round = 0; round < ROUNDS; round++)
    for (const sign of SIGNS)
      for (const weight of TRIED) {
        const tried = bestMark(pairs, { ...best.signs, [sign]: weight })
        if (tried.balance > best.balance + 1e-9) best = tried
      }
  return best
}

/** The mark at which a weighing does best; the highest of those that do as well. */
function bestMark(pairs: readonly PastPair[], signs: Weighing['signs']): Suggested {
  const [found, same] = [new Array<number>(MARKS.length).fill(0), new Array<number>(MARKS.length).fill(0)]
  for (const { evidence, isSame } of pairs) {
    const at = placeOf(weigh(evidence, { signs }).likeness)
    if (at < 0) continue
    found[at]! += 1
    same[at]! += Number(isSame)
  }
  const all = pairs.reduce((sum, one) => sum + Number(one.isSame), 0)
  let best: Suggested = { signs, mark: 100, balance: 0 }
  let [above, right] = [0, 0]
  for (let at = MARKS.length - 1; at >= 0; at--) {
    above += found[at]!
    right += same[at]!
    const balance = balanceOf({ precision: above ? right / above : null, recall: all ? right / all : null })
    if (balance > best.balance) best = { signs, mark: MARKS[at]!, balance }
  }
  return best
}

/** Which of the marks a likeness reaches; -1 for none. */
const placeOf = (likeness: number): number => MARKS.findLastIndex((mark) => likeness >= mark / 100)
