import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Ticket } from '../../tests/aTicket'
import { afterMerger } from './merger'
import type { TicketState } from '.'

const ticket = new Ticket().log({ gates: 3, boardingStopped: false }).state!
const who = fc.constantFrom('a', 'b', 'c', 'd')
const some = fc.uniqueArray(who, { maxLength: 4 })
const work = fc.array(fc.record({ person: who, id: fc.nat(99) }), { maxLength: 6 })
const states = fc
  .record({
    ...{ requester: who, technician: fc.option(who), others: some, watchers: some, times: work, tasks: work },
    bookings: work,
    timers: fc.uniqueArray(fc.record({ person: who, since: fc.nat(99) }), { selector: (one) => one.person }),
  })
  .map((parts) => ({ ...ticket, ...parts }) as unknown as TicketState)
const merger = { list: 'people' as const, from: 'a', into: 'b', called: { from: 'A', into: 'B' } }

describe('a ticket after two people are one', () => {
  it('names the one in place of the other, loses no work and doubles nothing', () => {
    fc.assert(
      fc.property(states, (before) => {
        const after = { ...before, ...afterMerger(before, merger) }
        const { requester, technician, others = [], watchers = [], timers = [] } = after
        const named = [requester, technician, ...others, ...watchers, ...timers.map((one) => one.person)]
        expect(named).not.toContain('a')
        for (const list of [others, watchers, timers.map((one) => one.person)])
          expect(new Set(list).size).toBe(list.length)
        expect(others).not.toContain(requester)
        for (const list of ['times', 'tasks', 'bookings'] as const)
          expect(after[list]).toEqual(
            before[list]?.map((one) => ({ ...one, person: one.person === 'a' ? 'b' : one.person })),
          )
        const since = (all: TicketState['timers'] = []) =>
          Math.min(...all.filter((one) => 'ab'.includes(one.person)).map((one) => one.since))
        expect(since(timers)).toBe(since(before.timers))
      }),
    )
  })

  it('is the same as before once more', () => {
    fc.assert(
      fc.property(states, (before) => {
        const after = { ...before, ...afterMerger(before, merger) }
        expect({ ...after, ...afterMerger(after, merger) }).toEqual(after)
      }),
    )
  })
})
