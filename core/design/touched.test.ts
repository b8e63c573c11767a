import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { touchedBy, type TicketsBy } from './touched'

const design = demoDesign()
const BY: TicketsBy = {
  rules: { 'triage/where-it-goes#gates': 7, 'triage/where-it-goes#lab': 2, 'service-levels/office-hours': 5 },
  items: { 'gate-scanner': 11, barrier: 4 },
  kinds: { fault: 40 },
  portals: { merrow: 30 },
  priorities: { p2: 6 },
  categories: { gates: 1, 'gates/scanners': 11, 'gates/barriers': 4, gatesmith: 9 },
}
const touched = (part: string, id: string, what: 'added' | 'removed' | 'changed' | 'moved' = 'changed') =>
  touchedBy({ part, id, what }, design, BY)

describe('what a change touches', () => {
  it('is told in tickets: of the item, of all that asks a question, of a branch', () => {
    expect(touched('items', 'gate-scanner')).toBe(11)
    expect(touched('questions', 'gates')).toBe(11)
    expect(touched('forms', design.items.find((one) => one.id === 'barrier')!.form)).toBeGreaterThanOrEqual(4)
    expect(touched('groups', 'gate')).toBe(15)
    expect(touched('categories', 'gates')).toBe(16)
    expect(touched('kinds', 'fault', 'removed')).toBe(40)
    expect(touched('portals', 'merrow')).toBe(30)
    expect(touched('priorities', 'p1')).toBe(0)
  })

  it('or by the rules that decided: a level, a whole table', () => {
    expect(touched('serviceLevels', 'office-hours')).toBe(5)
    expect(touched('triage', 'routing')).toBe(9)
  })

  it('is nothing for what is new, what moves in its list, and what no ticket tells of', () => {
    expect(touched('items', 'gate-scanner', 'added')).toBeUndefined()
    expect(touched('items', '', 'moved')).toBeUndefined()
    expect(touched('questions', 'gates', 'removed')).toBeUndefined()
    expect(touched('templates', 'confirmation')).toBeUndefined()
    expect(touched('triage', 'assignment')).toBeUndefined()
  })
})
