import { describe, expect, it } from 'vitest'
import { said } from '../reason'
import { CalendarTime, HOUR, MINUTE, weekly } from '../time'
import { trialBetween, trialDue } from './trial'

const hours = new CalendarTime({
  ...{ id: 'day', name: 'Day desk', zone: 'UTC', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], '08:00', '16:00'),
})
const friday = Date.UTC(2026, 10, 20, 15)
const monday = Date.UTC(2026, 10, 23, 8)

describe('hours tried out', () => {
  it('say when so much time will have passed in them, with the account of it', () => {
    const { due, ledger } = trialDue(hours, friday, 90 * MINUTE)
    expect(due).toBe(monday + 30 * MINUTE)
    expect(ledger.lines).toEqual([
      {
        ...{ kind: 'granted', from: friday, why: said('in the hours of Day desk') },
        ...{ by: undefined, amount: 90 * MINUTE, balance: 90 * MINUTE },
      },
      { kind: 'counted', from: friday, to: friday + HOUR, amount: -HOUR, balance: 30 * MINUTE },
      { kind: 'shut', from: friday + HOUR, to: monday, amount: 0, balance: 30 * MINUTE },
      { kind: 'counted', from: monday, to: due, amount: -30 * MINUTE, balance: 0 },
    ])
    expect(ledger).toMatchObject({ granted: 90 * MINUTE, spent: 90 * MINUTE, balance: 0, due })
  })

  it('say how much time lies between two moments, even where it is none', () => {
    const { duration, ledger } = trialBetween(hours, friday, monday + HOUR)
    expect(duration).toBe(2 * HOUR)
    expect(ledger).toMatchObject({ granted: 2 * HOUR, spent: 2 * HOUR, balance: 0 })
    expect(trialBetween(hours, friday, friday).duration).toBe(0)
    expect(() => trialBetween(hours, monday, friday)).toThrow(new RangeError('the end lies before the start'))
  })
})
