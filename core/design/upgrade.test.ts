import { describe, expect, it } from 'vitest'
import type { Design } from './design'
import { readDesignFile } from './file'
import { firstDesign } from './first'
import { CompiledDesign } from './compile'
import { proofread } from './proofread'
import { readKeptDesign, UnreadableDesign } from './upgrade'

/** A design as version 2 of the format had it: what gates ask stood at the gates. */
function oldDesign(gates: Record<string, object[]>): Design {
  const { fields: _, ...design } = firstDesign('A desk', 'Europe/London', 'all')
  const [{ fields: __, ...kind }] = design.kinds as [(typeof design.kinds)[number]]
  const statuses = kind.statuses.map((one) => ({ ...one, gate: gates[one.id] ?? [] }))
  return { ...design, version: 2, kinds: [{ ...kind, statuses }] } as unknown as Design
}

const text = (name: string, label: string, type = 'text') => ({ name, label, type, required: true })

describe('a design of version 2', () => {
  it('gets fields of what its gates ask: each once, its words where another gate asks it otherwise', () => {
    const old = oldDesign({
      'ask-requester': [text('reason', 'What do we need to know?')],
      'ask-supplier': [text('reason', 'What are we waiting for?')],
      solved: [
        { ...text('solvedBy', 'Who solved it?', 'technician') },
        text('remarks', 'What was done?', 'longText'),
        { name: 'part', label: 'Which part?', type: 'choice', required: false, options: ['belt', 'lamp'] },
      ],
      'called-off': [text('remarks', 'Why is it called off?')],
    })
    const design = readKeptDesign(old)
    expect(design.version).toBe(4)
    expect(design.fields).toEqual([
      { name: 'reason', label: 'What do we need to know?', type: 'text' },
      { name: 'solvedBy', label: 'Who solved it?', type: 'technician' },
      { name: 'remarks', label: 'What was done?', type: 'longText' },
      {
        ...{ name: 'part', label: 'Which part?', type: 'choice' },
        options: [
          { value: 'belt', label: 'belt' },
          { value: 'lamp', label: 'lamp' },
        ],
      },
    ])
    const kind = new CompiledDesign(design, 1).kind('fault')
    expect(kind.fields.map((one) => one.field)).toEqual(['reason', 'solvedBy', 'remarks', 'part'])
    const gateOf = (id: string) => kind.statuses.find((one) => one.id === id)!.gate
    expect(gateOf('ask-supplier')).toMatchObject([
      { name: 'reason', label: 'What are we waiting for?', anew: true },
    ])
    expect(gateOf('solved').map((one) => [one.name, one.required, one.anew === true])).toEqual([
      ['solvedBy', true, true],
      ['remarks', true, true],
      ['part', false, false],
    ])
    expect(proofread(design).filter((one) => one.severity === 'error')).toEqual([])
  })

  it('keeps apart what has one name and holds something else', () => {
    const old = oldDesign({
      solved: [{ name: 'part', label: 'Which part?', type: 'number', required: true }],
      'called-off': [{ name: 'part', label: 'Which part?', type: 'date', required: true }],
    })
    const { fields, kinds } = readKeptDesign(old)
    expect(fields.map((one) => [one.name, one.type])).toEqual([
      ['part', 'number'],
      ['part-2', 'date'],
    ])
    expect(kinds[0]!.fields).toEqual([{ field: 'part' }, { field: 'part-2' }])
  })

  it('asks in its moves what it asked', () => {
    const old = oldDesign({})
    const asks = [{ name: 'how', label: 'How?', type: 'choice', required: true, options: ['by hand'] }]
    const moves = [{ ...old.moves[0]!, asks }] as unknown as Design['moves']
    expect(readKeptDesign({ ...old, moves }).moves[0]!.asks).toEqual([
      { ...asks[0], options: [{ value: 'by hand', label: 'by hand' }] },
    ])
  })
})

describe('a design of another version', () => {
  it.each([5, 99, 0, 'three'])('is refused with what is read: %s', (version) => {
    const design = { ...firstDesign('A desk', 'UTC', 'all'), version } as unknown as Design
    expect(() => readKeptDesign(design)).toThrow(UnreadableDesign)
    expect(() => readDesignFile(JSON.stringify(design))).toThrow('this release reads versions 1, 2, 3')
  })
})
