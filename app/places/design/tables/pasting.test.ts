import { describe, expect, it } from 'vitest'
import type { Row } from '../../../../core/table'
import { withPasted } from './pasting'

const row = (id: string, cells: Row['cells'], team = 'networks'): Row => ({ id, cells, outcome: { team } })
const SITES = [
  { value: 'hallin', label: 'Hallin quay' },
  { value: 'varnes', label: 'Varnes quay' },
]
const TEAMS = [
  { value: 'networks', label: 'Networks' },
  { value: 'devices', label: 'Devices & Workshop' },
]
const grid = {
  table: {
    columns: ['site', 'form.gates'],
    outcomes: ['team'],
    rows: [row('r1', [{ op: 'is', value: 'varnes' }, null])],
  },
  namesOf: (fact: string) =>
    fact === 'site'
      ? { type: 'choice' as const, values: SITES }
      : fact === 'team'
        ? { type: 'choice' as const, values: TEAMS }
        : { type: 'number' as const },
  freshRow: (rows: readonly Row[], cells: Row['cells']): Row => row(`r${rows.length + 1}`, cells),
}

describe('a range of a sheet that is pasted', () => {
  it('is laid over the grid, and lines beyond the last become rows', () => {
    const { rows, taken, problems } = withPasted(
      'Hallin quay\t> 2\tDevices & Workshop\nVarnes quay\t\tnetworks\n',
      [0, 0],
      grid,
    )
    expect([taken, problems]).toEqual([6, []])
    expect(rows).toEqual([
      {
        id: 'r1',
        cells: [
          { op: 'is', value: 'hallin' },
          { op: 'greater', value: 2 },
        ],
        outcome: { team: 'devices' },
      },
      { id: 'r2', cells: [{ op: 'is', value: 'varnes' }, null], outcome: { team: 'networks' } },
    ])
  })

  it('leaves what it cannot read as it was', () => {
    const { rows, taken, problems } = withPasted('Elsewhere\t4', [0, 0], grid)
    expect(rows[0]!.cells).toEqual([
      { op: 'is', value: 'varnes' },
      { op: 'is', value: 4 },
    ])
    expect(taken).toBe(1)
    expect(problems).toEqual([expect.stringMatching(/^row 1: “Elsewhere”/)])
    expect(rows[0]!.off).toBeUndefined()
  })

  it('makes no row that fits more than was meant: it is switched off and says why', () => {
    const { rows, problems } = withPasted('Elsewhere\t4\tNetworks', [1, 0], grid)
    expect(rows[1]).toMatchObject({ off: true, note: expect.stringMatching(/^Not read: “Elsewhere”/) })
    expect(problems).toHaveLength(1)
    expect(withPasted('a\tb\tc\td', [0, 1], grid).problems.at(-1)).toContain('beyond the last column')
  })
})
