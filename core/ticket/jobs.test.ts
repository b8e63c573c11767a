import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { MOST_IN_SERIES, ruleOf, SERIES_YEARS, standingOf, type JobWords } from '../dispatch'
import { HOUR, isoDate, MINUTE, timeOfDay } from '../time'
import type { BookingAnswer } from '../work'
import { rebuild, visitsShown, type Command } from '.'
import { LONGEST_JOB, MOST_JOBS } from './jobs'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const OLIN = { person: 'olin-brandt' }
const words = (more: Partial<JobWords> = {}): JobWords => ({
  ...{ what: 'Look at the mast', takes: HOUR, site: 'varnes', ...more },
})
let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false })
})
const want = (more?: Partial<JobWords>) => {
  ticket.do({ kind: 'wantJob', words: words(more) }, at(1), OLIN)
  return ticket.state!.jobs!.at(-1)!.id
}
type Place = Omit<Command & { kind: 'placeJob' }, 'kind' | 'id'>
const place = (id: number, more: Partial<Place> = {}) =>
  ticket.do(
    {
      ...{ kind: 'placeJob', id, person: 'tora-aas', from: at(60), to: at(120), tell: true },
      ...more,
    },
    at(2),
    OLIN,
  )
const job = (id: number) => ticket.state!.jobs!.find((one) => one.id === id)!
const standing = (id: number) => standingOf(job(id), ticket.state!.bookings)
const seen = (id: number) => {
  const { id: booking, person, from } = ticket.state!.bookings!.find((one) => one.id === job(id).booking)!
  return { booking, person, from }
}

describe('a job of a ticket', () => {
  it('wants somebody and a time, and says what is wrong with it', () => {
    const id = want({ meets: ' The  purser ' })
    expect(job(id)).toEqual({
      id,
      what: 'Look at the mast',
      takes: HOUR,
      site: 'varnes',
      meets: 'The purser',
    })
    expect(standing(id)).toBe('open')
    expect(() => want({ takes: MINUTE })).toThrow('cannot be placed')
    expect(() => want({ takes: LONGEST_JOB + 1 })).toThrow()
    expect(() => want({ skill: 'no such' })).toThrow()
    expect(() => want({ site: 'no such' })).toThrow()
    expect(() => want({ what: ' ' })).toThrow('missing')
    expect(() => want({ earliest: at(0), latest: at(30) })).toThrow()
  })

  it('is placed once: whoever comes second is told with whom it is', () => {
    const id = want()
    place(id)
    expect(standing(id)).toBe('placed')
    expect(ticket.state!.bookings).toMatchObject([{ person: 'tora-aas', from: at(60), to: at(120) }])
    expect(() => place(id, { person: 'ove-stern' })).toThrow('it is with Tora Aas now')
    // Who saw where it stands moves it.
    place(id, { person: 'ove-stern', from: at(90), to: at(180), now: seen(id) })
    expect(ticket.state!.bookings).toHaveLength(1)
    expect(job(id)).toMatchObject({ takes: 90 * MINUTE, booking: ticket.state!.bookings![0]!.id })
    const old = { ...seen(id), from: at(60) }
    expect(() => place(id, { now: old })).toThrow('it is with Ove Stern now')
  })

  it('is wanted again when its time is called off, by whomever, and over when that is', () => {
    const id = want()
    place(id)
    ticket.do({ kind: 'changeBooking', id: seen(id).booking, state: 'calledOff' }, at(3), OLIN)
    expect(standing(id)).toBe('open')
    expect(() => place(id, { now: { booking: job(id).booking!, person: 'tora-aas', from: at(60) } })).toThrow(
      'called off meanwhile',
    )
    place(id)
    expect(() => ticket.do({ kind: 'freeJob', id, booking: 1 }, at(3), OLIN)).toThrow('not placed there')
    ticket.do({ kind: 'freeJob', id, booking: seen(id).booking }, at(3), OLIN)
    expect(standing(id)).toBe('open')
    place(id)
    ticket.do({ kind: 'changeBooking', id: seen(id).booking, state: 'begun' }, at(60))
    expect(standing(id)).toBe('begun')
    expect(() => ticket.do({ kind: 'freeJob', id, booking: seen(id).booking }, at(61), OLIN)).toThrow('begun')
    ticket.do({ kind: 'changeBooking', id: seen(id).booking, state: 'finished' }, at(90))
    expect(standing(id)).toBe('done')
    expect(() => place(id, { now: seen(id) })).toThrow('done already')
  })

  it('is told of at once, or later, and once', () => {
    const told = () => ticket.told.splice(0).filter((one) => one.startsWith('booked'))
    const id = want()
    place(id, { tell: false })
    expect(told()).toEqual([])
    expect(job(id).untold).toBe(true)
    place(id, { tell: false, from: at(90), to: at(150), now: seen(id) })
    expect(told()).toEqual([])
    ticket.do({ kind: 'tellJob', id }, at(4), OLIN)
    expect(told()).toEqual(['booked→tora-aas'])
    expect(job(id).untold).toBeUndefined()
    // Who was told once hears of every change.
    place(id, { tell: false, from: at(60), to: at(120), now: seen(id) })
    expect(told()).toEqual(['booked→tora-aas'])
    expect(job(id).untold).toBeUndefined()
  })

  it('keeps why it stands where it does although something speaks against it', () => {
    const id = want()
    const insisted = { why: 'They know the place', against: [{ is: 'offShift' } as const] }
    place(id, { insisted })
    expect(job(id).insisted).toEqual(insisted)
    const remark = { why: '', against: [{ is: 'overdue', over: HOUR } as const] }
    place(id, { insisted: remark, now: seen(id) })
    expect(job(id).insisted).toBeUndefined()
  })

  it('becomes the ticket’s of whom it is placed with where nobody has that', () => {
    const id = want()
    const { technician } = ticket.state!
    place(id, { person: 'ove-stern' })
    expect(ticket.state!.technician).toBe(technician ?? 'ove-stern')
    ticket.do({ kind: 'assign', technician: null }, at(3), OLIN)
    place(id, { person: 'pia-lund', now: seen(id) })
    expect(ticket.state!.technician).toBe('pia-lund')
  })

  it('changes and is called off, its time with it', () => {
    const id = want()
    place(id)
    const changed = (more: Partial<JobWords>) =>
      ticket.do({ kind: 'changeJob', id, words: words(more) }, at(3), OLIN)
    expect(() => changed({ takes: 2 * HOUR })).toThrow('It has a fixed time')
    changed({ what: 'Look at both masts' })
    expect(job(id)).toMatchObject({ what: 'Look at both masts', booking: seen(id).booking })
    ticket.do({ kind: 'changeJob', id, calledOff: true }, at(4), OLIN)
    expect(standing(id)).toBe('calledOff')
    expect(ticket.state!.bookings).toMatchObject([{ state: 'calledOff' }])
    expect(() => place(id)).toThrow('called off')
  })

  it('is what a fixed time becomes that was said on the ticket, where it stands', () => {
    ticket.do({ kind: 'book', person: 'tora-aas', from: at(60), to: at(105), what: 'Call the purser' }, at(1))
    const { id: booking } = ticket.state!.bookings![0]!
    ticket.do({ kind: 'planBooking', id: booking }, at(2), OLIN)
    const [planned] = ticket.state!.jobs!
    expect(planned).toMatchObject({ what: 'Call the purser', takes: 45 * MINUTE, booking })
    expect(standing(planned!.id)).toBe('placed')
    // Whoever does it at the same moment finds it done.
    ticket.do({ kind: 'planBooking', id: booking }, at(3), OLIN)
    expect(ticket.state!.jobs).toHaveLength(1)
    place(planned!.id, { person: 'ove-stern', now: seen(planned!.id) })
    expect(ticket.state!.bookings).toMatchObject([{ id: booking, person: 'ove-stern', from: at(60) }])
    ticket.do({ kind: 'changeBooking', id: booking, state: 'calledOff' }, at(4), OLIN)
    expect(standing(planned!.id)).toBe('open')
    expect(() => ticket.do({ kind: 'planBooking', id: 99 }, at(5), OLIN)).toThrow('not on the ticket')
  })

  it('is split: it keeps the first piece and its time, what is left is wanted', () => {
    const id = want({ takes: 3 * HOUR })
    place(id, { from: at(60), to: at(240) })
    ticket.do({ kind: 'splitJob', id, first: HOUR }, at(3), OLIN)
    const [first, second] = ticket.state!.jobs!
    expect([first!.takes, second!.takes]).toEqual([HOUR, 2 * HOUR])
    expect(ticket.state!.bookings).toMatchObject([{ from: at(60), to: at(120) }])
    expect(standing(second!.id)).toBe('open')
    expect(() => ticket.do({ kind: 'splitJob', id, first: HOUR }, at(4), OLIN)).toThrow('cannot be placed')
  })

  it('is one of so many at most', () => {
    for (let count = 0; count < MOST_JOBS; count++) want()
    expect(() => want()).toThrow(`At most ${MOST_JOBS}`)
  })
})

describe('a visit', () => {
  const INES = { person: 'ines-varga' }
  const told = () => ticket.told.splice(0).filter((one) => /^(visit|booked|unbooked)/.test(one))
  const visit = () => {
    const id = want({ visit: true })
    told()
    return id
  }

  it('is told to whoever waits for it when whoever is sent hears of it, and each change once', () => {
    const id = visit()
    place(id, { tell: false })
    expect(told()).toEqual([])
    ticket.do({ kind: 'tellJob', id }, at(3), OLIN)
    expect(told().sort()).toEqual(['booked→tora-aas', 'visitPlaced→ines-varga'])
    expect(visitsShown(ticket.state!)).toMatchObject([
      { job: id, from: at(60), person: 'tora-aas', suits: false },
    ])
    place(id, { from: at(90), to: at(150), now: seen(id), tell: false })
    expect(told().sort()).toEqual(['booked→tora-aas', 'visitMoved→ines-varga'])
    // Another person at the same time is no other time.
    place(id, { person: 'ove-stern', from: at(90), to: at(150), now: seen(id), tell: false })
    expect(told().sort()).toEqual(['booked→ove-stern', 'unbooked→tora-aas'])
    ticket.do({ kind: 'freeJob', id, booking: seen(id).booking }, at(5), OLIN)
    expect(told().sort()).toEqual(['unbooked→ove-stern', 'visitOff→ines-varga'])
    expect(visitsShown(ticket.state!)).toEqual([])
  })

  it('says the time in the zone and the language of whoever waits', () => {
    const id = visit()
    ticket.messages.length = 0
    place(id)
    const { body } = ticket.messages.find((one) => one.template === 'visitPlaced')!
    // Ines Varga is in Varnes, an hour ahead.
    expect(body).toContain('12:42–13:42 (Europe/Oslo), Tora Aas')
  })

  it('suits once that is said of the time at which it stands, and no longer when it is moved', () => {
    const id = visit()
    const confirm = (now = seen(id)) => ticket.do({ kind: 'confirmVisit', id, now }, at(4), INES)
    expect(() => confirm({ booking: 1, person: '', from: 0 })).toThrow('has changed meanwhile')
    place(id)
    confirm()
    expect(visitsShown(ticket.state!)).toMatchObject([{ suits: true }])
    const before = seen(id)
    place(id, { from: at(90), to: at(150), now: before })
    expect(visitsShown(ticket.state!)).toMatchObject([{ suits: false }])
    expect(() => confirm(before)).toThrow('has changed meanwhile')
  })

  it('is no visit where nobody is told of it, and none of a job that is done anywhere', () => {
    const id = want()
    told()
    place(id)
    expect(told()).toEqual(['booked→tora-aas'])
    expect(visitsShown(ticket.state!)).toEqual([])
  })
})

describe('an invitation', () => {
  const invites = () =>
    ticket.messages.splice(0).flatMap(({ person, invite }) => (invite ? [{ person, ...invite }] : []))
  const answerOf = (id: number, person: string, says: BookingAnswer, from = at(60)) =>
    ticket.do({ kind: 'answerInvite', id: seen(id).booking, from, answer: says }, at(5), { person })
  const place1 = () => {
    const id = want({ visit: true })
    ticket.messages.length = 0
    place(id)
    return id
  }

  it('goes to whoever is sent and whoever is visited, and is called off where it was theirs', () => {
    const id = place1()
    const times = { from: at(60), to: at(120), what: 'Look at the mast', place: 'Varnes Quay' }
    const [one, other] = invites().sort((a, b) => a.person.localeCompare(b.person))
    expect([one, other]).toMatchObject([
      { person: 'ines-varga', ...times },
      { person: 'tora-aas', ...times },
    ])
    place(id, { person: 'ove-stern', from: at(60), to: at(180), now: seen(id) })
    const later = invites()
    expect(later).toMatchObject([
      { person: 'tora-aas', off: true, to: at(120) },
      { person: 'ove-stern', to: at(180) },
    ])
    // RFC 5546 §2.1.4: whatever is said later of the same time has a higher number.
    expect(Math.min(...later.map((each) => each.sequence))).toBeGreaterThan(one!.sequence)
    expect(later.every((each) => each.booking === one!.booking)).toBe(true)
  })

  it('is answered by whoever is sent; those who plan hear that they do not come, once', () => {
    const id = place1()
    const told = () => ticket.told.splice(0)
    told()
    answerOf(id, 'tora-aas', 'accepted')
    expect(told()).toEqual([])
    expect(ticket.state!.bookings![0]!.answer).toBe('accepted')
    answerOf(id, 'tora-aas', 'declined')
    answerOf(id, 'tora-aas', 'declined')
    expect(told()).toEqual(['timeDeclined→pia-lund'])
    // What was answered is said of that time only.
    place(id, { from: at(90), to: at(150), now: seen(id) })
    expect(ticket.state!.bookings![0]!.answer).toBeUndefined()
    expect(() => answerOf(id, 'tora-aas', 'accepted')).toThrow('has changed meanwhile')
    ticket.do({ kind: 'changeBooking', id: seen(id).booking, state: 'begun' }, at(90))
    expect(() => answerOf(id, 'tora-aas', 'accepted', at(90))).toThrow('has changed meanwhile')
  })

  it('is answered by whoever is visited, and by nobody else', () => {
    const id = place1()
    ticket.told.length = 0
    answerOf(id, 'ines-varga', 'tentative')
    expect(job(id).heard!.suits).toBeUndefined()
    answerOf(id, 'ines-varga', 'accepted')
    expect(visitsShown(ticket.state!)).toMatchObject([{ suits: true, declined: false }])
    expect(ticket.told).toEqual([])
    answerOf(id, 'ines-varga', 'declined')
    expect(visitsShown(ticket.state!)).toMatchObject([{ suits: false, declined: true }])
    expect(ticket.told.sort()).toEqual(['timeDeclined→pia-lund', 'timeDeclined→tora-aas'])
    for (const other of ['ketil-rasp', 'ove-stern'])
      expect(() => answerOf(id, other, 'accepted')).toThrow('has changed meanwhile')
  })
})

describe('a series', () => {
  const repeat = (rule: string, more: { first?: string; days?: number } = {}) =>
    ticket.do(
      { kind: 'wantSeries', words: words(), rule, first: '2026-12-01', days: 14, ...more },
      at(1),
      OLIN,
    )

  it('has a job for each day that its rule names, with so many days for it (RFC 5545)', () => {
    repeat('FREQ=YEARLY;BYMONTH=3,9;BYDAY=1MO;COUNT=3')
    const { jobs = [] } = ticket.state!
    expect(jobs.map((one) => isoDate(one.earliest!, 'Europe/London'))).toEqual([
      '2027-03-01',
      '2027-09-06',
      '2028-03-06',
    ])
    // The first of March is in winter time, the sixth of September in summer time; each begins at midnight.
    expect(jobs.map((one) => timeOfDay(one.earliest!, 'Europe/London'))).toEqual(['00:00', '00:00', '00:00'])
    expect(jobs.map((one) => isoDate(one.latest!, 'Europe/London'))[0]).toBe('2027-03-15')
    expect(new Set(jobs.map((one) => one.series))).toEqual(new Set([jobs[0]!.id]))
  })

  it('is said by months and a weekday', () => {
    const said = { everyYears: 1, months: [9, 3], nth: 1, weekday: 'MO' }
    expect(ruleOf(said)).toBe('FREQ=YEARLY;BYMONTH=3,9;BYDAY=1MO')
    expect(ruleOf({ ...said, everyYears: 2, nth: -1, months: [12], count: 2 })).toBe(
      'FREQ=YEARLY;INTERVAL=2;BYMONTH=12;BYDAY=-1MO;COUNT=2',
    )
    repeat(ruleOf({ ...said, everyYears: 2, nth: -1, months: [12], count: 2 }))
    const days = ticket.state!.jobs!.map((one) => isoDate(one.earliest!, 'Europe/London'))
    expect(days).toEqual(['2026-12-28', '2028-12-25'])
  })

  it('without an end is made some years ahead, and no more than so many', () => {
    repeat('FREQ=YEARLY;BYMONTH=5;BYMONTHDAY=1')
    expect(ticket.state!.jobs).toHaveLength(SERIES_YEARS)
    ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    repeat('FREQ=YEARLY;BYDAY=MO')
    expect(ticket.state!.jobs).toHaveLength(MOST_IN_SERIES)
  })

  it('is refused where its rule is none, or names no day', () => {
    expect(() => repeat('every spring')).toThrow('cannot be placed')
    expect(() => repeat('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30')).toThrow('cannot be placed')
    expect(() => repeat('FREQ=YEARLY;BYMONTH=5', { days: 400 })).toThrow('cannot be placed')
    expect(ticket.state!.jobs).toBeUndefined()
  })

  it('is called off together, but for what is done or begun', () => {
    repeat('FREQ=YEARLY;BYMONTH=3,9;BYMONTHDAY=2;COUNT=4')
    const [first, second] = ticket.state!.jobs!
    place(first!.id)
    place(second!.id, { from: at(200), to: at(260) })
    ticket.do({ kind: 'changeBooking', id: seen(first!.id).booking, state: 'begun' }, at(60))
    ticket.do({ kind: 'changeJob', id: second!.id, calledOff: true, series: true }, at(61), OLIN)
    const { jobs = [], bookings } = ticket.state!
    expect(jobs.map((one) => standingOf(one, bookings))).toEqual([
      'begun',
      'calledOff',
      'calledOff',
      'calledOff',
    ])
  })
})

it('what the record says is the state, whatever is done, and no job has two times', () => {
  const deeds = ['want', 'place', 'move', 'free', 'tell', 'callOff', 'split', 'begin'] as const
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...deeds), fc.nat(3), fc.boolean()), { maxLength: 14 }),
      (all) => {
        ticket = new Ticket().log({ gates: 3, boardingStopped: false })
        for (const [deed, which, tell] of all) {
          const one = ticket.state!.jobs?.[which]
          try {
            if (deed === 'want') want({ takes: 2 * HOUR })
            else if (!one) continue
            else if (deed === 'place') place(one.id, { tell })
            else if (deed === 'move') place(one.id, { tell, from: at(200), to: at(260), now: seen(one.id) })
            else if (deed === 'free')
              ticket.do({ kind: 'freeJob', id: one.id, booking: one.booking ?? 0 }, at(5), OLIN)
            else if (deed === 'tell') ticket.do({ kind: 'tellJob', id: one.id }, at(5), OLIN)
            else if (deed === 'callOff')
              ticket.do({ kind: 'changeJob', id: one.id, calledOff: true }, at(5), OLIN)
            else if (deed === 'split') ticket.do({ kind: 'splitJob', id: one.id, first: HOUR }, at(5), OLIN)
            else ticket.do({ kind: 'changeBooking', id: one.booking ?? 0, state: 'begun' }, at(6))
          } catch {
            // What cannot be done changes nothing.
          }
        }
        const { jobs = [], bookings = [] } = ticket.state!
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
        const live = bookings.filter((one) => one.state !== 'calledOff').map((one) => one.id)
        const held = jobs.flatMap((one) =>
          ['placed', 'begun'].includes(standingOf(one, bookings)) ? [one.booking] : [],
        )
        expect([...live].sort()).toEqual([...held].sort())
      },
    ),
    { numRuns: 60 },
  )
})
