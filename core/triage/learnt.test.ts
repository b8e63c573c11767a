import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LearntCategories } from './learnt'

const PAST = [
  ...Array.from({ length: 8 }, (_, index) => ({
    category: 'tills',
    text: `Till ${index} prints a blank receipt`,
  })),
  ...Array.from({ length: 8 }, (_, index) => ({
    category: 'gates',
    text: `Gate ${index} does not read the ticket`,
  })),
  { category: 'network', text: 'The connection on the crossing is slow' },
]

describe('categories learnt from words', () => {
  const learnt = new LearntCategories(PAST)

  it('name the category whose tickets had such words, with the words that speak for it', () => {
    const found = learnt.suggest('The receipt of our till is blank again')!
    expect(found).toMatchObject({ category: 'tills', tickets: 8 })
    expect(found.confidence).toBeGreaterThan(0.9)
    expect(found.words).toEqual(expect.arrayContaining(['receipt', 'blank', 'till']))
  })

  it('are less sure the less the words tell, and say nothing about words never met', () => {
    const sure = learnt.suggest('gate does not read')!.confidence
    const unsure = learnt.suggest('does something with a receipt')!.confidence
    expect(unsure).toBeLessThan(sure)
    expect(learnt.suggest('zebra 42')).toBeUndefined()
    expect(new LearntCategories([]).suggest('till')).toBeUndefined()
  })

  it('computes what the textbook does (Introduction to Information Retrieval, example 13.2; from memory)', () => {
    // Bernoulli without the absent words: prior 3/4, P(Chinese|c) = 4/5, P(Japan|c) = P(Tokyo|c) = 1/5; and 1/4, 2/3.
    const china = new LearntCategories([
      { category: 'yes', text: 'Chinese Beijing Chinese' },
      { category: 'yes', text: 'Chinese Chinese Shanghai' },
      { category: 'yes', text: 'Chinese Macao' },
      { category: 'no', text: 'Tokyo Japan Chinese' },
    ])
    const yes = (3 / 4) * (4 / 5) * (1 / 5) * (1 / 5)
    const no = (1 / 4) * (2 / 3) * (2 / 3) * (2 / 3)
    const found = china.suggest('Chinese Chinese Chinese Tokyo Japan')!
    expect(found.category).toBe('no')
    expect(found.confidence).toBeCloseTo(no / (yes + no), 10)
  })

  it('are as sure as a share can be, whatever was learnt', () => {
    const text = fc
      .array(fc.constantFrom('gate', 'till', 'receipt', 'radio', 'crew'), { maxLength: 6 })
      .map((one) => one.join(' '))
    const past = fc.array(fc.record({ category: fc.constantFrom('a', 'b', 'c'), text }), { maxLength: 12 })
    fc.assert(
      fc.property(past, text, (some, asked) => {
        const found = new LearntCategories(some).suggest(asked)
        if (!found) return
        expect(found.confidence).toBeGreaterThan(0)
        expect(found.confidence).toBeLessThanOrEqual(1)
        expect(some.map((one) => one.category)).toContain(found.category)
      }),
    )
  })

  it('go by words of three letters and more that are no numbers, the first sixty of a text', () => {
    const past = [{ category: 'a', text: 'an 423 42x x42 abc' }]
    const knows = (word: string, some = past) => new LearntCategories(some).suggest(word) !== undefined
    expect(['an', '423', '42x', 'x42', 'abc'].map((word) => knows(word))).toEqual([
      ...[false, false, true, true, true],
    ])
    const many = Array.from({ length: 61 }, (_, index) => `word${index}`)
    const long = [{ category: 'a', text: many.join(' ') }]
    expect([knows('word59', long), knows('word60', long)]).toEqual([true, false])
    expect(new LearntCategories([...past, ...long]).tickets).toBe(2)
  })

  it('name the words that stand more often there than everywhere, the strongest first, four at most', () => {
    const text = (category: string, ...texts: string[]) => texts.map((one) => ({ category, text: one }))
    const some = [
      ...text('gates', 'gate radio', 'gate radio', 'gate lamp bolt mast oar', 'gate'),
      ...text('boats', 'radio crew', 'crew sail', 'sail', 'sail'),
    ]
    expect(new LearntCategories(some).suggest('crew radio gate')!.words).toEqual(['gate', 'radio'])
    const all = new LearntCategories(some).suggest('gate lamp bolt mast oar radio')!
    expect(all.words).toHaveLength(4)
    expect(all.words[0]).toBe('gate')
    // As often there as everywhere: it speaks for nothing.
    const even = new LearntCategories([...text('a', 'pump', 'oar'), ...text('b', 'pump', 'oar')])
    expect(even.suggest('pump')).toMatchObject({ category: 'a', words: [], tickets: 2, confidence: 0.5 })
  })
})
