import { describe, expect, it } from 'vitest'
import { columnsOf, lanesOf, type BoardPage } from './useBoard'

const status = (id: string, name: string, group: string) => ({ id, name, group })
const kinds = [
  {
    id: 'fault',
    name: 'Fault',
    statuses: [status('logged', 'Logged', 'new'), status('wait', 'Waiting', 'waiting')],
    ways: [],
  },
  {
    id: 'wish',
    name: 'Wish',
    statuses: [status('asked', 'Logged', 'new'), status('on', 'In hand', 'active')],
    ways: [],
  },
] as unknown as Parameters<typeof columnsOf>[0]
const cell = (kind: string, statusId: string, lane: string, total: number) => ({
  kind,
  statusId,
  lane,
  total,
})
const row = (reference: number, kind: string, statusId: string, lane: string) =>
  ({ reference, kind, statusId, lane }) as BoardPage['rows'][number]
const page = {
  cells: [
    cell('fault', 'logged', 'a', 3),
    cell('wish', 'asked', 'a', 1),
    cell('wish', 'on', 'b', 12),
    cell('gone', 'old', 'b', 1),
  ],
  lanes: [
    { id: 'b', name: 'Bridge', total: 13 },
    { id: 'a', name: 'Arrivals crew', total: 4 },
  ],
  rows: [row(1, 'fault', 'logged', 'a'), row(2, 'wish', 'on', 'b'), row(3, 'wish', 'asked', 'a')],
}

describe('the columns of a board', () => {
  it('are the statuses by name, whatever the kind, with how many are in them and are to be', () => {
    expect(columnsOf(kinds, page, { 'In hand': 10 })).toEqual([
      { name: 'Logged', group: 'new', total: 4 },
      { name: 'In hand', group: 'active', total: 12, limit: 10 },
      // Of a kind that is gone the status has no name any more.
      { name: 'old', group: 'active', total: 1 },
      { name: 'Waiting', group: 'waiting', total: 0 },
    ])
  })
})

describe('the rows of a board', () => {
  it('have the cards of each team by status, with how many there are in all', () => {
    const lanes = lanesOf(kinds, page, columnsOf(kinds, page))
    expect(lanes.map((one) => one.name)).toEqual(['Bridge', 'Arrivals crew'])
    const shown = lanes.map((lane) =>
      lane.stacks.map(({ total, rows }) => [total, ...rows.map((one) => one.reference)]),
    )
    expect(shown).toEqual([
      [[0], [12, 2], [1], [0]],
      [[4, 1, 3], [0], [0], [0]],
    ])
  })

  it('are one where the view has none, also on a desk without tickets', () => {
    const one = lanesOf(kinds, { cells: [], lanes: [], rows: [] }, columnsOf(kinds, { cells: [] }))
    expect(one).toHaveLength(1)
    expect(one[0]!.stacks.map((stack) => stack.total)).toEqual([0, 0, 0])
  })
})
