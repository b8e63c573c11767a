import { describe, expect, it } from 'vitest'
import { givenFields } from './useTickets'

describe('what is sent where fields are asked', () => {
  const asked = [{ name: 'lent' }, { name: 'dueBack' }, { name: 'condition' }]

  it('is what was filled in, and what was emptied that was there; what was left alone is not sent', () => {
    const had = { dueBack: '2026-12-04', condition: null }
    const fields = { lent: 'L-017', dueBack: null, condition: null, other: 'x' }
    expect(givenFields(asked, fields, had)).toEqual({ lent: 'L-017', dueBack: null })
    expect(givenFields(asked, {})).toEqual({})
  })
})
