import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { Clock } from '../clock'
import { CalendarTime, DAY, HOUR, ROUND_THE_CLOCK } from '../time'
import { alarmsOf, type Ladder } from './ladder'
import { onRota, turnEnds, type Rota } from './rota'

const hours = new CalendarTime({
  id: 'clock',
  name: 'Clock',
  zone: 'UTC',
  week: ROUND_THE_CLOCK,
  exceptions: [],
})
const ladder: Ladder = {
  id: 'slow',
  name: 'Nobody has answered',
  target: 'respond',
  when: { all: [] },
  rungs: [0.5, 0.8, 1, 1.5].map((share, index) => ({
    id: `r${index}`,
    share,
    tell: [{ to: 'technician' }],
    template: 'rung',
  })),
}
const START = Date.parse('2026-11-16T12:00Z')
const clock = (more: Partial<Clock> = {}): Clock => ({
  target: 'respond',
  label: 'Answer',
  serviceLevel: 'x',
  calendar: 'clock',
  edition: 1,
  startedAt: START,
  grants: [{ at: START, granted: 2 * HOUR, why: 'High' }],
  pauses: [],
  stopOn: 'reply',
  pauseIn: [],
  ...more,
})
const alarms = (one: Clock, rang: string[] = []) => alarmsOf(one, hours, [ladder], new Set(rang))

describe('the alarms of a clock', () => {
  it('stand at the shares of its rungs and at its due moment', () => {
    expect(
      alarms(clock())
        .map(({ at }) => (at - START) / HOUR)
        .sort(),
    ).toEqual([1, 1.6, 2, 2, 3])
  })

  it('are none while it is paused or once it has stopped', () => {
    expect(alarms(clock({ stoppedAt: START + HOUR, outcome: 'kept' }))).toEqual([])
    const paused = clock({ pauses: [{ from: START + HOUR / 2, by: 'x', why: 'waiting' }] })
    expect(alarms(paused)).toEqual([])
  })

  it('keep their keys when their moment moves, and do not come again once they rang', () => {
    const before = alarms(clock())
    const later = alarms(clock({ pauses: [{ from: START, to: START + 3 * HOUR, by: 'x', why: 'waiting' }] }))
    expect(later.map((one) => one.key)).toEqual(before.map((one) => one.key))
    expect(later.map((one) => one.at)).toEqual(before.map((one) => one.at + 3 * HOUR))
    expect(alarms(clock(), [before[0]!.key])).toHaveLength(before.length - 1)
  })

  it('have new keys after an extension, so that they ring for the longer promise too', () => {
    const more = { at: START + HOUR, granted: 4 * HOUR, why: 'agreed', extendedBy: 'olin' }
    const extended = clock({ grants: [...clock().grants, more] })
    const rang = alarms(clock()).map((one) => one.key)
    expect(alarms(extended, rang)).toHaveLength(rang.length)
  })
})

describe('a rota', () => {
  const rota: Rota = {
    id: 'night',
    name: 'Night',
    zone: 'America/Halifax',
    from: '2026-01-05',
    handOver: '08:00',
    turnDays: 7,
    members: ['a', 'b', 'c'],
  }
  const local = (text: string) => DateTime.fromISO(text, { zone: rota.zone }).toMillis()

  it('hands over at its hour in its own zone, summer and winter', () => {
    expect(onRota(rota, local('2026-01-05T08:00'))).toBe('a')
    expect(onRota(rota, local('2026-01-12T07:59'))).toBe('a')
    expect(onRota(rota, local('2026-01-12T08:00'))).toBe('b')
    // The clocks went forward on 8 March (US Energy Policy Act of 2005 §110; Halifax keeps it too).
    expect(onRota(rota, local('2026-03-16T07:59'))).toBe(onRota(rota, local('2026-03-09T08:00')))
    expect(onRota(rota, local('2026-03-16T08:00'))).not.toBe(onRota(rota, local('2026-03-16T07:59')))
  })

  it('has nobody before it begins or without members', () => {
    expect(onRota(rota, local('2026-01-05T07:59'))).toBeUndefined()
    expect(onRota({ ...rota, members: [] }, local('2026-02-01T12:00'))).toBeUndefined()
  })

  it('changes at the end of each turn and not before', () => {
    const turns = fc.record({
      turnDays: fc.integer({ min: 1, max: 14 }),
      handOver: fc.constantFrom('00:00', '08:00', '17:30'),
    })
    fc.assert(
      fc.property(turns, fc.integer({ min: 0, max: 700 * 24 }), (turn, hour) => {
        const one = { ...rota, ...turn }
        const at = local('2026-01-06T00:00') + hour * HOUR
        const end = turnEnds(one, at)
        expect(end).toBeGreaterThan(at)
        expect(end - at).toBeLessThanOrEqual(turn.turnDays * DAY + HOUR)
        expect(onRota(one, end - 60_000)).toBe(onRota(one, at))
        expect(onRota(one, end)).not.toBe(onRota(one, at))
      }),
    )
  })
})
