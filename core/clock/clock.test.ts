import { describe, expect, it } from 'vitest'
import { said } from '../reason'
import { HOUR, MINUTE, weekly, CalendarTime } from '../time'
import { balance, dueAt, momentWhenSpent, spent, type Carried, type Clock } from './clock'

// What counted in other hours before goes on counting against the target.
const hours = new CalendarTime({
  ...{ id: 'day', name: 'Day', zone: 'UTC', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], '08:00', '16:00'),
})
const monday = Date.UTC(2026, 10, 16, 8)
const clock = (carried?: Carried): Clock => ({
  ...{ target: 'resolve', label: 'Solve', serviceLevel: 'x', calendar: 'day', edition: 2 },
  ...{ startedAt: monday - 2 * HOUR, pauses: [], stopOn: 'done', pauseIn: [] },
  grants: [{ at: monday - 2 * HOUR, granted: 4 * HOUR, why: said('High') }],
  ...(carried && { carried }),
})
const stretch = (from: number, to: number, kind: 'counted' | 'shut' = 'counted') => ({
  kind,
  ...{ from: monday + from * MINUTE, to: monday + to * MINUTE },
})

describe('time that was counted in other hours', () => {
  const carried: Carried = {
    ...{ until: monday, amount: 90 * MINUTE, note: said('') },
    stretches: [stretch(-120, -60), stretch(-60, -30, 'shut'), stretch(-30, 0)],
  }

  it('is spent, and brings the due moment nearer by as much', () => {
    expect(spent(clock(carried), hours, monday + HOUR)).toBe(150 * MINUTE)
    expect(balance(clock(carried), hours, monday + HOUR)).toBe(90 * MINUTE)
    expect(dueAt(clock(carried), hours)).toBe(monday + 150 * MINUTE)
    expect(dueAt({ ...clock(), startedAt: monday }, hours)).toBe(monday + 240 * MINUTE)
  })

  it('says when a part of it was spent, to the minute where it is known, else when it was written down', () => {
    expect(momentWhenSpent(clock(carried), hours, 45 * MINUTE)).toBe(monday - 75 * MINUTE)
    expect(momentWhenSpent(clock(carried), hours, 75 * MINUTE)).toBe(monday - 15 * MINUTE)
    expect(momentWhenSpent(clock(carried), hours, 90 * MINUTE)).toBe(monday)
    const sum: Carried = { until: monday, amount: 90 * MINUTE, note: said('counted before') }
    expect(momentWhenSpent(clock(sum), hours, 45 * MINUTE)).toBe(monday)
  })
})
