import { describe, expect, it } from 'vitest'
import { said } from '../reason'
import { HOUR, MINUTE, weekly, CalendarTime } from '../time'
import {
  balance,
  countsTheSame,
  dueAt,
  dueIfResumed,
  extensionsOf,
  lastStart,
  livePauses,
  momentWhenSpent,
  runs,
  spent,
  summedOf,
  type Carried,
  type Clock,
} from './clock'
import { carriedOf, statementInWords, timeLedger } from './ledger'

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

describe('what is carried through two changes of hours', () => {
  // An older release kept the first stretch as a sum alone; the second is known line by line.
  const carried: Carried = {
    ...{ until: monday, amount: 90 * MINUTE, note: said('all of it') },
    summed: { until: monday - HOUR, amount: 60 * MINUTE, note: said('the first hours') },
    stretches: [stretch(-60, -45), stretch(-45, -15, 'shut'), stretch(-15, 0)],
  }

  it('was there when the sum was written down, and grows line by line after it', () => {
    const when = (minutes: number) => momentWhenSpent(clock(carried), hours, minutes * MINUTE)
    expect([30, 60, 70, 75, 80, 90].map(when)).toEqual([
      monday - HOUR,
      monday - HOUR,
      monday - 50 * MINUTE,
      monday - 45 * MINUTE,
      monday - 10 * MINUTE,
      monday,
    ])
  })

  it('begins with the first line where nothing has been spent yet', () => {
    const { summed: _, ...known } = carried
    expect(momentWhenSpent(clock({ ...known, amount: 30 * MINUTE }), hours, 0)).toBe(monday - HOUR)
  })

  it('stands in the account with the sum first, and adds up', () => {
    const ledger = timeLedger(clock(carried), hours, monday + 30 * MINUTE)
    const lines = ledger.lines.map(({ kind, from, to, amount, balance: left }) => [
      kind,
      ...[from, to].map((at) => at && (at - monday) / MINUTE),
      ...[amount, left].map((ms) => ms / MINUTE),
    ])
    expect(lines).toEqual([
      ['granted', -120, undefined, 240, 240],
      ['counted', -120, -60, -60, 180],
      ['counted', -60, -45, -15, 165],
      ['shut', -45, -15, 0, 165],
      ['counted', -15, 0, -15, 150],
      ['counted', 0, 30, -30, 120],
    ])
    expect(ledger.lines[1]!.why).toEqual(said('the first hours'))
    expect([ledger.spent, ledger.balance]).toEqual([120 * MINUTE, 120 * MINUTE])
  })

  it('is carried on with what had been carried before', () => {
    const again = carriedOf(clock(carried), hours, monday + HOUR, said('once more'))
    expect(again).toEqual({
      ...{ until: monday + HOUR, amount: 150 * MINUTE, note: said('once more') },
      summed: carried.summed,
      stretches: [...carried.stretches!, stretch(0, 60)],
    })
    const first = carriedOf({ ...clock(), startedAt: monday }, hours, monday + HOUR, said('once'))
    expect(first).toEqual({
      ...{ until: monday + HOUR, amount: HOUR, note: said('once'), stretches: [stretch(0, 60)] },
    })
  })

  it('is a sum alone only where there are no lines of it', () => {
    expect(summedOf(carried)).toEqual(carried.summed)
    expect(summedOf({ until: monday, amount: 5, note: said('x') })).toEqual({
      ...{ until: monday, amount: 5, note: said('x') },
    })
    expect(summedOf(undefined)).toBeUndefined()
  })
})

describe('pauses', () => {
  const pause = (from: number, to?: number) => ({
    ...{ from: monday + from * MINUTE, by: 'tora', why: said('waits') },
    ...(to !== undefined && { to: monday + to * MINUTE }),
  })
  const carried: Carried = { until: monday, amount: HOUR, note: said('before'), stretches: [stretch(-60, 0)] }

  it('before the present hours count no more, one that reaches into them is cut', () => {
    const one = { ...clock(carried), pauses: [pause(-50, -40), pause(-30, 0), pause(-10, 20), pause(60)] }
    expect(livePauses(one)).toEqual([{ ...pause(-10, 20), from: monday }, pause(60)])
    expect(runs(one, monday + 2 * HOUR)).toEqual([{ start: monday + 20 * MINUTE, end: monday + HOUR }])
  })

  it('leave the clock running since the last of them, or since its hours changed', () => {
    expect(lastStart({ ...clock(), pauses: [pause(0, 10), pause(20, 30)] })).toBe(monday + 30 * MINUTE)
    expect(lastStart({ ...clock(carried), pauses: [pause(-20, -10)] })).toBe(monday)
    expect(lastStart(clock())).toBe(monday - 2 * HOUR)
  })

  it('that follow each other at once leave no stretch between them', () => {
    const one = { ...clock(), startedAt: monday, pauses: [pause(0, 10), pause(10, 20)] }
    expect(runs(one, monday + 30 * MINUTE)).toEqual([
      { start: monday + 20 * MINUTE, end: monday + 30 * MINUTE },
    ])
    const { lines } = timeLedger(one, hours, monday + 30 * MINUTE)
    expect(lines.map((line) => line.kind)).toEqual(['granted', 'paused', 'paused', 'counted'])
  })

  it('that last let it be asked when it would be due if it went on now', () => {
    const one = { ...clock(), startedAt: monday, pauses: [pause(10, 20), pause(60)] }
    expect(dueAt(one, hours)).toBeUndefined()
    // 50 minutes are spent; 190 are left from half past nine on.
    expect(dueIfResumed(one, hours, monday + 90 * MINUTE)).toBe(monday + 280 * MINUTE)
    const running = { ...one, pauses: [pause(10, 20)] }
    expect(dueIfResumed(running, hours, monday + 90 * MINUTE)).toBe(dueAt(running, hours))
  })

  it('that begin at the very moment at which all is spent come too late to put that off', () => {
    const one = { ...clock(), startedAt: monday, pauses: [pause(240, 300)] }
    expect(dueAt(one, hours)).toBe(monday + 240 * MINUTE)
  })
})

describe('a clock that has stopped', () => {
  const stopped = (minutes: number) => ({
    ...{ ...clock(), startedAt: monday, stoppedAt: monday + minutes * MINUTE },
    outcome: 'kept' as const,
  })

  it('got as far as it got: to the very moment, and no further', () => {
    expect(momentWhenSpent(stopped(60), hours, 59 * MINUTE)).toBe(monday + 59 * MINUTE)
    expect(momentWhenSpent(stopped(60), hours, 60 * MINUTE)).toBe(monday + 60 * MINUTE)
    expect(momentWhenSpent(stopped(60), hours, 61 * MINUTE)).toBeUndefined()
    expect(dueAt(stopped(240), hours)).toBe(monday + 240 * MINUTE)
  })
})

describe('other hours', () => {
  const shiftedHour = new CalendarTime({
    ...{ id: 'late', name: 'Late', zone: 'UTC', exceptions: [] },
    week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  })
  const one = {
    ...{ ...clock(), startedAt: monday },
    pauses: [{ from: monday + 30 * MINUTE, to: monday + HOUR, by: 'x', why: said('') }],
  }

  it('count the same only where each stretch is the same, not only the sum', () => {
    expect(countsTheSame(one, hours, hours, monday + 5 * HOUR)).toBe(true)
    expect(countsTheSame(one, hours, shiftedHour, monday + 5 * HOUR)).toBe(false)
    // After nine both are open; before, neither of them counts while it is paused.
    const late = { ...one, startedAt: monday + 30 * MINUTE }
    expect(countsTheSame(late, hours, shiftedHour, monday + 5 * HOUR)).toBe(true)
    // To the end of a day both counted eight hours, each in its own way.
    expect(countsTheSame({ ...one, pauses: [] }, hours, shiftedHour, monday + 10 * HOUR)).toBe(false)
    const open = { ...one, pauses: [], startedAt: monday + HOUR }
    expect(countsTheSame(open, hours, shiftedHour, monday + 8 * HOUR)).toBe(true)
    expect(countsTheSame(open, hours, shiftedHour, monday + 9 * HOUR)).toBe(false)
  })

  it('differ where one of two runs differs', () => {
    const both = {
      ...one,
      startedAt: monday,
      pauses: [{ from: monday + HOUR, to: monday + 2 * HOUR, by: 'x', why: said('') }],
    }
    expect(countsTheSame(both, hours, shiftedHour, monday + 3 * HOUR)).toBe(false)
  })
})

describe('extensions', () => {
  it('are what people gave on top, also where a level gave less or more in between', () => {
    const grant = (granted: number, extendedBy?: string) => ({
      ...{ at: monday, granted: granted * HOUR, why: said('') },
      ...(extendedBy && { extendedBy }),
    })
    const of = (...grants: Clock['grants']) => extensionsOf({ ...clock(), grants }) / HOUR
    expect(of(grant(4))).toBe(0)
    expect(of(grant(4), grant(6, 'olin'), grant(2), grant(5, 'tora'))).toBe(5)
    expect(of(grant(3, 'olin'))).toBe(3)
  })
})

describe('a statement in one sentence', () => {
  it('says what is left, that nothing is left, or by how much it is overdrawn', () => {
    const say = (minutes: number) =>
      statementInWords(
        timeLedger({ ...clock(), startedAt: monday }, hours, monday + minutes * MINUTE),
        'Solve',
      )
    expect(say(210)).toBe('Solve: 4 hours granted, 3:30 spent, 30 minutes left')
    expect(say(240)).toBe('Solve: 4 hours granted, 4:00 spent, 0 minutes left')
    expect(say(285)).toBe('Solve: 4 hours granted, 4:45 spent, overdrawn by 45 minutes')
  })
})

describe('a target that was granted anew several times within one stretch', () => {
  it('is cut there, in the order of time, and its first grant cuts nothing', () => {
    const grants = [0, 40, 20].map((at, index) => ({
      ...{ at: monday + at * MINUTE, granted: (4 + index) * HOUR, why: said('') },
    }))
    const { lines } = timeLedger({ ...clock(), startedAt: monday - HOUR, grants }, hours, monday + HOUR)
    const cuts = lines.filter((line) => line.kind === 'counted').map((line) => (line.from - monday) / MINUTE)
    expect(cuts).toEqual([0, 20, 40])
  })
})
