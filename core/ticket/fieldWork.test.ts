import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { HOUR, MINUTE } from '../time'
import type { FieldStep, VisitReport } from '../work'
import { rebuild } from '.'
import { MOST_PARTS } from './fieldWork'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const OLIN = { person: 'olin-brandt' }
const TORA = { person: 'tora-aas' }
const INES = { person: 'ines-varga' }
let ticket: Ticket
let id: number

/** A visit of which its requester knows, with Tora Aas, an hour from the beginning. */
beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false })
  const words = { what: 'Look at the mast', takes: HOUR, site: 'varnes', visit: true as const }
  ticket.do({ kind: 'wantJob', words }, at(1), OLIN)
  const job = ticket.state!.jobs![0]!.id
  const place = { person: 'tora-aas', from: at(60), to: at(120), tell: true }
  ticket.do({ kind: 'placeJob', id: job, ...place }, at(2), OLIN)
  id = ticket.state!.bookings![0]!.id
})
const step = (which: FieldStep, when: number, now = when, actor = TORA) =>
  ticket.do({ kind: 'fieldStep', id, step: which, at: at(when) }, at(now), actor)
const booking = () => ticket.state!.bookings![0]!
const told = (template: string) => ticket.messages.filter((one) => one.template === template)
const move = (more: { from?: number; to?: number; person?: string }, now: number, actor = OLIN) =>
  ticket.do({ kind: 'changeBooking', id, ...more }, at(now), actor)

describe('what is done at a fixed time', () => {
  it('goes from the way to the end, tells whoever waits once, and is time worked', () => {
    step('onWay', 50)
    step('onWay', 51)
    expect(told('visitOnWay')).toMatchObject([{ person: 'ines-varga' }])
    step('begun', 62)
    expect(booking().state).toBe('begun')
    step('done', 95)
    expect(booking()).toMatchObject({
      state: 'finished',
      steps: { onWay: at(50), begun: at(62), done: at(95) },
    })
    expect(ticket.state!.times).toMatchObject([{ person: 'tora-aas', from: at(62), to: at(95) }])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('may be brought later, in its order, whatever the clock of the device said', () => {
    step('onWay', 50, 200)
    expect(told('visitOnWay')).toEqual([])
    step('begun', 62, 200)
    step('done', 40, 200)
    expect(booking().steps).toEqual({ onWay: at(50), begun: at(62), done: at(62) })
    expect(ticket.state!.times ?? []).toEqual([])
    expect(() => step('onWay', 300, 200)).not.toThrow()
  })

  it('is never in the time to come', () => {
    step('begun', 500, 62)
    expect(booking().steps).toEqual({ begun: at(62) })
    expect(() => step('onWay', 63)).toThrow('begun already')
  })

  it('is not written down twice where a timer ran, or somebody wrote it', () => {
    step('begun', 62)
    ticket.do({ kind: 'recordTime', from: at(62), to: at(80), what: 'Feed line' }, at(81), TORA)
    step('done', 95)
    expect(ticket.state!.times).toHaveLength(1)
  })

  it('is refused where it went to somebody else or was called off meanwhile', () => {
    move({ person: 'ove-stern' }, 55)
    expect(() => step('begun', 62)).toThrow('with Ove Stern meanwhile')
    ticket.do({ kind: 'changeBooking', id, state: 'calledOff' }, at(63), OLIN)
    expect(() => step('begun', 64)).toThrow('called off')
    expect(() => step('begun', 64, 64, OLIN)).toThrow('called off')
  })

  it('begins anew with whoever takes it over in the middle, as when somebody goes sick', () => {
    step('onWay', 50)
    step('begun', 62)
    ticket.do({ kind: 'reportVisit', id, files: [], report: report({ words: 'Half done' }) }, at(70), TORA)
    move({ person: 'ove-stern' }, 75)
    expect(booking()).toMatchObject({ person: 'ove-stern', state: 'booked', report: { words: 'Half done' } })
    expect(booking().steps).toBeUndefined()
  })

  it('is forgotten where the time was moved before anybody began', () => {
    step('onWay', 50)
    move({ from: at(200), to: at(260) }, 55)
    expect(booking().steps).toBeUndefined()
  })
})

const report = (more: Partial<VisitReport> = {}): VisitReport => ({
  ...{ words: '', parts: [], pictures: [] },
  ...more,
})

describe('a report of a visit', () => {
  const say = (more: Partial<VisitReport>) =>
    ticket.do({ kind: 'reportVisit', id, files: [], report: report(more) }, at(90), TORA)

  it('says in words what was done, with parts and who signed; the newest stands', () => {
    say({ words: 'Loose feed line' })
    say({ words: ' Feed line new ', parts: [{ what: ' Feed  cable', count: '' }], signedBy: 'Ines Varga' })
    expect(booking().report).toEqual({
      ...{ words: 'Feed line new', parts: [{ what: 'Feed cable', count: '1' }], pictures: [] },
      ...{ signedBy: 'Ines Varga', by: 'tora-aas', at: at(90) },
    })
  })

  it('says something, and not too much', () => {
    expect(() => say({})).toThrow('cannot be kept')
    expect(() => say({ words: 'x'.repeat(4001) })).toThrow('cannot be kept')
    const parts = Array.from({ length: MOST_PARTS + 1 }, () => ({ what: 'Screw', count: '1' }))
    expect(() => say({ parts })).toThrow('cannot be kept')
    expect(() => say({ parts: [{ what: ' ', count: '1' }] })).toThrow('missing')
  })
})

describe('whoever changes a time of their own', () => {
  it('gets it anew for their calendar, where somebody else had said it', () => {
    const before = told('booked').length
    move({ from: at(200), to: at(260) }, 20, TORA)
    expect(told('booked').slice(before)).toMatchObject([
      { person: 'tora-aas', invite: { from: at(200), to: at(260) } },
    ])
    ticket.do({ kind: 'changeBooking', id, state: 'calledOff' }, at(21), TORA)
    expect(told('unbooked')).toMatchObject([{ person: 'tora-aas', invite: { off: true } }])
  })

  it('hears nothing of what was theirs from the beginning', () => {
    const own = { from: at(300), to: at(330), what: 'Call', person: 'tora-aas' }
    const before = ticket.messages.length
    ticket.do({ kind: 'book', ...own }, at(10), TORA)
    const booked = ticket.state!.bookings!.at(-1)!.id
    ticket.do({ kind: 'changeBooking', id: booked, from: at(310) }, at(11), TORA)
    expect(ticket.messages.length).toBe(before)
  })

  it('as a requester who chooses another time or calls a visit off, too', () => {
    const job = ticket.state!.jobs![0]!.id
    const now = { booking: id, person: 'tora-aas', from: at(60) }
    const place = { person: 'tora-aas', from: at(400), to: at(460), tell: true, now }
    ticket.do({ kind: 'placeJob', id: job, ...place }, at(20), INES)
    expect(told('visitMoved')).toMatchObject([{ person: 'ines-varga', invite: { from: at(400) } }])
    ticket.do({ kind: 'changeJob', id: job, calledOff: true }, at(21), INES)
    expect(told('visitOff')).toMatchObject([{ person: 'ines-varga', invite: { off: true } }])
  })
})
