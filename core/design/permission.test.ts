import { describe, expect, it } from 'vitest'
import { EVERY_RIGHT, FIRST_ROLES, rightsOf } from '../rights'
import { firstDesign, notAllowed, type Design } from '.'

const LEAD = rightsOf(FIRST_ROLES.find((one) => one.id === 'lead'))
const DESKS = [
  { id: 'house', name: 'The house', leads: ['olin'] },
  { id: 'yard', name: 'The yard', leads: [] },
]
const open = firstDesign('A desk', 'Europe/London', 'all')
const closed: Design = { ...open, desk: { ...open.desk, questionsBy: 'administrators' } }
const more = (design: Design): Design => ({
  ...design,
  questions: [...design.questions, { name: 'new', label: 'New?', type: 'yesNo' }],
})

describe('who may make new questions', () => {
  it('are leads, unless only administrators may', () => {
    expect(notAllowed(open, more(open), LEAD, 'olin', DESKS)).toBeUndefined()
    expect(notAllowed(closed, more(closed), LEAD, 'olin', DESKS)).toContain('“New?”')
    expect(notAllowed(closed, more(closed), EVERY_RIGHT, 'ada', DESKS)).toBeUndefined()
    expect(notAllowed(closed, { ...closed, questions: [] }, LEAD, 'olin', DESKS)).toBeUndefined()
  })

  it('is said by administrators alone', () => {
    expect(notAllowed(open, closed, LEAD, 'olin', DESKS)).toContain('Only an administrator')
    expect(notAllowed(closed, open, new Set(), 'x', DESKS)).toContain('Only an administrator')
    expect(notAllowed(open, closed, EVERY_RIGHT, 'ada', DESKS)).toBeUndefined()
  })
})

describe('what is a desk’s own', () => {
  const [fault] = open.kinds
  const own: Design = {
    ...open,
    kinds: [{ ...fault!, desk: 'house' }],
    items: open.items.map((one) => ({ ...one, desk: 'yard' })),
  }
  const renamed = (desk?: string): Design => ({ ...own, kinds: [{ ...fault!, name: 'Other', desk }] })

  it('is changed by those who lead it, and given away by them', () => {
    expect(notAllowed(own, renamed('house'), LEAD, 'olin', DESKS)).toBeUndefined()
    expect(notAllowed(own, renamed('house'), LEAD, 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, renamed(), LEAD, 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, { ...own, kinds: [] }, LEAD, 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, renamed('house'), EVERY_RIGHT, 'ada', DESKS)).toBeUndefined()
  })

  it('is not taken by others, but is open to every lead where nobody is named', () => {
    const shared = { ...own, kinds: [fault!] }
    expect(notAllowed(shared, own, LEAD, 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, { ...own, items: [] }, LEAD, 'una', DESKS)).toBeUndefined()
  })
})
