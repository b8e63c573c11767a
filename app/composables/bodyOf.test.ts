import { describe, expect, it } from 'vitest'
import { bodyOf, newWordsIn, type BodyField } from './bodyOf'

const fields: BodyField[] = [
  { name: 'name', label: 'Name' },
  { name: 'amount', label: 'Amount', type: 'number' },
  { name: 'first', label: 'First day', type: 'date' },
  { name: 'mail', label: 'Mail', type: 'email' },
  { name: 'remarks', label: 'Remarks', type: 'longText' },
  { name: 'site', label: 'Site', options: [{ value: 'varnes', label: 'Varnes Quay' }] },
  { name: 'cover', label: 'Cover', offers: ['Office hours', 'Round the clock'], asksNew: true },
]

describe('the body of a form', () => {
  it('takes every type of field, numbers as the browser gives them', () => {
    const typed = {
      ...{ name: ' Agreement ', amount: 1200.5, first: '2026-12-01', mail: 'a@b.example' },
      ...{ remarks: 'two\nlines', site: 'varnes', cover: 'Office hours' },
    }
    expect(bodyOf(fields, typed)).toEqual({ ...typed, name: 'Agreement' })
    expect(bodyOf(fields, { amount: 0, name: '' })).toEqual({ amount: 0 })
    expect(bodyOf(fields, { amount: '1200', name: null, first: undefined })).toEqual({ amount: 1200 })
  })

  it('takes a word as it is offered, and asks before it makes a new one', () => {
    expect(bodyOf(fields, { cover: 'office HOURS' })).toEqual({ cover: 'Office hours' })
    expect(newWordsIn(fields, { cover: 'office HOURS' })).toEqual([])
    expect(newWordsIn(fields, { cover: 'Offce hours' })).toMatchObject([{ text: 'Offce hours' }])
    expect(newWordsIn(fields, { cover: '' })).toEqual([])
    expect(newWordsIn([{ ...fields[6]!, offers: [] }], { cover: 'First' })).toEqual([])
  })
})
