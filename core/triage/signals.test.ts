import { describe, expect, it } from 'vitest'
import { CompiledDesign, firstDesign, type SignalKind, type SignalRules } from '../design'
import { chosenByMap, faultOf, kindOfSignal, NO_COVER, placeOfSignal } from '.'

const kind = (id: string, type: string, more: Partial<SignalKind> = {}): SignalKind => ({
  ...{ id, name: id, type },
  ...more,
})
const pump = kind('pump', 'water.pump.*', { clears: 'water.pump.over' })
const pressure = kind('pressure', 'water.pump.pressure')
const mast = kind('mast', 'mast.silent', { clears: 'mast.back.*' })
const rules: SignalRules = {
  kinds: [pump, pressure, mast],
  covers: ['Round the clock'],
  map: {
    pump: { 'Round the clock': { item: 'other', priority: 'p1', queue: 'field' }, [NO_COVER]: null },
  },
}

describe('the kind of a signal', () => {
  it.each([
    ['water.pump.pressure', pressure, false],
    ['water.pump.heat', pump, false],
    ['water.pump.over', pump, true],
    ['mast.silent', mast, false],
    ['mast.back.east', mast, true],
  ])('of type %s is found, and whether it says that it is over', (type, found, clears) => {
    expect(kindOfSignal(rules, type)).toEqual({ kind: found, clears })
  })

  it.each(['water.pum', 'water', 'mast.silent.long', 'a.mast.silent', 'mast', ''])(
    'of type “%s” is not known',
    (type) => {
      expect(kindOfSignal(rules, type)).toBeUndefined()
    },
  )
})

describe('the fault of a signal', () => {
  it('is the same for the same kind, source and subject, and for nothing else', () => {
    const faults = [
      faultOf(pump, 'east', 'p-1'),
      faultOf(pump, 'east', 'p-2'),
      faultOf(pump, 'west', 'p-1'),
      faultOf(mast, 'east', 'p-1'),
      faultOf(pump, 'east', undefined),
    ]
    expect(new Set(faults).size).toBe(5)
    expect(faultOf(pump, 'east', 'p-1')).toBe(faults[0])
    expect(faults[4]).toBe('["pump","east",""]')
  })
})

describe('the signal map', () => {
  it('says where a signal goes, that it is passed over on purpose, or has a hole', () => {
    expect(placeOfSignal(rules, 'pump', 'Round the clock')).toEqual(rules.map.pump!['Round the clock'])
    expect(placeOfSignal(rules, 'pump', null)).toBeNull()
    expect(placeOfSignal(rules, 'pump', 'Office hours')).toBeUndefined()
    expect(placeOfSignal(rules, 'mast', null)).toBeUndefined()
  })

  const base = firstDesign('Desk', 'UTC', 'first-line')
  const design = (isActive: boolean) =>
    new CompiledDesign(
      {
        ...base,
        priorities: base.priorities.map((one) => (one.id === 'p1' ? { ...one, active: isActive } : one)),
      },
      4,
    )
  const known = { kind: pump, clears: false }
  const because = { edition: 4, why: [{ is: 'signalMap', signal: 'pump', cover: 'Round the clock' }] }
  const chosen = (cell: object, isActive = true) =>
    chosenByMap(known, { item: 'other', ...cell }, 'Round the clock', design(isActive))

  it('decides the priority and the queue that it names, with itself as the reason', () => {
    expect(chosen({ priority: 'p1', queue: 'field' })).toEqual({
      priority: { value: 'p1', because },
      queue: { value: 'field', because },
    })
    expect(chosen({ queue: 'field' })).toEqual({ queue: { value: 'field', because } })
    expect(chosen({})).toEqual({})
  })

  it('names no priority that is switched off or gone', () => {
    expect(chosen({ priority: 'p1' }, false)).toEqual({})
    expect(chosen({ priority: 'gone' })).toEqual({})
    expect(chosen({ priority: 'p2' }, false)).toEqual({ priority: { value: 'p2', because } })
  })
})
