import fc from 'fast-check'
import MiniSearch from 'minisearch'
import { describe, expect, it } from 'vitest'
import { toldTwice, type Told } from '../../demo/twins'
import {
  chanceOfAtLeast,
  burstOf,
  Comparer,
  cosine,
  evidenceOf,
  FIRST_WEIGHING,
  likenessOf,
  MARKS,
  marksOf,
  pointsOf,
  rarity,
  readyFor,
  sharedTerms,
  SIGNS,
  suggestedFrom,
  vectorOf,
  weigh,
  weighingFaults,
  whyAlike,
  type Collection,
  type Compared,
  type PastPair,
} from '.'
import { codeOf, termsIn } from '../terms'
import { DAY, HOUR, parseDuration } from '../time'

const codes = (text: string) => termsIn(text, 'en').map(codeOf)
const compared = ({ summary, said, ...more }: Told): Compared => ({
  ...more,
  summary: codes(summary),
  said: codes(said),
})
function collectionOf(tickets: readonly Compared[]): Collection {
  const having = new Map<number, number>()
  for (const { summary, said } of tickets)
    for (const term of new Set([...summary, ...said])) having.set(term, (having.get(term) ?? 0) + 1)
  return { all: tickets.length, having: (term) => having.get(term) ?? 0 }
}

describe('weights', () => {
  // Manning, Raghavan, Schütze, Introduction to Information Retrieval, figures 6.8, 6.10 and table 6.1; from memory.
  it('are by how rare a term is, as in figure 6.8', () => {
    const found = { car: 18_165, auto: 6723, insurance: 19_241, best: 25_235 }
    const names = Object.keys(found) as (keyof typeof found)[]
    const collection = { all: 806_791, having: (term: number) => found[names[term]!] }
    const expected = [1.65, 2.08, 1.62, 1.5]
    names.forEach((_, term) => expect(rarity(collection, term)).toBeCloseTo(expected[term]!, 1))
  })

  it('are all the same where nothing was counted yet, and never nothing', () => {
    expect(rarity({ all: 0, having: () => 0 }, 1)).toBe(1)
    expect(rarity({ all: 50, having: () => 50 }, 1)).toBeGreaterThan(0)
  })

  it('have the cosines of the novels in section 6.3', () => {
    // Normalised by length from counts, as there, so without rarity and damping.
    const unit = (counts: number[]) => {
      const length = Math.hypot(...counts)
      return { weights: new Map(counts.map((one, term) => [term, one / length])), length: 1 }
    }
    const [sense, pride, wuthering] = [
      [115, 10, 2],
      [58, 7, 0],
      [20, 11, 6],
    ].map(unit)
    expect([...sense!.weights.values()].map((one) => Number(one.toFixed(3)))).toEqual([0.996, 0.087, 0.017])
    expect([...wuthering!.weights.values()].map((one) => Number(one.toFixed(3)))).toEqual([
      0.847, 0.466, 0.254,
    ])
    expect(cosine(sense!, pride!)).toBeCloseTo(0.999, 3)
    expect(cosine(sense!, wuthering!)).toBeCloseTo(0.888, 2)
  })

  it('put a small collection in the order in which another program puts it', () => {
    const texts = [
      'gate scanner reads no tickets',
      'ticket scanner at the landing is slow',
      'till prints blank receipts',
      'printer of the till is out of paper',
      'wifi drops after the breakwater',
    ]
    const tickets = texts.map((summary) => ({ summary: codes(summary), said: [], at: 0 }))
    const collection = collectionOf(tickets)
    const order = (query: string) => {
      const asked = vectorOf(new Map(codes(query).map((term) => [term, 1])), collection)
      return tickets
        .map((one, at) => ({ at, like: cosine(asked, readyFor(one, FIRST_WEIGHING, collection).vector) }))
        .filter((one) => one.like > 0)
        .sort((a, b) => b.like - a.like)
        .map((one) => one.at)
    }
    const other = new MiniSearch({ fields: ['text'], processTerm: (term) => termsIn(term, 'en') })
    other.addAll(texts.map((text, id) => ({ id, text })))
    for (const query of [
      'gate scanner tickets',
      'till receipts blank',
      'wifi breakwater',
      'printer paper till',
    ])
      expect(order(query), query).toEqual(other.search(query).map((one) => one.id))
  })
})

const aTicket = fc.record(
  {
    summary: fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 8 }),
    said: fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 20 }),
    item: fc.constantFrom('a', 'b'),
    site: fc.constantFrom('s', 't'),
    requester: fc.constantFrom('p', 'q'),
    machine: fc.constantFrom('1', '2'),
    at: fc.integer({ min: 0, max: 90 * DAY }),
  },
  { requiredKeys: ['summary', 'said', 'at'] },
)

describe('likeness', () => {
  const all = (a: Compared, b: Compared) => {
    const collection = collectionOf([a, b])
    const [one, other] = [a, b].map((each) => readyFor(each, FIRST_WEIGHING, collection))
    return { one: one!, other: other!, found: likenessOf(one!, other!, FIRST_WEIGHING) }
  }

  it('is from 0 to 1, the same both ways, and its lines add up to it', () => {
    fc.assert(
      fc.property(aTicket, aTicket, (a, b) => {
        const { one, other, found } = all(a, b)
        expect(found.likeness).toBeGreaterThanOrEqual(0)
        expect(found.likeness).toBeLessThanOrEqual(1 + 1e-9)
        expect(likenessOf(other, one, FIRST_WEIGHING).likeness).toBeCloseTo(found.likeness, 9)
        expect(found.lines.reduce((sum, line) => sum + line.adds, 0)).toBeCloseTo(found.likeness, 9)
      }),
    )
  })

  it('is 1 with itself, given enough words to tell it by', () => {
    fc.assert(
      fc.property(aTicket, (a) => {
        const { one, found } = all(a, a)
        fc.pre(one.vector.weights.size >= 2)
        expect(found.likeness).toBeCloseTo(1, 9)
      }),
    )
  })

  it('of words counts half where only one is in common', () => {
    const one = { summary: [1], said: [], at: 0 }
    expect(all(one, one).found.lines[0]!.adds * (1 + FIRST_WEIGHING.signs.near)).toBeCloseTo(0.5, 9)
  })

  it('is nothing where no word is in common and no machine, whoever asks where and when', () => {
    const [a, b] = [
      { summary: [1, 2], said: [], at: 0, item: 'i', site: 's', requester: 'p' },
      { summary: [3, 4], said: [], at: 0, item: 'i', site: 's', requester: 'p' },
    ]
    expect(all(a, b).found).toEqual({ likeness: 0, lines: [{ of: 'words', adds: 0 }] })
    expect(all({ ...a, machine: '1' }, { ...b, machine: '1' }).found.likeness).toBeGreaterThan(0.5)
  })

  it('is never less where more speaks for it', () => {
    fc.assert(
      fc.property(aTicket, aTicket, fc.constantFrom(...SIGNS), (a, b, sign) => {
        const { one, other } = all(a, b)
        const evidence = evidenceOf(one, other, HOUR)
        // What was not known before may have been left out of the mean.
        fc.pre(evidence.signs[sign] !== undefined)
        const more = { ...evidence, signs: { ...evidence.signs, [sign]: 1 } }
        expect(weigh(more, FIRST_WEIGHING).likeness).toBeGreaterThanOrEqual(
          weigh(evidence, FIRST_WEIGHING).likeness - 1e-12,
        )
      }),
    )
  })

  it('is accounted for in hundredths that add up', () => {
    fc.assert(
      fc.property(aTicket, aTicket, (a, b) => {
        const { found } = all(a, b)
        const sum = pointsOf(found).reduce((points, one) => points + one.points, 0)
        expect(sum).toBe(Math.round(found.likeness * 100))
      }),
    )
  })

  it('is said in one line, what adds most first', () => {
    const lines = [
      { of: 'words' as const, adds: 0.2 },
      { of: 'machine' as const, adds: 0.3 },
      { of: 'item' as const, adds: 0.01 },
    ]
    expect(whyAlike({ lines }, ['gate', 'scanner'])).toBe('the same machine, words such as gate and scanner')
    expect(whyAlike({ lines: [] }, [])).toBe('')
  })

  it('is the same whether one is compared with one, or with thousands', () => {
    fc.assert(
      fc.property(fc.array(aTicket, { minLength: 2, maxLength: 6 }), (tickets) => {
        const collection = collectionOf(tickets)
        const comparer = new Comparer(tickets[0]!, FIRST_WEIGHING, collection)
        for (const other of tickets.slice(1)) {
          const wanted = likenessOf(comparer.one, readyFor(other, FIRST_WEIGHING, collection), FIRST_WEIGHING)
          expect(comparer.likenessTo(other).likeness).toBeCloseTo(wanted.likeness, 9)
        }
      }),
    )
  })

  it('names the words that tell most first', () => {
    const tickets = [
      [1, 2],
      [1, 2],
      [1, 3],
      [1, 4],
    ].map((summary) => ({ summary, said: [], at: 0 }))
    const collection = collectionOf(tickets)
    const [a, b] = tickets.map((one) => readyFor(one, FIRST_WEIGHING, collection))
    expect(sharedTerms(a!, b!)).toEqual([2, 1])
  })
})

/** All pairs of a seeded year of the sample world. */
function pairsOf(seed: number, events = 40, others = 160): PastPair[] {
  const told = toldTwice(seed, events, others)
  const tickets = told.map(compared)
  const collection = collectionOf(tickets)
  const ready = tickets.map((one) => readyFor(one, FIRST_WEIGHING, collection))
  const halfLife = parseDuration(FIRST_WEIGHING.halfLife)
  return ready.flatMap((one, at) =>
    ready.slice(at + 1).map((other, after) => ({
      references: [told[at]!.reference, told[at + 1 + after]!.reference] as const,
      evidence: evidenceOf(one, other, halfLife),
      isSame: told[at]!.event === told[at + 1 + after]!.event,
    })),
  )
}

describe('what a lead says of likeness', () => {
  it('is held to its bounds, each fault with what to do', () => {
    expect(weighingFaults(FIRST_WEIGHING)).toEqual([])
    const bad = { ...FIRST_WEIGHING, summary: 0, halfLife: 'a while', shown: 80, same: 60 }
    expect(weighingFaults({ ...bad, signs: { ...bad.signs, near: -1 } })).toEqual([
      'a word of the summary counts 1 to 10 times',
      'what a sign weighs lies between 0 and 5, where words weigh 1',
      'nearness halves in a minute at the soonest, in a year at the latest',
      'what is nearly the same is shown as alike too: its mark is no lower',
    ])
    expect(weighingFaults({ ...FIRST_WEIGHING, halfLife: 'PT0S', shown: Number.NaN })).toHaveLength(2)
  })
})

describe('a mark on the scale', () => {
  it('finds what tells the same event twice, and little else, at what the lead has at first', () => {
    for (const seed of [1, 2]) {
      const [mark] = marksOf(pairsOf(seed), FIRST_WEIGHING).filter((one) => one.mark === FIRST_WEIGHING.same)
      expect(mark!.precision, `precision, seed ${seed}`).toBeGreaterThanOrEqual(0.9)
      expect(mark!.recall, `recall, seed ${seed}`).toBeGreaterThanOrEqual(0.9)
    }
  })

  it('finds the fewer the higher it is, and its example lies at it', () => {
    const marks = marksOf(pairsOf(4, 20, 80), FIRST_WEIGHING)
    expect(marks.map((one) => one.mark)).toEqual(MARKS)
    for (const [at, one] of marks.entries()) {
      if (at > 0) expect(one.found).toBeLessThanOrEqual(marks[at - 1]!.found)
      expect(one.same).toBeLessThanOrEqual(one.found)
      if (one.example) expect(Math.floor(one.example.likeness * 20 + 1e-9) * 5).toBe(one.mark)
    }
  })

  it('says nothing of shares of nothing', () => {
    expect(marksOf([], FIRST_WEIGHING)[0]).toEqual({
      ...{ mark: 25, found: 0, same: 0, precision: null, recall: null, example: null },
    })
  })

  it('and a weighing are suggested that tell past pairs apart no worse', () => {
    const pairs = pairsOf(5, 20, 80)
    const plain = { machine: 0, item: 0, site: 0, requester: 0, near: 0 }
    const best = suggestedFrom(pairs, { signs: plain })
    const before = suggestedFrom(pairs, { signs: best.signs })
    expect(before).toEqual(best)
    const alone = Math.max(
      ...marksOf(pairs, { signs: plain }).map((one) =>
        one.precision && one.recall ? (2 * one.precision * one.recall) / (one.precision + one.recall) : 0,
      ),
    )
    expect(best.balance).toBeGreaterThan(alone)
  })
})

describe('a burst', () => {
  it('has the chances of Poisson’s distribution', () => {
    // Worked by hand: 1 − e^−½; and 1 − e^−2 (1 + 2 + 2 + 4⁄3) for four or more at a mean of 2.
    expect(chanceOfAtLeast(1, 0.5)).toBeCloseTo(1 - Math.exp(-0.5), 12)
    expect(chanceOfAtLeast(4, 2)).toBeCloseTo(1 - Math.exp(-2) * (1 + 2 + 2 + 4 / 3), 12)
    expect(chanceOfAtLeast(0, 3)).toBe(1)
  })

  it('is as likely as counting a simulated year says', () => {
    // Gaps between events at a rate are exponential; a linear congruence makes them the same every time.
    let seed = 7
    const next = () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31
    for (const mean of [0.5, 2, 6]) {
      const windows = 40_000
      const counts = new Array<number>(windows).fill(0)
      for (let at = -Math.log(1 - next()) / mean; at < windows; at += -Math.log(1 - next()) / mean)
        counts[Math.floor(at)]!++
      const wanted = Math.ceil(mean * 2)
      const many = counts.filter((one) => one >= wanted).length
      expect(many / windows).toBeCloseTo(chanceOfAtLeast(wanted, mean), 1.5)
    }
  })

  it('falls with how many came, and stays a chance however many', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20_000 }),
        fc.double({ min: 0.001, max: 5000, noNaN: true }),
        (count, mean) => {
          const chance = chanceOfAtLeast(count, mean)
          expect(chance).toBeGreaterThanOrEqual(0)
          expect(chance).toBeLessThanOrEqual(1)
          expect(chanceOfAtLeast(count + 1, mean)).toBeLessThanOrEqual(chance + 1e-12)
        },
      ),
    )
  })

  it('is held against what usually comes; of what never came half a one is taken to have come', () => {
    const found = burstOf({ count: 6, within: HOUR, before: 28, span: 28 * DAY })
    expect(found.usual).toBeCloseTo(1 / 24, 9)
    expect(found.chance).toBeLessThan(1e-10)
    expect(burstOf({ count: 1, within: HOUR, before: 0, span: 28 * DAY }).usual).toBeCloseTo(
      0.5 / (28 * 24),
      9,
    )
  })
})
