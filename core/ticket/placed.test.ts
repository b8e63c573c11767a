import { describe, expect, it } from 'vitest'
import { HOUR } from '../time'
import { placedOf } from '.'

const booking = (
  id: number,
  from: number,
  state: 'booked' | 'begun' | 'finished' | 'calledOff' = 'booked',
) => ({
  ...{ id, person: 'tora-aas', from: from * HOUR, to: (from + 1) * HOUR, what: 'Visit', state },
})
const job = (id: number, more: object = {}) => ({ id, what: 'Visit', takes: HOUR, ...more })

describe('how a ticket stands with Dispatch', () => {
  it('is its first fixed time that is not over', () => {
    const bookings = [booking(3, 9), booking(1, 4, 'finished'), booking(2, 7, 'begun')]
    expect(placedOf({ bookings })).toEqual({
      ...{ next: { person: 'tora-aas', from: 7 * HOUR, isBegun: true }, wantsFrom: null },
    })
    expect(placedOf({ bookings: [booking(1, 4, 'finished'), booking(2, 5, 'calledOff')] })).toBeNull()
    expect(placedOf({})).toBeNull()
  })

  it('is that something of it wants a time, from when on it may', () => {
    const jobs = [job(4, { earliest: 50 * HOUR }), job(5, { earliest: 20 * HOUR }), job(6, { booking: 3 })]
    expect(placedOf({ jobs, bookings: [booking(3, 9)] })).toMatchObject({
      ...{ next: { from: 9 * HOUR }, wantsFrom: 20 * HOUR },
    })
    expect(placedOf({ jobs: [job(4)] })).toEqual({ next: null, wantsFrom: 0 })
    expect(placedOf({ jobs: [job(4, { calledOff: true })] })).toBeNull()
    // Its time was called off: it wants one again.
    const freed = { jobs: [job(6, { booking: 3 })], bookings: [booking(3, 9, 'calledOff')] }
    expect(placedOf(freed)).toEqual({ next: null, wantsFrom: 0 })
  })
})
