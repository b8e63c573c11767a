import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellFromFeel, cellToFeel } from './feel'
import type { Cell } from './table'
import { cellFromText, cellToText, UnreadableCell, type CellNames } from './text'

const CHOICE: CellNames = {
  type: 'choice',
  values: [
    { value: 'hallin', label: 'Hallin' },
    { value: 'quay', label: 'Varnes Quay, north' },
    { value: 'twin-a', label: 'Twin' },
    { value: 'twin-b', label: 'Twin' },
    { value: 'not', label: 'not here' },
  ],
}
const value = fc.constantFrom(...CHOICE.values!.map((one) => one.value))
const some = fc.uniqueArray(value, { minLength: 2, maxLength: 4 })
const words = fc.string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(...'ab ",.<>-=/?'.split('')) })
const text = words.map((one) => one.trim()).filter(Boolean)
const number = fc
  .double({ min: -1000, max: 1000, noNaN: true })
  .map((one) => Math.round(one * 100) / 100 || 0)
const day = fc.constantFrom('2026-01-01', '2026-11-24')

type Case = [names: CellNames, cell: Cell]
const cases: fc.Arbitrary<Case> = fc.oneof(
  fc.tuple(
    fc.constant(CHOICE),
    fc.oneof(
      fc.record({ op: fc.constantFrom('is' as const, 'isNot' as const), value }),
      fc.record({ op: fc.constantFrom('oneOf' as const, 'noneOf' as const), value: some }),
      fc.constantFrom<Cell>(null, { op: 'empty' }, { op: 'filled' }),
    ),
  ),
  fc.tuple(
    fc.constant<CellNames>({ type: 'number' }),
    fc.oneof(
      fc.record({
        op: fc.constantFrom('greater', 'atLeast', 'less', 'atMost', 'is') as fc.Arbitrary<'is'>,
        value: number,
      }),
      fc.tuple(number, number).map((ends): Cell => ({ op: 'between', value: ends })),
    ),
  ),
  fc.tuple(
    fc.constant<CellNames>({ type: 'yesNo' }),
    fc.record({ op: fc.constant('is' as const), value: fc.boolean() }),
  ),
  fc.tuple(
    fc.constant<CellNames>({ type: 'date' }),
    fc.record({ op: fc.constantFrom('before' as const, 'after' as const, 'is' as const), value: day }),
  ),
)

describe('a cell', () => {
  it('written as a short text is read back the same', () => {
    fc.assert(
      fc.property(cases, ([names, cell]) => {
        expect(cellFromText(cellToText(cell, names), names)).toEqual(cell)
      }),
    )
  })

  it('of any words is read back the same', () => {
    fc.assert(
      fc.property(fc.constantFrom('is', 'isNot', 'contains', 'startsWith', 'matches'), text, (op, said) => {
        const cell = { op, value: said } as Cell
        expect(cellFromText(cellToText(cell, { type: 'text' }), { type: 'text' })).toEqual(cell)
      }),
    )
  })

  it('written as unary tests of FEEL (DMN 1.4, 7.3.3) is read back the same', () => {
    fc.assert(
      fc.property(cases, ([names, cell]) => {
        expect(cellFromFeel(cellToFeel(cell), names)).toEqual(cell)
      }),
    )
  })

  it.each<[string, Cell]>([
    ['', null],
    ['-', null],
    ['"high"', { op: 'is', value: 'high' }],
    ['"high","low"', { op: 'oneOf', value: ['high', 'low'] }],
    ['not("high")', { op: 'isNot', value: 'high' }],
    ['[250..750]', { op: 'between', value: [250, 750] }],
    ['>= 3', { op: 'atLeast', value: 3 }],
    ['< date("2026-03-01")', { op: 'before', value: '2026-03-01' }],
    ['null', { op: 'empty' }],
  ])('is taken from FEEL: %s', (feel, cell) => {
    expect(cellFromFeel(feel, { type: 'text' })).toEqual(cell)
  })

  it('is taken from names as somebody types them, and says what it cannot read', () => {
    expect(cellFromText('HALLIN', CHOICE)).toEqual({ op: 'is', value: 'hallin' })
    expect(cellFromText('not hallin, "Varnes Quay, north"', CHOICE)).toEqual({
      op: 'noneOf',
      value: ['hallin', 'quay'],
    })
    expect(cellFromText('1 .. 5', { type: 'number' })).toEqual({ op: 'between', value: [1, 5] })
    expect(cellFromText('under hallin', CHOICE)).toEqual({ op: 'under', value: 'hallin' })
    for (const [said, names] of [
      ['Elsewhere', CHOICE],
      ['many', { type: 'number' }],
      ['perhaps', { type: 'yesNo' }],
      ['tomorrow', { type: 'date' }],
    ] as [string, CellNames][])
      expect(() => cellFromText(said, names)).toThrow(UnreadableCell)
    for (const feel of ['(1..5)', 'x + 1', 'not(> 3)'])
      expect(() => cellFromFeel(feel, { type: 'number' })).toThrow(UnreadableCell)
  })
})
