import { describe, expect, it } from 'vitest'
import { newExchange, type Exchange } from '../partner'
import { counterpartEntrySeen, seenExchange } from './counterpartSeen'
import type { CounterpartEntry } from './counterpartState'

const exchange: Exchange = {
  ...newExchange('varnes', 'Varnes'),
  sends: {
    fields: [
      { id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } },
      { id: 'cost', name: 'Cost', type: 'number', from: { fact: 'field.cost' } },
      { id: 'both', name: 'Both', type: 'text', from: { text: '{summary} for {field.cost}' } },
      { id: 'due', name: 'Due', type: 'moment', from: { due: 'resolve' } },
    ],
  },
  takes: {
    fields: [
      { from: 'state', to: 'status' },
      { from: 'price', to: 'field.cost' },
    ],
  },
}
const seen = seenExchange(exchange, (name) => name !== 'cost', true)
const at = { sequence: 7, at: 1, actor: { system: 'partner' }, counterpart: 1 } as const
const word = { sequence: 1, heard: 0, stamp: 1, said: 0 }
const read = (entry: object) => counterpartEntrySeen({ ...at, ...entry } as CounterpartEntry, seen)
const told = (changes: object, more: object = {}) =>
  read({ kind: 'partnerTold', tiding: { ...word, changes, ...more } })

describe('what somebody sees of an exchange who does not see a field', () => {
  it('is neither the field nor words with it', () => {
    expect(['title', 'cost', 'both', 'due'].filter(seen.said)).toEqual(['title', 'due'])
    expect(['state', 'price'].filter(seen.heard)).toEqual(['state'])
    expect(told({ title: 'Gate', both: 'Gate for 4' })).toMatchObject({
      tiding: { changes: { title: 'Gate' } },
    })
    expect(told({ cost: 4 })).toBeUndefined()
    // That something was said with it, or that it ends, everybody reads.
    expect(told({ cost: 4 }, { said: 1 })).toMatchObject({ tiding: { changes: {}, said: 1 } })
    expect(told({}, { ends: 'byHand' })).toBeDefined()
  })

  it('is nothing of what no map knows any more, but for those who see every field', () => {
    expect(seen.said('gone')).toBe(false)
    expect(seenExchange(exchange, () => true, false).said('gone')).toBe(true)
    expect(seenExchange(undefined, () => true, false).said('title')).toBe(true)
  })

  it('is what else the partner said', () => {
    const taken = { field: 'price', value: 4, to: 'field.cost', becomes: 4 }
    const heard = {
      ...{ kind: 'partnerHeard', conflicts: [], targets: [], known: { title: 'Gate', cost: 4 } },
      untaken: [{ field: 'state', value: 'odd', why: 'unmapped' }],
    }
    expect(
      read({ ...heard, taken: [taken], word: { ...word, changes: { price: 4, state: 'odd' } } }),
    ).toMatchObject({
      ...{ taken: [], untaken: [{ field: 'state' }], known: { title: 'Gate' } },
      word: { changes: { state: 'odd' } },
    })
    const only = { ...heard, untaken: [], taken: [taken], word: { ...word, changes: { price: 4 } } }
    expect(read(only)).toBeUndefined()
    expect(read({ kind: 'partnerDecided', target: 'field.cost', keeps: 'ours' })).toBeUndefined()
    expect(read({ kind: 'partnerDecided', target: 'status', keeps: 'ours' })).toBeDefined()
    expect(
      read({ kind: 'partnerAnswered', untaken: [{ field: 'cost', value: 4, why: 'unmapped' }] }),
    ).toMatchObject({ untaken: [] })
    expect(read({ kind: 'partnerRound', changes: { cost: 4 } })).toBeUndefined()
  })
})
