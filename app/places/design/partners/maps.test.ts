import { describe, expect, it } from 'vitest'
import type { Names, RuleWords } from '~~/core/design'
import { newExchange, type Offer } from '~~/core/partner'
import { freshSent, freshTaken, keyOfSource, sentType, sourceOf, targetName, targetOptions } from './maps'

const words = {
  questions: [{ name: 'gates', label: 'How many gates', type: 'number' }],
  fields: [{ name: 'rack', label: 'Rack', type: 'text' }],
  categories: [],
} as unknown as RuleWords
const names: Names = {
  status: [
    { value: 'logged', label: 'Logged' },
    { value: 'in-hand', label: 'In hand' },
  ],
}
const offer = {
  ...{ desk: 'Varnes', says: {}, hears: {}, gives: [] },
  takes: [
    {
      ...{ id: 'stage', name: 'Status', type: 'choice' },
      values: [
        { id: '20', name: 'in hand' },
        { id: '30', name: 'Over' },
      ],
    },
  ],
} as Offer
const known = { words, names, offer }

describe('a field that is said from now on', () => {
  it('takes their name of it, and their values that are called as ours are', () => {
    const one = newExchange('varnes', 'Varnes')
    expect(freshSent(one, 'status', 'Status', known)).toEqual({
      ...{ id: 'stage', name: 'Status', type: 'choice', from: { fact: 'status' } },
      values: [{ ours: 'in-hand', sent: '20', name: 'in hand' }],
    })
    // A second one has a name of its own.
    const sends = { fields: [freshSent(one, 'status', 'Status', known)] }
    expect(freshSent({ ...one, sends }, 'status', 'Status', known).id).toBe('status')
  })

  it('is of the type of what it says; people are told by name', () => {
    expect(sentType(words, names, { fact: 'status' })).toBe('choice')
    expect(sentType(words, names, { fact: 'form.gates' })).toBe('number')
    expect(sentType(words, names, { due: 'resolve' })).toBe('moment')
    expect(sentType(words, names, { fact: 'field.rack' })).toBe('text')
    expect(sourceOf('technician')).toEqual({ text: '{technician}' })
    for (const key of ['status', 'due:resolve', 'due:respond', 'text'])
      expect(keyOfSource(sourceOf(key))).toBe(key)
  })
})

describe('a field that is taken in from now on', () => {
  it('begins with the values that are called alike, and with none where it is free', () => {
    const [stage] = offer.takes
    expect(freshTaken(stage, 'stage', 'status', names)).toEqual({
      ...{ from: 'stage', to: 'status', values: [{ theirs: '20', ours: 'in-hand' }] },
    })
    expect(freshTaken(undefined, 'rack', 'field.rack', names)).toEqual({ from: 'rack', to: 'field.rack' })
  })

  it('may become anything that a ticket can have', () => {
    const all = targetOptions(words)
    expect(all.map((one) => one.value)).toContain('field.rack')
    expect(all.map((one) => targetName(words, one.value))).toEqual(all.map((one) => one.label))
  })
})
