import { describe, expect, it } from 'vitest'
import { groupsByStatus, statusOf, transitionsFrom, type TicketKind } from './lifecycle'

const kind: TicketKind = {
  id: 'fault',
  name: 'Fault',
  first: 'new',
  statuses: [
    { id: 'new', name: 'New', group: 'new', plainly: 'We have it', gate: [] },
    {
      id: 'done',
      name: 'Done',
      group: 'done',
      plainly: 'Done',
      gate: [
        { field: 'remarks', required: true, anew: true },
        { field: 'part', required: false },
      ],
    },
  ],
  transitions: [{ from: 'new', to: 'done', label: 'Finish' }],
  automatic: { onReply: {}, onAnswer: {} },
  fields: [{ field: 'remarks' }, { field: 'part' }],
}

describe('a ticket kind', () => {
  it('knows its statuses and where each leads', () => {
    expect(transitionsFrom(kind, 'new').map((one) => one.to)).toEqual(['done'])
    expect(transitionsFrom(kind, 'done')).toEqual([])
    expect(() => statusOf(kind, 'gone')).toThrow('“Fault” has no status “gone”')
  })

  it('tells the group of each status, unless another kind puts it elsewhere', () => {
    const other = { ...kind, statuses: kind.statuses.map((one) => ({ ...one, group: 'done' as const })) }
    expect(groupsByStatus([kind])).toEqual({ new: 'new', done: 'done' })
    expect(groupsByStatus([kind, other])).toEqual({ done: 'done' })
  })
})
