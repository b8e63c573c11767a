import { describe, expect, it } from 'vitest'
import type { Clock } from '~~/core/clock'
import { said } from '~~/core/reason'
import { CalendarTime, HOUR, MINUTE, weekly } from '~~/core/time'
import { leadingClock, standingOf } from './useStanding'

const hours = new CalendarTime({
  ...{ id: 'day', name: 'Day', zone: 'UTC', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], '08:00', '16:00'),
})
const MONDAY = Date.UTC(2026, 10, 16, 8)
const clock = (more: Partial<Clock> = {}): Clock => ({
  ...{ target: 'answer', label: 'Answer', serviceLevel: 'x', calendar: 'day', edition: 2 },
  ...{ startedAt: MONDAY, pauses: [], stopOn: 'reply', pauseIn: [] },
  grants: [{ at: MONDAY, granted: 2 * HOUR, why: said('High') }],
  ...more,
})
const at = (minutes: number, one = clock()) => {
  const { standing, figure, word } = standingOf(one, hours, MONDAY + minutes * MINUTE)
  return `${standing}: ${figure} ${word}`
}

describe('how a promise stands', () => {
  it('is a figure and a word, from fine to overdrawn', () => {
    expect([at(20), at(96), at(120), at(145)]).toEqual([
      'fine: +1:40 of 2:00',
      'close: +0:24 of 2:00',
      'over: +0:00 over',
      'over: −0:25 over',
    ])
  })

  it('does not change while the desk is shut', () => {
    expect(at(10 * 60, clock({ startedAt: MONDAY + 7 * HOUR }))).toBe('fine: +1:00 of 2:00')
  })

  it('paused stands still, without a sign', () => {
    const paused = clock({ pauses: [{ from: MONDAY + 30 * MINUTE, by: 'tora', why: said('waits') }] })
    expect([at(40, paused), at(400, paused)]).toEqual(['paused: 1:30 paused', 'paused: 1:30 paused'])
    const over = clock({ pauses: [{ from: MONDAY + 150 * MINUTE, by: 'tora', why: said('waits') }] })
    expect(at(200, over)).toBe('paused: −0:30 over, paused')
  })

  it('that has ended is what it ended as', () => {
    const ended = (outcome: Clock['outcome']) => at(300, clock({ stoppedAt: MONDAY + 60 * MINUTE, outcome }))
    expect([ended('kept'), ended('missed'), ended('cancelled')]).toEqual([
      'kept: +1:00 kept',
      'missed: +1:00 missed',
      'cancelled: +1:00 called off',
    ])
  })

  it('is said in a sentence for those who do not see it', () => {
    const { sentence } = standingOf(clock(), hours, MONDAY + 145 * MINUTE)
    expect(sentence).toBe('Answer: overdrawn by 25 minutes, overdrawn')
  })

  it('is read aloud as it is shown, to the minute', () => {
    for (let seconds = 0; seconds < 300; seconds += 7) {
      const { figure, sentence } = standingOf(clock(), hours, MONDAY + 118 * MINUTE + seconds * 1000)
      const shown = Number(figure.split(':')[1])
      expect(Number(/(\d+) minutes?/.exec(sentence)?.[1])).toBe(shown)
    }
  })
})

describe('the promise that a row shows', () => {
  const [answer, solve] = [clock(), clock({ target: 'resolve' })]
  const stopped = (one: Clock) => ({ ...one, stoppedAt: MONDAY + HOUR })

  it('is the one that is due first, then a paused one, then the last', () => {
    const due = ({ target }: Clock) => (target === 'resolve' ? 1 : 2)
    expect(leadingClock([answer, solve], due)).toBe(solve)
    expect(leadingClock([answer, solve], ({ target }) => (target === 'answer' ? undefined : 9))).toBe(solve)
    expect(leadingClock([stopped(answer), solve], () => undefined)).toBe(solve)
    const all = [stopped(answer), stopped(solve)]
    expect(leadingClock(all, due)).toBe(all[1])
    expect(leadingClock([], due)).toBeUndefined()
  })
})
