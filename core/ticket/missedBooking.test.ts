import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { HOUR, MINUTE } from '../time'
import { rebuild, ticketAlarms } from '.'

const FROM = DEMO_BEGINS + 2 * HOUR
const booked = (length = HOUR) =>
  new Ticket()
    .log({ gates: 1 })
    .do(
      { kind: 'book', person: 'tora-aas', from: FROM, to: FROM + length, what: 'Visit' },
      DEMO_BEGINS + MINUTE,
    )
const missedOf = (ticket: Ticket) =>
  ticketAlarms(ticket.state!, ticket.edition).filter((one) => one.key.startsWith('missed:'))
const MISSED = /^missedTime→/

describe('a fixed time that nobody begins', () => {
  it('is told once, a quarter of an hour after its beginning, to whoever has it and whoever plans', () => {
    const ticket = booked()
    expect(missedOf(ticket).map((one) => one.at)).toEqual([FROM + 15 * MINUTE])
    ticket.do({ kind: 'ring' }, FROM + 15 * MINUTE - 1)
    expect(ticket.told.filter((one) => MISSED.test(one))).toEqual([])
    ticket.do({ kind: 'ring' }, FROM + 15 * MINUTE).do({ kind: 'ring' }, FROM + 3 * HOUR)
    const told = ticket.told.filter((one) => MISSED.test(one))
    expect(told).toContain('missedTime→tora-aas')
    expect(told.length).toBeGreaterThan(1)
    expect(new Set(told).size).toBe(told.length)
    expect(ticket.entries.filter((one) => one.kind === 'bookingMissed')).toHaveLength(1)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('is missed at its end where that is sooner, and anew at another time', () => {
    const ticket = booked(5 * MINUTE)
    expect(missedOf(ticket).map((one) => one.at)).toEqual([FROM + 5 * MINUTE])
    ticket.do({ kind: 'ring' }, FROM + 5 * MINUTE)
    const { id } = ticket.state!.bookings![0]!
    ticket.do({ kind: 'changeBooking', id, from: FROM + HOUR, to: FROM + 2 * HOUR }, FROM + 6 * MINUTE)
    expect(missedOf(ticket).map((one) => one.at)).toEqual([FROM + HOUR + 15 * MINUTE])
  })

  it('is not missed where it was begun, called off, worked at, or the ticket is done', () => {
    const { id } = booked().state!.bookings![0]!
    for (const state of ['begun', 'calledOff'] as const) {
      const one = booked().do({ kind: 'changeBooking', id, state }, FROM)
      expect(missedOf(one)).toEqual([])
    }
    expect(missedOf(booked().do({ kind: 'startTimer' }, FROM, { person: 'tora-aas' }))).toEqual([])
    const others = booked().do({ kind: 'startTimer' }, FROM, { person: 'mika-okoro' })
    expect(missedOf(others)).toHaveLength(1)
    const fields = { solvedBy: 'tora-aas', remarks: 'Done by telephone' }
    const done = booked().do({ kind: 'move', from: 'logged', to: 'solved', fields }, FROM)
    expect(missedOf(done)).toEqual([])
  })
})
