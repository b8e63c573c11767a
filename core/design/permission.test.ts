import { describe, expect, it } from 'vitest'
import { firstDesign, notAllowed, type Design } from '.'

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
    expect(notAllowed(open, more(open), 'lead', 'olin', DESKS)).toBeUndefined()
    expect(notAllowed(closed, more(closed), 'lead', 'olin', DESKS)).toContain('“New?”')
    expect(notAllowed(closed, more(closed), 'administrator', 'ada', DESKS)).toBeUndefined()
    expect(notAllowed(closed, { ...closed, questions: [] }, 'lead', 'olin', DESKS)).toBeUndefined()
  })

  it('is said by administrators alone', () => {
    expect(notAllowed(open, closed, 'lead', 'olin', DESKS)).toContain('Only an administrator')
    expect(notAllowed(closed, open, undefined, 'x', DESKS)).toContain('Only an administrator')
    expect(notAllowed(open, closed, 'administrator', 'ada', DESKS)).toBeUndefined()
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
    expect(notAllowed(own, renamed('house'), 'lead', 'olin', DESKS)).toBeUndefined()
    expect(notAllowed(own, renamed('house'), 'lead', 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, renamed(), 'lead', 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, { ...own, kinds: [] }, 'lead', 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, renamed('house'), 'administrator', 'ada', DESKS)).toBeUndefined()
  })

  it('is not taken by others, but is open to every lead where nobody is named', () => {
    const shared = { ...own, kinds: [fault!] }
    expect(notAllowed(shared, own, 'lead', 'una', DESKS)).toContain('The house')
    expect(notAllowed(own, { ...own, items: [] }, 'lead', 'una', DESKS)).toBeUndefined()
  })
})
