import fc from 'fast-check'
import { Engine } from 'json-rules-engine'
import { describe, expect, it } from 'vitest'
import { holds, type Facts, type FactValue } from '../condition'
import { analyse, shadowedRows } from './analyse'
import { decideTable } from './compiled'
import type { Domains } from './domain'
import { testsOfRow, type Cell, type DecisionTable, type HitPolicy } from './table'

const PATHS = ['a', 'a/b', 'a/b/c', 'b', 'c']
const DOMAINS: Domains = {
  category: { type: 'path', values: PATHS, always: true },
  gates: { type: 'number', min: 0, max: 4 },
  open: { type: 'choice', values: [true, false] },
  day: { type: 'date', always: true },
  tags: { type: 'list', values: ['wet', 'old', 'loud'] },
  moment: { type: 'date' },
  length: { type: 'length' },
}
/** Every value that a cell below can tell from another, and one beside each. */
const VALUES: Record<string, (FactValue | undefined)[]> = {
  category: PATHS,
  gates: [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, undefined],
  open: [true, false, undefined],
  day: ['2026-01-01', '2026-03-01', '2026-03-01T12:00:00Z', '2026-04-15', '2026-06-30', '2026-12-24'],
  // Of these nothing is known but what the cells ask.
  words: ['a', 'A', 'ab', 'aB', 'abc', 'abd', 'ax', 'b', 'bc', 'x', undefined],
  place: ['a', 'a/x', 'a/b', 'A/B/c', 'a/b/c/d', 'b', 'b/x', 'x', undefined],
  moment: [
    ...['2026-02-28T23:59:59Z', '2026-03-01T00:00:00Z', '2026-03-01T11:59:59Z', '2026-03-01T12:00:00Z'],
    ...['2026-03-01T12:00:01Z', '2026-03-01T23:59:59Z', '2026-03-02T00:00:00Z', '2026-03-02T10:00:00Z'],
    ...['2026-03-03T00:00:00Z', undefined],
  ],
  length: ['PT1M', 'PT29M', 'PT30M', 'PT31M', 'PT59M', 'PT1H', 'PT1H1M', 'PT2H', 'PT3H', undefined],
  tags: [[], ['wet'], ['old'], ['loud'], ['wet', 'old'], ['wet', 'old', 'loud']],
}
const cellOf: Record<string, fc.Arbitrary<Cell>> = {
  category: fc.constantFrom<Cell>(
    { op: 'is', value: 'a' },
    { op: 'under', value: 'a' },
    { op: 'under', value: ['a/b', 'c'] },
    { op: 'oneOf', value: ['a', 'b'] },
    { op: 'noneOf', value: ['a/b'] },
  ),
  gates: fc.oneof(
    fc.record({
      op: fc.constantFrom(
        'greater' as const,
        'atLeast' as const,
        'less' as const,
        'atMost' as const,
        'is' as const,
      ),
      value: fc.integer({ min: 0, max: 4 }),
    }),
    fc.constantFrom<Cell>({ op: 'between', value: [1, 3] }, { op: 'empty' }, { op: 'filled' }),
  ),
  open: fc.constantFrom<Cell>({ op: 'is', value: true }, { op: 'isNot', value: true }, { op: 'empty' }),
  day: fc.constantFrom<Cell>(
    { op: 'before', value: '2026-03-01' },
    { op: 'after', value: '2026-03-01' },
    { op: 'between', value: ['2026-03-01', '2026-06-30'] as never },
  ),
  words: fc.constantFrom<Cell>(
    { op: 'startsWith', value: 'a' },
    { op: 'startsWith', value: 'AB' },
    { op: 'startsWith', value: 'b' },
    { op: 'is', value: 'ab' },
    { op: 'oneOf', value: ['a', 'x'] },
    { op: 'noneOf', value: ['abc', 'b'] },
    { op: 'empty' },
    { op: 'filled' },
  ),
  place: fc.constantFrom<Cell>(
    { op: 'under', value: 'a' },
    { op: 'under', value: 'a/b' },
    { op: 'under', value: ['a/b/c', 'b'] },
    { op: 'is', value: 'a' },
    { op: 'empty' },
  ),
  moment: fc.constantFrom<Cell>(
    { op: 'is', value: '2026-03-01' },
    { op: 'after', value: '2026-03-01' },
    { op: 'before', value: '2026-03-01T13:00:00+01:00' },
    { op: 'atLeast', value: '2026-03-01T12:00:00Z' },
    { op: 'is', value: '2026-03-01T12:00:00Z' },
    { op: 'between', value: ['2026-03-01', '2026-03-02'] as never },
    { op: 'empty' },
  ),
  length: fc.constantFrom<Cell>(
    { op: 'is', value: 'PT30M' },
    { op: 'greater', value: 'PT1H' },
    { op: 'less', value: 'PT31M' },
    { op: 'atMost', value: 'PT1M' },
    { op: 'between', value: ['PT30M', 'PT2H'] as never },
    { op: 'empty' },
  ),
  tags: fc.constantFrom<Cell>(
    { op: 'is', value: 'wet' },
    { op: 'noneOf', value: ['old', 'wet'] },
    { op: 'empty' },
  ),
}
/** Tables over some of the columns; few enough that every case can be tried. */
const tableOf = (columns: string[], policy: fc.Arbitrary<HitPolicy>) =>
  fc
    .tuple(
      policy,
      fc.array(
        fc.tuple(...columns.map((name) => fc.option(cellOf[name]!, { freq: 2 })), fc.boolean(), fc.nat(2)),
        {
          maxLength: 6,
        },
      ),
    )
    .map(([hitPolicy, rows]): DecisionTable => ({
      id: 't',
      name: 'T',
      hitPolicy,
      order: { grade: ['0', '1'] },
      columns,
      outcomes: ['grade'],
      rows: rows.map((row, index) => ({
        id: String(index),
        cells: row.slice(0, columns.length) as Cell[],
        off: row.at(-2) === true && index % 3 === 0,
        outcome: { grade: String(row.at(-1)) },
      })),
    }))
const anyColumns = fc.constantFrom<string[]>(
  ['category', 'gates'],
  ['gates', 'open', 'tags'],
  ['day', 'category', 'open'],
  ['words', 'open'],
  ['place', 'open'],
  ['moment', 'open'],
  ['length', 'open'],
)
const anyTable = (...policies: HitPolicy[]) =>
  anyColumns.chain((columns) => tableOf(columns, fc.constantFrom(...policies)))

function casesOf(table: DecisionTable): Facts[] {
  return table.columns.reduce<Facts[]>(
    (all, fact) => all.flatMap((facts) => VALUES[fact]!.map((value) => ({ ...facts, [fact]: value }))),
    [{}],
  )
}
/** The rows that fit, asked one by one as the DMN standard describes it. */
const fits = (table: DecisionTable, facts: Facts) =>
  table.rows.flatMap((row, index) =>
    !row.off && holds({ all: testsOfRow(table, row) }, facts) ? [index] : [],
  )

describe('a decision table', () => {
  const rules: DecisionTable = {
    id: 't',
    name: 'T',
    columns: ['category', 'gates'],
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

  it('decides by the first row that fits (DMN 1.4, hit policy First), and names the row that nearly did', () => {
    const decision = decideTable(rules, { category: 'a/b', gates: 1 })
    expect([decision.row?.id, decision.number, decision.nearest?.row.id]).toEqual(['any', 3, 'many'])
    // The second of its tests.
    expect(decision.nearest?.failed).toEqual([1])
    expect(decideTable(rules, { category: 'c', gates: 1 })).toMatchObject({ nearest: { number: 3 } })
  })

  it('decides by its hit policy: Unique, First, Priority and Collect (DMN 1.4, 8.2.10)', () => {
    fc.assert(
      fc.property(anyTable('unique', 'first', 'priority', 'collect'), (table) => {
        for (const facts of casesOf(table).filter((_, index) => index % 7 === 0)) {
          const fitting = fits(table, facts)
          const decision = decideTable(table, facts)
          expect([...decision.fitting].sort()).toEqual(fitting)
          const rank = (index: number) => Number(table.rows[index]!.outcome.grade)
          const best = table.hitPolicy === 'priority' ? Math.min(...fitting.map(rank)) : undefined
          const wanted = fitting.find((index) => best === undefined || rank(index) === best)
          if (table.hitPolicy !== 'collect') expect(decision.row).toBe(table.rows[wanted ?? -1])
        }
      }),
      { numRuns: 150 },
    )
  })

  it('names as nearest the row with the fewest tests failed of those asked before', () => {
    fc.assert(
      fc.property(anyTable('first'), (table) => {
        for (const facts of casesOf(table).filter((_, index) => index % 11 === 0)) {
          const { row, nearest } = decideTable(table, facts)
          const end = row ? table.rows.indexOf(row) : table.rows.length
          const failed = table.rows
            .slice(0, end)
            .map((one) =>
              one.off ? Infinity : testsOfRow(table, one).filter((test) => !holds(test, facts)).length,
            )
          const fewest = Math.min(...failed)
          expect(nearest?.number).toBe(Number.isFinite(fewest) ? failed.indexOf(fewest) + 1 : undefined)
          if (nearest) expect(nearest.failed).toHaveLength(fewest)
        }
      }),
      { numRuns: 150 },
    )
  })

  it('finds the same rows as json-rules-engine over the same table and facts', async () => {
    const names = {
      is: 'equal',
      greater: 'greaterThan',
      atLeast: 'greaterThanInclusive',
      less: 'lessThan',
    } as const
    const cell = fc.option(
      fc.record({
        op: fc.constantFrom(...(Object.keys(names) as (keyof typeof names)[])),
        value: fc.integer({ min: 0, max: 4 }),
      }),
    )
    const numbers = fc.record({ x: fc.nat(4), y: fc.nat(4), z: fc.nat(4) })
    const lists = fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 })
    await fc.assert(
      fc.asyncProperty(lists, numbers, async (cells, facts) => {
        const columns = ['x', 'y', 'z']
        const rows = cells.map((one, index) => ({ id: String(index), cells: one, outcome: {} }))
        const engine = new Engine(
          rows.map((row) => ({
            conditions: {
              all: testsOfRow({ columns }, row).map(({ fact, op, value }) => ({
                fact,
                operator: names[op as 'is'],
                value,
              })),
            },
            event: { type: row.id },
          })),
        )
        const found = (await engine.run(facts)).events.map((one) => Number(one.type)).sort()
        expect(decideTable({ id: 't', name: 'T', columns, outcomes: [], rows }, facts).fitting).toEqual(found)
      }),
      { numRuns: 100 },
    )
  })
})

describe('the analysis of a table', () => {
  it('finds the overlap and the gaps of the loan-grade table (Calvanese et al., BPM 2016; from memory)', () => {
    const between = (...value: number[]): Cell => ({ op: 'between', value })
    const grades = {
      A: [between(0, 1000), between(0, 1000)],
      B: [between(250, 750), between(4000, 5000)],
      C: [between(500, 1500), between(500, 3000)],
      D: [between(2000, 2500), between(0, 2000)],
    }
    const loans: DecisionTable = {
      id: 'loan',
      name: 'Loan grade',
      hitPolicy: 'unique',
      columns: ['income', 'size'],
      outcomes: ['grade'],
      rows: Object.entries(grades).map(([id, cells]) => ({ id, cells, outcome: { grade: id } })),
    }
    const amount = { type: 'number', min: 0, max: 5000, always: true } as const
    const found = analyse(loans, { income: amount, size: amount })
    expect(found.overlaps).toEqual([{ numbers: [1, 3], rows: ['A', 'C'] }])
    expect(found.dead).toEqual([])
    expect(decideTable(loans, { income: 750, size: 750 }).fitting).toEqual([0, 2])
    expect(found.gaps.length).toBeGreaterThan(0)
    const isGap = (income: number, size: number) =>
      found.gaps.some((gap) => holds(gap.when, { income, size }))
    expect([isGap(1750, 100), isGap(3000, 3000), isGap(100, 4500)]).toEqual([true, true, true])
    expect([isGap(700, 700), isGap(2000, 2000), isGap(250, 4000)]).toEqual([false, false, false])
  })

  it('says of exactly the rows that never decide that they never do', () => {
    fc.assert(
      fc.property(anyTable('first', 'priority', 'unique'), (table) => {
        const deciding = new Set(casesOf(table).map((facts) => decideTable(table, facts).row?.id))
        const never = table.rows.filter((row) => !row.off && !deciding.has(row.id)).map((row) => row.id)
        expect(shadowedRows(table, DOMAINS).map((one) => one.row)).toEqual(never)
      }),
      { numRuns: 250 },
    )
  })

  it('names rows that take what would fit a dead row, and none that could be left out', () => {
    fc.assert(
      fc.property(anyTable('first'), (table) => {
        for (const { number, by } of shadowedRows(table, DOMAINS)) {
          const fitting = casesOf(table).filter((facts) => fits(table, facts).includes(number - 1))
          const isTakenBy = (takers: number[]) =>
            fitting.every((facts) => fits(table, facts).some((index) => takers.includes(index + 1)))
          expect(isTakenBy(by)).toBe(true)
          for (const one of by) expect(isTakenBy(by.filter((other) => other !== one))).toBe(false)
        }
      }),
      { numRuns: 250 },
    )
  })

  it('has gaps that cover exactly the cases no row fits', () => {
    fc.assert(
      fc.property(anyTable('first', 'unique', 'collect'), (table) => {
        const { gaps, isComplete } = analyse(table, DOMAINS)
        expect(isComplete).toBe(true)
        for (const facts of casesOf(table)) {
          const isGap = gaps.some((gap) => holds(gap.when, facts))
          expect(isGap).toBe(fits(table, facts).length === 0)
        }
      }),
      { numRuns: 250 },
    )
  })

  it('offers rows that close a gap, and take nothing else where it says so', () => {
    fc.assert(
      fc.property(anyTable('first'), (table) => {
        for (const gap of analyse(table, DOMAINS).gaps)
          for (const facts of casesOf(table)) {
            const isTaken = gap.cells.some((cells) =>
              holds({ all: testsOfRow(table, { id: '', cells, outcome: {} }) }, facts),
            )
            if (holds(gap.when, facts)) expect(isTaken).toBe(true)
            else if (gap.isExact) expect(isTaken).toBe(false)
          }
      }),
      { numRuns: 150 },
    )
  })

  it('finds every two rows of a Unique table that both fit something', () => {
    fc.assert(
      fc.property(anyTable('unique'), (table) => {
        const pairs = new Set<string>()
        for (const facts of casesOf(table)) {
          const fitting = fits(table, facts)
          for (const a of fitting) for (const b of fitting) if (a < b) pairs.add(`${a + 1} ${b + 1}`)
        }
        const found = analyse(table, DOMAINS).overlaps.map(({ numbers }) => numbers.join(' '))
        expect(found.sort()).toEqual([...pairs].sort())
      }),
      { numRuns: 250 },
    )
  })

  it('tells a gap beside a beginning exactly: what is empty is one, what begins like it is none', () => {
    const rows = [{ id: '1', cells: [{ op: 'startsWith', value: 'a' } as Cell], outcome: {} }]
    const { gaps } = analyse({ id: 't', name: 'T', columns: ['words'], outcomes: [], rows })
    const isGap = (words: string | undefined) => gaps.some((gap) => holds(gap.when, { words }))
    expect([undefined, 'b', 'a', 'ab', 'AB'].map(isGap)).toEqual([true, true, false, false, false])
  })

  it('finds no gap between a day and the next', () => {
    const rows: DecisionTable['rows'] = [
      { id: '1', cells: [{ op: 'atMost', value: '2026-11-18' }], outcome: {} },
      { id: '2', cells: [{ op: 'atLeast', value: '2026-11-19' }], outcome: {} },
    ]
    const table = { id: 't', name: 'T', columns: ['day'], outcomes: [], rows }
    expect(analyse(table, { day: { type: 'date', always: true } }).gaps).toEqual([])
  })

  it('claims nothing for certain where cells look for words in a text', () => {
    const table = (cells: Cell[]): DecisionTable => ({
      id: 't',
      name: 'T',
      columns: ['words'],
      outcomes: ['x'],
      rows: cells.map((cell, index) => ({ id: String(index), cells: [cell], outcome: { x: String(index) } })),
    })
    const found = analyse(
      table([
        { op: 'contains', value: 'till' },
        { op: 'contains', value: 'gate' },
      ]),
    )
    expect([found.isCertain, found.dead, found.overlaps.length, found.gaps.length > 0]).toEqual([
      false,
      [],
      1,
      true,
    ])
    const dead = shadowedRows(
      table([
        { op: 'contains', value: 'till' },
        { op: 'contains', value: 'till' },
      ]),
    )
    expect(dead).toEqual([{ row: '1', number: 2, by: [1] }])
  })
})
