import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { cellFromText, cellToText, CompiledTable, type Cell } from '../../table'
import { OPERATORS, type Operator } from './list'

const NAMES = Object.keys(OPERATORS) as Operator[]
const VALUES: Record<string, Cell> = Object.fromEntries(
  NAMES.map((op): [string, Cell] => {
    const { takes } = OPERATORS[op]
    const value = {
      nothing: undefined,
      one: 'gates',
      several: ['gates', 'tills'],
      range: ['2026-01-01', '2026-02-01'],
      span: 'P2D',
      calendar: 'office',
    }[takes]
    return [op, value === undefined ? { op } : { op, value: value as string }]
  }),
)

describe('operators', () => {
  it('are all in the list, each in a file of its own name', () => {
    const files = readdirSync(import.meta.dirname).filter((one) => !/^list\.|\.test\.ts$/.test(one))
    expect(NAMES.map((name) => `${name}.ts`).sort()).toEqual(files.sort())
  })

  it.each(NAMES)('%s: a cell that says it is read back from its short text', (op) => {
    const names = { type: 'text', calendars: [{ value: 'office', label: 'Office hours' }] } as const
    const text = cellToText(VALUES[op]!, names)
    expect(cellFromText(text, names)).toEqual(VALUES[op])
    expect(text).not.toMatch(/undefined|office$/)
  })

  it('have words of their own, in sentences and in menus', () => {
    for (const word of ['verb', 'short'] as const)
      expect(new Set(NAMES.map((op) => OPERATORS[op][word])).size).toBe(NAMES.length)
    expect(new Set(NAMES.map((op) => OPERATORS[op].place)).size).toBe(NAMES.length)
  })

  it('that ask what time it is do so in a table too, each time', () => {
    const row = { id: 'r', cells: [{ op: 'inTheLast', value: 'P1D' } as const], outcome: {} }
    const table = { id: 't', name: 'T', columns: ['form.day'], outcomes: [], rows: [row] }
    const compiled = new CompiledTable(table)
    const fits = (now: string) => compiled.decide({ 'form.day': '2026-11-24', now: Date.parse(now) }).fitting
    expect(fits('2026-11-24T12:00:00Z')).toEqual([0])
    expect(fits('2026-11-26T12:00:00Z')).toEqual([])
    expect(compiled.decide({ 'form.day': '2026-11-24' }).fitting).toEqual([])
  })
})
