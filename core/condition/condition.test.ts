import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { costOf, failures, holds, inWords, forWhom, mayHold, type Condition, type Facts } from '.'

const words = { fact: (name: string) => name, value: (_: string, value: unknown) => String(value) }

describe('conditions', () => {
  const facts: Facts = {
    category: 'gates/scanners',
    cover: 'Office hours',
    'form.gates': 3,
    tags: ['wet', 'old'],
    note: '',
    words: 'The gate at Pier 3 is stuck',
    day: '2026-11-24',
    now: Date.UTC(2026, 10, 24, 12),
    moment: Date.UTC(2026, 10, 24, 11, 40),
    later: Date.UTC(2026, 10, 24, 12, 1),
  }

  it.each<[Condition, boolean]>([
    [{ fact: 'category', op: 'under', value: 'gates' }, true],
    [{ fact: 'category', op: 'under', value: 'gate' }, false],
    [{ fact: 'form.gates', op: 'greater', value: 2 }, true],
    [{ fact: 'form.gates', op: 'atMost', value: 2 }, false],
    [{ fact: 'tags', op: 'is', value: 'old' }, true],
    [{ fact: 'tags', op: 'noneOf', value: ['new'] }, true],
    [{ fact: 'cover', op: 'contains', value: 'OFFICE' }, true],
    [{ fact: 'missing', op: 'is', value: 'x' }, false],
    [{ fact: 'missing', op: 'isNot', value: 'x' }, true],
    [{ fact: 'note', op: 'empty' }, true],
    [{ fact: 'category', op: 'under', value: ['tills', 'gates/scanners'] }, true],
    [{ fact: 'words', op: 'matches', value: 'stuck GATE' }, true],
    [{ fact: 'words', op: 'matches', value: 'gat' }, false],
    [{ fact: 'form.gates', op: 'between', value: [3, 4] }, true],
    [{ fact: 'form.gates', op: 'between', value: [4, 5] }, false],
    [{ fact: 'day', op: 'between', value: ['2026-11-24', '2026-12-01'] }, true],
    [{ fact: 'day', op: 'before', value: '2026-11-24' }, false],
    [{ fact: 'day', op: 'after', value: '2026-11-23' }, true],
    [{ fact: 'form.gates', op: 'after', value: '2026-11-23' }, false],
    [{ fact: 'day', op: 'inTheLast', value: 'P2D' }, true],
    [{ fact: 'day', op: 'inTheLast', value: 'PT1H' }, false],
    [{ fact: 'moment', op: 'inTheLast', value: 'PT30M' }, true],
    [{ fact: 'later', op: 'inTheLast', value: 'PT30M' }, false],
    [{ fact: 'day', op: 'inTheLast', value: 'soon' }, false],
    [{ all: [] }, true],
    [{ any: [] }, false],
    [{ none: [{ fact: 'cover', op: 'startsWith', value: 'Round' }] }, true],
  ])('%j is %s', (condition, wanted) => {
    expect(holds(condition, facts)).toBe(wanted)
    expect(failures(condition, facts).length > 0).toBe(
      !wanted && !('any' in condition && condition.any.length === 0),
    )
  })

  it('read as a sentence, and say when they are costly', () => {
    const condition: Condition = {
      all: [
        { fact: 'category', op: 'under', value: 'gates' },
        {
          any: [
            { fact: 'site', op: 'is', value: 'x' },
            { fact: 'note', op: 'contains', value: 'y' },
          ],
        },
      ],
    }
    expect(inWords(condition, words)).toBe('category is under gates and (site is x or note contains y)')
    expect(inWords({ all: [] }, words)).toBe('always')
    const says = (fact: string) => (fact === 'big' ? { yes: 'it is big', no: 'it is small' } : undefined)
    const cover: Condition = {
      any: [
        { fact: 'cover', op: 'is', value: 'Full' },
        { fact: 'cover', op: 'empty' },
      ],
    }
    expect(inWords({ all: [cover, { fact: 'big', op: 'is', value: false }] }, { ...words, says })).toBe(
      '(cover is Full or is empty) and it is small',
    )
    expect([{ all: [] }, { any: [] }, cover].map((one) => forWhom(one, words))).toEqual([
      'to every ticket',
      'to no ticket yet',
      'to tickets where cover is Full or is empty',
    ])
    expect([costOf(condition), costOf({ fact: 'site', op: 'is', value: 'x' })]).toEqual([3, 1])
  })

  it('may hold where it holds with all facts known, and must not where no value of the others helps', () => {
    const value = fc.constantFrom('a', 'b', 'c')
    const test = fc.record({
      fact: fc.constantFrom('x', 'y', 'z'),
      op: fc.constantFrom('is', 'isNot'),
      value,
    })
    const tree = fc.letrec<{ one: Condition }>((tie) => ({
      one: fc.oneof(
        { maxDepth: 3, withCrossShrink: true },
        test as fc.Arbitrary<Condition>,
        fc.array(tie('one'), { maxLength: 3 }).map((all) => ({ all })),
        fc.array(tie('one'), { maxLength: 3 }).map((any) => ({ any })),
        fc.array(tie('one'), { maxLength: 3 }).map((none) => ({ none })),
      ),
    })).one
    fc.assert(
      fc.property(tree, value, (condition, x) => {
        // All that the two unknown facts can be; a fact of its own stands for any other value.
        const others = ['a', 'b', 'c', 'other']
        const any = others.some((y) => others.some((z) => holds(condition, { x, y, z })))
        if (any) expect(mayHold(condition, { x })).toBe(true)
        for (const y of others)
          for (const z of others) expect(mayHold(condition, { x, y, z })).toBe(holds(condition, { x, y, z }))
      }),
    )
    expect(mayHold({ all: [{ fact: 'x', op: 'is', value: 'a' }] }, { x: 'b' })).toBe(false)
  })
})
