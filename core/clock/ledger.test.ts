import { said } from '../reason'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR, MINUTE, weekly, CalendarTime, type Calendar } from '../time'
import { balance, bandOf, dueAt, momentWhenSpent, spent, usedShare, type Clock } from './clock'
import { statementInWords, timeLedger } from './ledger'
import { lineInWords } from './statement'

const utc = (text: string) => Date.parse(text)
const calendar: Calendar = {
  id: 'varnes',
  name: 'Varnes Quay',
  zone: 'Europe/Oslo',
  week: weekly([1, 2, 3, 4, 5, 6], '09:00', '18:00'),
  exceptions: [{ date: '2026-12-25', name: 'First day of Christmas', shut: 'all day' }],
}
const hours = new CalendarTime(calendar)

function clock(startedAt: number, granted: number, more: Partial<Clock> = {}): Clock {
  return {
    target: 'respond',
    label: 'Answer',
    serviceLevel: 'x',
    calendar: 'varnes',
    edition: 1,
    startedAt,
    grants: [{ at: startedAt, granted, why: said('High') }],
    pauses: [],
    stopOn: 'reply',
    pauseIn: [],
    ...more,
  }
}

describe('a clock', () => {
  it('one hour into 2 h and 8 h: 50 % and 12.5 % used, one and seven hours left (practice)', () => {
    const at = utc('2026-11-16T09:00Z')
    const [respond, resolve] = [clock(at, 2 * HOUR), clock(at, 8 * HOUR)]
    expect(usedShare(respond, hours, at + HOUR)).toBe(0.5)
    expect(usedShare(resolve, hours, at + HOUR)).toBe(0.125)
    expect(balance(respond, hours, at + HOUR)).toBe(HOUR)
    expect(balance(resolve, hours, at + HOUR)).toBe(7 * HOUR)
  })

  it('is close from four fifths, over when nothing is left', () => {
    const at = utc('2026-11-16T09:00Z')
    const bands = [0, 95, 96, 119, 120].map((minutes) =>
      bandOf(clock(at, 2 * HOUR), hours, at + minutes * MINUTE),
    )
    expect(bands).toEqual(['fine', 'fine', 'close', 'close', 'over'])
  })

  it('has no due moment while paused, and goes on with what is left', () => {
    const at = utc('2026-11-16T09:00Z')
    const paused = clock(at, 2 * HOUR, { pauses: [{ from: at + HOUR, by: 'x', why: said('waiting') }] })
    expect(dueAt(paused, hours)).toBeUndefined()
    const resumed = clock(at, 2 * HOUR, {
      pauses: [{ from: at + HOUR, to: at + 3 * HOUR, by: 'x', why: said('waiting') }],
    })
    expect(dueAt(resumed, hours)).toBe(at + 4 * HOUR)
  })

  it('stands still once stopped', () => {
    const at = utc('2026-11-16T09:00Z')
    const stopped = clock(at, 2 * HOUR, { stoppedAt: at + HOUR, outcome: 'kept' })
    expect(spent(stopped, hours, at + 50 * HOUR)).toBe(HOUR)
    expect(dueAt(stopped, hours)).toBeUndefined()
  })
})

describe('the time ledger', () => {
  it('explains a week-end line by line, as a statement does', () => {
    const start = utc('2026-11-14T16:48Z')
    const ledger = timeLedger(clock(start, 2 * HOUR), hours, utc('2026-11-16T09:42Z'))
    expect(
      ledger.lines.map((line) => [lineInWords(line, String), line.amount / MINUTE, line.balance / MINUTE]),
    ).toEqual([
      ['granted: High', 120, 120],
      ['counted', -12, 108],
      ['shut: outside hours', 0, 108],
      ['counted', -102, 6],
    ])
    expect(ledger.due).toBe(utc('2026-11-16T09:48Z'))
    expect(statementInWords(ledger, 'Answer')).toBe('Answer: 2 hours granted, 1:54 spent, 6 minutes left')
  })

  it('names the holiday that shut it, the pause, and a target that changed while it ran', () => {
    const start = utc('2026-12-24T15:00Z')
    const changed = clock(start, 2 * HOUR, {
      grants: [
        { at: start, granted: 2 * HOUR, why: said('High') },
        { at: start + HOUR, granted: 4 * HOUR, why: said('Low') },
      ],
      pauses: [
        {
          from: utc('2026-12-26T09:00Z'),
          to: utc('2026-12-26T10:00Z'),
          by: 'tora',
          why: said('part ordered'),
        },
      ],
    })
    const ledger = timeLedger(changed, hours, utc('2026-12-26T10:30Z'))
    expect(ledger.lines.map((line) => lineInWords(line, String))).toEqual([
      'granted: High',
      'counted',
      'changed: Low',
      'counted',
      'shut: outside hours; First day of Christmas',
      'counted',
      'paused: part ordered',
      'counted',
    ])
    expect(ledger.balance).toBe(4 * HOUR - ledger.spent)
  })

  const start = fc.integer({ min: utc('2026-01-01T00:00Z'), max: utc('2026-12-31T00:00Z') })
  const length = fc.integer({ min: MINUTE, max: 60 * HOUR })
  const gaps = fc.array(fc.tuple(length, length), { maxLength: 4 })
  const withPauses = (at: number, granted: number, pauses: [number, number][]) => {
    let from = at
    const list = pauses.map(([before, during]) => {
      const pause = { from: from + before, to: from + before + during, by: 'x', why: said('waiting') }
      from = pause.to
      return pause
    })
    return clock(at, granted, { pauses: list })
  }

  it('adds up: counted lines are the time spent, granted − spent is the balance, at due it is zero', () => {
    fc.assert(
      fc.property(start, length, gaps, length, (at, granted, pauses, after) => {
        const one = withPauses(at, granted, pauses)
        const now = at + after
        const ledger = timeLedger(one, hours, now)
        const counted = ledger.lines
          .filter((line) => line.kind === 'counted')
          .reduce((sum, line) => sum - line.amount, 0)
        expect(counted).toBe(spent(one, hours, now))
        expect(ledger.spent).toBe(counted)
        expect(ledger.balance).toBe(granted - counted)
        const due = dueAt(one, hours)!
        expect(balance(one, hours, due)).toBe(0)
        expect(balance(one, hours, due - 1)).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  it('a pause puts off the due moment by exactly the working time that it lasted', () => {
    fc.assert(
      fc.property(start, length, length, (at, granted, pause) => {
        const from = momentWhenSpent(clock(at, granted), hours, Math.floor(granted / 2))!
        const one = clock(at, granted, {
          pauses: [{ from, to: from + pause, by: 'x', why: said('waiting') }],
        })
        const lost = hours.between(from, from + pause)
        expect(hours.between(dueAt(clock(at, granted), hours)!, dueAt(one, hours)!)).toBe(lost)
      }),
    )
  })
})
