import { describe, expect, it } from 'vitest'
import { firstDesign, notAllowed, type Design } from '.'

const open = firstDesign('A desk', 'Europe/London', 'all')
const closed: Design = { ...open, desk: { ...open.desk, questionsBy: 'administrators' } }
const more = (design: Design): Design => ({
  ...design,
  questions: [...design.questions, { name: 'new', label: 'New?', type: 'yesNo' }],
})

describe('who may make new questions', () => {
  it('are leads, unless only administrators may', () => {
    expect(notAllowed(open, more(open), 'lead')).toBeUndefined()
    expect(notAllowed(closed, more(closed), 'lead')).toContain('“New?”')
    expect(notAllowed(closed, more(closed), 'administrator')).toBeUndefined()
    expect(notAllowed(closed, { ...closed, questions: [] }, 'lead')).toBeUndefined()
  })

  it('is said by administrators alone', () => {
    expect(notAllowed(open, closed, 'lead')).toContain('Only an administrator')
    expect(notAllowed(closed, open, undefined)).toContain('Only an administrator')
    expect(notAllowed(open, closed, 'administrator')).toBeUndefined()
  })
})
