import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  BOARD_LANES,
  layoutFor,
  PLAIN_LAYOUT,
  PLAIN_VIEW,
  readView,
  VIEW_COLUMNS,
  VIEW_GROUPS,
  VIEW_SORTS,
} from '.'

describe('a view from anywhere', () => {
  it('is plain where nothing is said', () => {
    for (const nothing of [undefined, null, {}]) expect(readView(nothing)).toEqual(PLAIN_VIEW)
  })

  it('leaves out what is no part of a view', () => {
    const strange = {
      where: 'x',
      sort: 'size',
      group: 'colour',
      columns: ['team', 'smell', 'field.'],
      board: 'yes',
      lanes: 'colour',
      limits: { 'In hand': 0, Logged: 'ten', Solved: 1.5 },
      more: 1,
    }
    expect(readView(strange as never)).toEqual({ ...PLAIN_VIEW, columns: ['team'] })
  })

  it('comes back as it was kept', () => {
    const view = fc.record(
      {
        where: fc.constant({ all: [{ fact: 'team', op: 'is' as const, value: 'networks' }] }),
        sort: fc.constantFrom(...VIEW_SORTS),
        group: fc.constantFrom(...VIEW_GROUPS),
        columns: fc.uniqueArray(fc.constantFrom(...VIEW_COLUMNS, 'field.due-back', 'field.serial')),
        isTurned: fc.constant(true),
        board: fc.constant(true),
        lanes: fc.constantFrom(...BOARD_LANES),
        limits: fc.dictionary(fc.constantFrom('Logged', 'In hand'), fc.integer({ min: 1, max: 999 }), {
          minKeys: 1,
        }),
        dense: fc.constant(true),
      },
      { requiredKeys: ['where', 'sort', 'columns'] },
    )
    fc.assert(
      fc.property(view, (one) => {
        expect(readView(JSON.parse(JSON.stringify(one)) as never)).toEqual(one)
      }),
    )
  })
})

describe('the page of a ticket', () => {
  const layouts = [
    { id: 'a', name: 'a', team: 'crew', parts: ['tasks' as const] },
    { id: 'b', name: 'b', role: 'technician', parts: ['talk' as const, 'time' as const] },
  ]

  it('is that of the first layout that is for somebody, and never without the conversation', () => {
    expect(layoutFor(layouts, { role: 'lead', teams: ['crew'] })).toEqual(['tasks', 'talk'])
    expect(layoutFor(layouts, { role: 'technician', teams: [] })).toEqual(['talk', 'time'])
    expect(layoutFor(layouts, { role: 'lead', teams: [] })).toEqual(PLAIN_LAYOUT)
  })
})
