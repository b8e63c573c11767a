import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { actsOf, keysOfActs, nextAct, type Act } from './act'

const to = (status: string, group: 'active' | 'waiting' | 'done', isAway = false) => ({
  status,
  group,
  isAway,
})
const start: Act = { id: 'start', name: 'Start', key: 's', leads: to('in-hand', 'active') }
const handOver: Act = { id: 'hand-over', name: 'Hand over', key: 'v' }
const take: Act = { id: 'in-hand', name: 'Take in hand', leads: to('in-hand', 'active') }
const solve: Act = { id: 'solved', name: 'Solve', leads: to('solved', 'done') }
const off: Act = { id: 'called-off', name: 'Call off', leads: to('called-off', 'done', true) }
const ids = (acts: readonly Act[]) => acts.map((one) => one.id)

describe('moves and ways as one set', () => {
  it('offers a way only where no move takes it', () => {
    expect(ids(actsOf([start, handOver], [take, off]))).toEqual(['start', 'hand-over', 'called-off'])
  })

  it('keeps the way where its move cannot be made, and one button of a name', () => {
    const shut = { ...start, whyNot: 'it waits in Arrivals' }
    expect(ids(actsOf([shut], [take]))).toEqual(['start', 'in-hand'])
    expect(ids(actsOf([{ ...shut, name: 'Take in hand' }], [take]))).toEqual(['in-hand'])
  })
})

describe('the likely next step', () => {
  it('brings a ticket on', () => {
    expect(nextAct('new', [off, start])).toBe(start)
    expect(nextAct('active', [off, solve])).toBe(solve)
    expect(nextAct('waiting', [off, take])).toBe(take)
  })

  it('never calls off, never is what cannot be done, and is nothing where a ticket has ended', () => {
    expect(nextAct('active', [off])).toBeUndefined()
    expect(nextAct('active', [{ ...solve, whyNot: 'tasks' }])).toBeUndefined()
    expect(nextAct('done', [take])).toBeUndefined()
  })
})

describe('keys of acts', () => {
  it('are those of the lead, then first letters with Shift', () => {
    expect(keysOfActs([start, solve, off], new Set(['r']))).toEqual({
      start: 's',
      solved: 'Shift s',
      'called-off': 'Shift c',
    })
  })

  it('take the next letter where one is taken', () => {
    expect(keysOfActs([solve], new Set(['Shift s']))).toEqual({ solved: 'Shift o' })
  })

  it('are never given twice', () => {
    const named = fc.record({
      id: fc.uuid(),
      name: fc.string({ maxLength: 12 }),
      key: fc.option(fc.constantFrom('a', 'b', 'Shift a'), { nil: undefined }),
    })
    fc.assert(
      fc.property(
        fc.array(named, { maxLength: 30 }),
        fc.subarray(['a', 'Shift a', 'Shift b']),
        (acts, taken) => {
          const given = [...Object.values(keysOfActs(acts, new Set(taken))), ...taken]
          expect(new Set(given).size).toBe(given.length)
        },
      ),
    )
  })
})
