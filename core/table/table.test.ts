import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { costOf, failures, holds, inWords, type Condition, type Facts } from '../condition'
import { covers, decideTable, shadowedRows, type Cell, type DecisionTable } from './table'

const words = { fact: (name: string) => name, value: (_: string, value: unknown) => String(value) }

describe('conditions', () => {
  const facts: Facts = {
    category: 'gates/scanners',
    cover: 'Office hours',
    'form.gates': 3,
    tags: ['wet', 'old'],
    note: '',
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
    expect([costOf(condition), costOf({ fact: 'site', op: 'is', value: 'x' })]).toEqual([3, 1])
  })
})

const COLUMNS = ['category', 'gates']
const cell: fc.Arbitrary<Cell> = fc.oneof(
  fc.constant(null),
  fc.constantFrom<Cell>(
    { op: 'is', value: 'a' },
    { op: 'under', value: 'a' },
    { op: 'oneOf', value: ['a', 'b'] },
    { op: 'is', value: 'a/b' },
  ),
)
const range: fc.Arbitrary<Cell> = fc.oneof(
  fc.constant(null),
  fc.record({
    op: fc.constantFrom(
      'greater' as const,
      'atLeast' as const,
      'less' as const,
      'atMost' as const,
      'is' as const,
    ),
    value: fc.integer({ min: 0, max: 3 }),
  }),
)
const table = fc.array(fc.tuple(cell, range), { maxLength: 7 }).map((rows): DecisionTable => ({
  id: 't',
  name: 'T',
  columns: COLUMNS,
  outcomes: ['queue'],
  rows: rows.map((cells, index) => ({ id: String(index), cells, outcome: { queue: String(index) } })),
}))
const facts = fc.record({
  category: fc.constantFrom('a', 'a/b', 'b', 'c'),
  gates: fc.integer({ min: -1, max: 4 }),
})

describe('a decision table', () => {
  it('decides by the first row that fits (DMN 1.4, hit policy First), and names the row that nearly did', () => {
    const rules: DecisionTable = {
      id: 't',
      name: 'T',
      columns: COLUMNS,
      outcomes: ['queue'],
      rows: [
        { id: 'off', cells: [null, null], outcome: { queue: 'x' }, off: true },
        {
          id: 'many',
          cells: [
            { op: 'under', value: 'a' },
            { op: 'greater', value: 2 },
          ],
          outcome: { queue: 'y' },
        },
        { id: 'any', cells: [{ op: 'under', value: 'a' }, null], outcome: { queue: 'z' } },
      ],
    }
    const decision = decideTable(rules, { category: 'a/b', gates: 1 })
    expect([decision.row?.id, decision.number, decision.nearest?.row.id]).toEqual(['any', 3, 'many'])
    expect(decision.nearest?.failed).toEqual([{ fact: 'gates', op: 'greater', value: 2 }])
    expect(decideTable(rules, { category: 'c', gates: 1 })).toMatchObject({ nearest: { number: 3 } })
  })

  it('never decides by a row that is said to be shadowed', () => {
    fc.assert(
      fc.property(table, facts, (rules, given) => {
        const dead = new Set(shadowedRows(rules).map((shadow) => shadow.row))
        const { row } = decideTable(rules, given)
        if (row) expect(dead).not.toContain(row.id)
      }),
      { numRuns: 500 },
    )
  })

  it('says that one cell covers another only if every value that fits the inner fits the outer', () => {
    const fits = (one: Cell, value: string | number) => !one || holds({ fact: 'x', ...one }, { x: value })
    fc.assert(
      fc.property(fc.tuple(fc.constantFrom(0, 1), cell, cell, range, range), ([which, a, b, c, d]) => {
        const [outer, inner] = which ? [a, b] : [c, d]
        const values = which ? ['a', 'a/b', 'a/b/c', 'b', 'c'] : [-1, 0, 0.5, 1, 2, 3, 4]
        if (covers(outer, inner))
          for (const value of values) if (fits(inner, value)) expect(fits(outer, value)).toBe(true)
      }),
    )
  })
})
