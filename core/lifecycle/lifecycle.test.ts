import { describe, expect, it } from 'vitest'
import { checkGate, GATE_TEXT_LIMIT, statusOf, transitionsFrom, type TicketKind } from './lifecycle'

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
        { name: 'remarks', label: 'What was done?', type: 'longText', required: true },
        { name: 'part', label: 'Which part?', type: 'text', required: false },
      ],
    },
  ],
  transitions: [{ from: 'new', to: 'done', label: 'Finish' }],
  automatic: { onReply: {}, onAnswer: {} },
}

describe('a ticket kind', () => {
  it('knows its statuses and where each leads', () => {
    expect(transitionsFrom(kind, 'new').map((one) => one.to)).toEqual(['done'])
    expect(transitionsFrom(kind, 'done')).toEqual([])
    expect(() => statusOf(kind, 'gone')).toThrow('“Fault” has no status “gone”')
  })

  it.each([
    [{}, ['remarks']],
    [{ remarks: '   ' }, ['remarks']],
    [{ remarks: 'New belt' }, []],
    [{ remarks: 'New belt', part: '' }, []],
    [{ remarks: 'x'.repeat(GATE_TEXT_LIMIT + 1) }, ['remarks']],
    [{ remarks: 'New belt', colour: 'red' }, ['colour']],
  ])('lets through its gate only what the gate asks for: %#', (fields, wrong) => {
    const problems = checkGate(statusOf(kind, 'done'), fields as Record<string, string>)
    expect(problems.map((one) => one.field)).toEqual(wrong)
  })

  it.each([
    ['choice', 'worn', true],
    ['choice', 'stolen', false],
    ['number', '12.5', true],
    ['number', 'a dozen', false],
    ['date', '2026-02-28', true],
    ['date', '2026-02-30', false],
  ] as const)('takes only what fits the type of a field: %s “%s”', (type, value, fits) => {
    const field = { name: 'why', label: 'Why?', type, required: false, options: ['worn', 'broken'] }
    const status = { ...statusOf(kind, 'done'), gate: [field] }
    expect(checkGate(status, { why: value })).toHaveLength(fits ? 0 : 1)
    expect(checkGate(status, { why: '' })).toEqual([])
  })
})
