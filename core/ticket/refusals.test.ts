import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { DAY, HOUR, MINUTE } from '../time'
import { Refused, type Command } from './command'
import type { Actor } from './entry'

// What cannot be done is refused with why and with what to do, and changes nothing.
const GATES = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const TORA: Actor = { person: 'tora-aas' }
const PIA: Actor = { person: 'pia-lund' }
const OLIN: Actor = { person: 'olin-brandt' }
const INES: Actor = { person: 'ines-varga' }

let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log(GATES)
})

/** Why a command is refused, and at which fields. */
function refusal(command: Command, actor: Actor = TORA, minutes = 1): [string, string, ...string[]] {
  const before = ticket.state
  try {
    ticket.do(command, at(minutes), actor)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    expect(ticket.state).toBe(before)
    return [error.reason, error.message, ...error.fields.map(({ field, message }) => `${field}: ${message}`)]
  }
  throw new Error('it was done')
}
const done = (fields = { solvedBy: 'pia-lund', remarks: 'x' }) =>
  ticket.do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(1))

describe('words', () => {
  it('are never empty, and never longer than a text may be', () => {
    for (const kind of ['reply', 'note'] as const) {
      expect(refusal({ kind, text: ' \n ' })).toEqual([
        ...(['invalid', 'There is no text to send.', 'text: please write something'] as const),
      ])
      expect(refusal({ kind, text: 'x'.repeat(20_001) })).toEqual([
        ...['invalid', 'The text is too long.'],
        'text: please shorten this to 20000 characters; it has 20001',
      ])
      ticket.do({ kind, text: ` ${'x'.repeat(20_000)} ` }, at(2))
    }
  })
})

describe('time', () => {
  const record = (from: number, to: number, what = 'looked', minutes = 60) =>
    refusal({ kind: 'recordTime', from: at(from), to: at(to), what }, TORA, minutes)

  it('is a stretch that has passed, of a day at most, with a word about it', () => {
    const none = ['invalid', 'This is no stretch of time.', 'to: give an end after the beginning']
    expect(record(10, 10)).toEqual(none)
    expect(record(10, 5)).toEqual(none)
    expect(record(10, 61)).toEqual([
      ...['invalid', 'Only time that has passed can be written down.'],
      'to: give an end that is not in the future',
    ])
    expect(record(-1381, 60)).toEqual([
      ...['invalid', 'One time record covers a day at most.'],
      'to: this would be 24 hours 1 minute; say when it ended',
    ])
    expect(record(0, 10, ' ')).toEqual(['invalid', 'Something is missing.', 'what: please fill this in'])
    expect(record(0, 10, 'x'.repeat(301))).toEqual([
      ...['invalid', 'This is too long.'],
      expect.stringMatching(/^what: please shorten this to \d+ characters; it has 301$/),
    ])
    ticket.do({ kind: 'recordTime', from: at(0), to: at(60), what: 'x' }, at(60))
    ticket.do({ kind: 'recordTime', from: at(-1380), to: at(60), what: 'x' }, at(60))
  })

  it('is dropped by whoever wrote it down, or a lead, once', () => {
    ticket.do({ kind: 'recordTime', from: at(0), to: at(10), what: 'x' }, at(10))
    const id = ticket.state!.times![0]!.id
    expect(refusal({ kind: 'dropTime', id }, PIA, 11)).toEqual([
      ...(['forbidden', 'Your role does not drop the time of somebody else; ask a lead.'] as const),
    ])
    ticket.do({ kind: 'dropTime', id }, at(11), TORA)
    expect(refusal({ kind: 'dropTime', id }, TORA, 12)).toEqual([
      ...(['missing', 'This time is not on the ticket any more.'] as const),
    ])
  })

  it('is taken by a timer once, on a ticket that is open, and stopped between its start and now', () => {
    const stop = (until?: number, actor = TORA, minutes = 30) =>
      refusal({ kind: 'stopTimer', ...(until !== undefined && { until: at(until) }) }, actor, minutes)
    expect(stop()).toEqual(['conflict', 'No timer of yours runs on this ticket any more.'])
    ticket.do({ kind: 'startTimer' }, at(10))
    expect(refusal({ kind: 'startTimer' }, TORA, 11)).toEqual([
      ...(['conflict', 'Your timer runs on this ticket already.'] as const),
    ])
    const cannot = [
      'invalid',
      'The timer cannot stop then.',
      'until: give a moment between its start and now',
    ]
    expect(stop(9)).toEqual(cannot)
    expect(stop(31)).toEqual(cannot)
    expect(stop(undefined, TORA, 10 + 1441)).toEqual([
      ...['invalid', 'One time record covers a day at most.'],
      'until: this would be 24 hours 1 minute; say when it ended',
    ])
    ticket.do({ kind: 'stopTimer', until: at(30) }, at(30))
    done()
    expect(refusal({ kind: 'startTimer' }, TORA, 40)).toEqual([
      ...(['conflict', 'This ticket is done; open it again to work on it.'] as const),
    ])
  })

  it('that something takes is above nothing and no more than a hundred days', () => {
    const cannot = [
      ...['invalid', 'This cannot be how long it takes.'],
      'minutes: give the minutes of work, above 0',
    ]
    for (const takes of [0, -1, 100 * DAY + 1, Number.NaN])
      expect(refusal({ kind: 'estimate', takes })).toEqual(cannot)
    ticket.do({ kind: 'estimate', takes: 100 * DAY }, at(1))
    expect(ticket.entries.at(-1)).toMatchObject({ kind: 'estimated', takes: 100 * DAY })
    const { length } = ticket.entries
    ticket.do({ kind: 'estimate', takes: 100 * DAY }, at(2))
    expect(ticket.entries).toHaveLength(length)
    ticket.do({ kind: 'estimate', takes: null }, at(3))
    expect(ticket.state!.estimate ?? null).toBeNull()
  })
})

describe('a fixed time', () => {
  const book = (more: object = {}) =>
    ({
      ...{ kind: 'book', person: 'pia-lund', from: at(60), to: at(120), what: 'Visit' },
      ...more,
    }) as Command

  it('is a stretch within a day, of somebody of the desk, with a word about it', () => {
    const stretch = [
      ...['invalid', 'This is no time that can be booked.'],
      'to: give an end after the beginning, within a day',
    ]
    expect(refusal(book({ to: at(60) }))).toEqual(stretch)
    expect(refusal(book({ to: at(60) + DAY + 1 }))).toEqual(stretch)
    const person = [
      ...['invalid', 'This person cannot be booked.'],
      'person: choose somebody of the desk who is active',
    ]
    expect(refusal(book({ person: 'ines-varga' }))).toEqual(person)
    expect(refusal(book({ person: 'gone' }))).toEqual(person)
    expect(refusal(book({ what: '' }))[1]).toBe('Something is missing.')
    ticket.do(book({ to: at(60) + DAY }), at(1))
  })

  it('is changed while it is there and not over; whoever comes to it is told, and not of their own', () => {
    const change = (more: object, minutes = 2) => ({
      command: { kind: 'changeBooking', id: 1, ...more } as Command,
      minutes,
    })
    expect(refusal(change({ state: 'begun' }).command)).toEqual([
      ...(['missing', 'This fixed time is not on the ticket any more.'] as const),
    ])
    ticket.do(book(), at(1))
    expect(ticket.told.at(-1)).toBe('booked→pia-lund')
    const { id } = ticket.state!.bookings![0]!
    const told = ticket.told.length
    ticket.do({ kind: 'changeBooking', id, state: 'begun' }, at(2))
    expect(ticket.told).toHaveLength(told)
    ticket.do({ kind: 'changeBooking', id, from: at(70) }, at(3))
    expect(ticket.told).toHaveLength(told + 1)
    ticket.do({ kind: 'changeBooking', id, person: 'tora-aas' }, at(4))
    expect(ticket.told.slice(told + 1)).toEqual(['unbooked→pia-lund'])
    expect(refusal({ kind: 'changeBooking', id, to: at(70) })[1]).toBe('This is no time that can be booked.')
    ticket.do({ kind: 'changeBooking', id, state: 'finished' }, at(5))
    expect(refusal({ kind: 'changeBooking', id, state: 'begun' })).toEqual([
      ...(['conflict', 'This fixed time is over already.'] as const),
    ])
  })
})

describe('tasks', () => {
  it('are some, with words, and a bounded number of them', () => {
    expect(refusal({ kind: 'addTasks', tasks: [] })).toEqual([
      ...(['invalid', 'There is no task.', 'tasks: please write what is to do'] as const),
    ])
    expect(refusal({ kind: 'addTasks', tasks: [{ text: ' ' }] })[1]).toBe('Something is missing.')
    const many = Array.from({ length: 1000 }, () => ({ text: 'x' }))
    expect(refusal({ kind: 'addTasks', tasks: many })).toEqual([
      ...['invalid', 'There are too many tasks on this ticket.'],
      expect.stringMatching(/^tasks: a ticket has \d+ tasks at most; 0 are there$/),
    ])
    expect(refusal({ kind: 'changeTask', id: 'gone', change: { done: true } })).toEqual([
      ...(['missing', 'This task is not on the ticket any more.'] as const),
    ])
    expect(refusal({ kind: 'dropTask', id: 'gone' })[0]).toBe('missing')
  })
})

describe('what a requester does', () => {
  it('calls nothing off that is done, with a code by which it is said in every language', () => {
    done()
    expect(refusal({ kind: 'withdraw', text: '' }, INES, 5)).toEqual([
      ...(['conflict', 'This request is done already; there is nothing to call off.'] as const),
    ])
  })
})

describe('a move that was made', () => {
  it('is taken back by whoever made it, while it is the last and not long ago', () => {
    expect(refusal({ kind: 'undoMove', sequence: 1 })).toEqual([
      ...(['conflict', 'Another move was made since, or this one was taken back already.'] as const),
    ])
  })
})

describe('a promise changed by hand', () => {
  const pause = (why: string, targets: string[] = []): Command => ({ kind: 'pauseClocks', targets, why })
  const extend = (by: number, why = 'agreed', target = 'respond'): Command => ({
    ...{ kind: 'extendClock', target, by, why },
  })
  const reason = (message: string) => ['invalid', 'A reason is needed.', `why: ${message}`]

  it('says why, in a few words', () => {
    const asked = reason('please say why; it stands in the statement')
    const long = reason('please shorten this to 500 characters')
    expect(refusal(pause(' '))).toEqual(asked)
    expect(refusal(pause('x'.repeat(501)))).toEqual(long)
    expect(refusal(extend(HOUR, ' '), OLIN)).toEqual(asked)
    ticket.do(pause(` ${'x'.repeat(500)} `), at(1))
  })

  it('runs still, and is paused once, and goes on once', () => {
    expect(refusal(pause('x', ['gone']))).toEqual([
      ...['conflict', 'The target “gone” is not running any more; look at the ticket again.'],
    ])
    expect(refusal({ kind: 'resumeClocks', targets: [] })).toEqual([
      'conflict',
      'No target is paused by hand. A target that rests with the status goes on when the ticket moves.',
    ])
    ticket.do(pause('x', ['respond']), at(1))
    expect(refusal(pause('x', ['respond']))).toEqual([
      ...['conflict', 'There is nothing to pause: no target is running.'],
    ])
    const paused = () =>
      ticket.state!.clocks.filter((one) => one.pauses.at(-1)?.to === undefined && one.pauses.length)
    expect(paused().map((one) => one.target)).toEqual(['respond'])
    ticket.do({ kind: 'resumeClocks', targets: [] }, at(2))
    expect(paused()).toEqual([])
  })

  it('is extended by those who may', () => {
    expect(refusal(extend(HOUR), TORA)).toEqual([
      ...['forbidden', 'Your role does not extend promises; ask the lead of the team.'],
    ])
    expect(refusal(extend(HOUR), { system: 'desk' })[0]).toBe('forbidden')
    expect(refusal(extend(HOUR, 'x', 'gone'), OLIN)[0]).toBe('conflict')
    for (const by of [0, -HOUR, 90 * DAY + 1]) expect(refusal(extend(by), OLIN)[0]).toBe('invalid')
    ticket.do(extend(90 * DAY), at(1), OLIN)
  })
})

describe('who has a ticket, and what it is sorted as', () => {
  it('is somebody of the desk who is active, and was not changed meanwhile', () => {
    const cannot = [
      ...['invalid', 'This person cannot take tickets.'],
      'technician: choose somebody of the desk who is active',
    ]
    for (const technician of ['gone', 'ines-varga'])
      expect(refusal({ kind: 'assign', technician })).toEqual(cannot)
    ticket.do({ kind: 'assign', technician: 'pia-lund' }, at(1))
    expect(refusal({ kind: 'assign', technician: 'tora-aas', from: null })).toEqual([
      'conflict',
      'Somebody was quicker: Pia Lund has it now. Nothing was changed; look at it again.',
    ])
    ticket.do({ kind: 'assign', technician: null, from: 'pia-lund' }, at(2))
    expect(refusal({ kind: 'assign', technician: 'tora-aas', from: 'pia-lund' })).toEqual([
      'conflict',
      'Somebody was quicker: nobody has it now. Nothing was changed; look at it again.',
    ])
    const { length } = ticket.entries
    ticket.do({ kind: 'assign', technician: null, from: 'pia-lund' }, at(3))
    expect(ticket.entries).toHaveLength(length)
  })

  it('is one of the choices, as it was on the screen', () => {
    expect(refusal({ kind: 'resort', field: 'queue', value: 'gone' })).toEqual([
      ...['invalid', 'This queue cannot be chosen.'],
      'value: “gone” is not among the choices of edition 1',
    ])
    expect(refusal({ kind: 'resort', field: 'priority', value: 'p1', from: 'p5' })).toEqual([
      'conflict',
      'Somebody set the priority meanwhile. Nothing was changed; look at it again and set it once more.',
    ])
    const { length } = ticket.entries
    ticket.do({ kind: 'resort', field: 'priority', value: ticket.state!.priority, from: 'p5' }, at(1))
    expect(ticket.entries).toHaveLength(length)
  })
})

describe('a major incident', () => {
  const text = 'All gates'
  it('is declared once, goes on until it ends, and gathers each ticket once', () => {
    const none = ['conflict', 'Ticket 7 is no major incident that goes on.']
    expect(refusal({ kind: 'gather', child: 8, requesters: [] })).toEqual(none)
    expect(refusal({ kind: 'updateMajor', text })).toEqual(none)
    expect(refusal({ kind: 'endMajor', text })).toEqual(none)
    ticket.do({ kind: 'declareMajor', text }, at(1))
    expect(refusal({ kind: 'declareMajor', text })).toEqual(['conflict', 'It is a major incident already.'])
    ticket.do({ kind: 'gather', child: 8, requesters: [] }, at(2))
    const twice = (child: number) => ['conflict', `Ticket ${child} belongs to it already.`]
    expect(refusal({ kind: 'gather', child: 8, requesters: [] })).toEqual(twice(8))
    expect(refusal({ kind: 'gather', child: 7, requesters: [] })).toEqual(twice(7))
    expect(refusal({ kind: 'follow', major: 9 })).toEqual([
      ...['conflict', 'Ticket 7 belongs to a major incident already.'],
    ])
  })

  it('is followed by one that is open, or of which it is said, and which follows no other', () => {
    ticket.do({ kind: 'follow', major: 9 }, at(1))
    const { length } = ticket.entries
    ticket.do({ kind: 'follow', major: 9 }, at(2))
    expect(ticket.entries).toHaveLength(length)
    expect(refusal({ kind: 'follow', major: 10 })[0]).toBe('conflict')
    expect(refusal({ kind: 'declareMajor', text })).toEqual([
      ...['conflict', 'It follows ticket 9; take it out there first.'],
    ])
    ticket = new Ticket().log(GATES)
    done()
    expect(refusal({ kind: 'follow', major: 9 }, TORA, 5)).toEqual([
      ...['conflict', 'Ticket 7 is done; say so to gather it all the same.', 'evenDone: it is done'],
    ])
    ticket.do({ kind: 'follow', major: 9, evenDone: true }, at(6))
  })
})

describe('tickets that are merged', () => {
  const takeIn: Command = { kind: 'takeIn', from: 8, summary: 'x', requesters: [], text: 'x' }
  it('are two that are open, each merged once', () => {
    expect(refusal({ kind: 'merge', into: 7 })).toEqual([
      ...['invalid', 'A ticket cannot be merged into itself.', 'into: give the number of another ticket'],
    ])
    ticket.do({ kind: 'merge', into: 9 }, at(1))
    expect(refusal({ kind: 'merge', into: 10 })).toEqual(['conflict', 'It was merged into 9 before.'])
    expect(refusal(takeIn)).toEqual([
      ...['invalid', 'Ticket 7 is handled with 9.', 'into: merge it into 9 instead'],
    ])
    ticket = new Ticket().log(GATES)
    done()
    expect(refusal({ kind: 'merge', into: 9 }, TORA, 5)).toEqual([
      ...['conflict', 'It is done; there is nothing to merge.'],
    ])
    expect(refusal(takeIn, TORA, 5)).toEqual([
      ...['invalid', 'Ticket 7 is done.', 'into: choose one that is open, or reopen it first'],
    ])
  })
})

describe('what is not there', () => {
  it('is neither let in, turned away, held again, repeated nor acknowledged', () => {
    const notHeld = ['conflict', 'Ticket 7 is not held any more.']
    expect(refusal({ kind: 'accept' })).toEqual(notHeld)
    expect(refusal({ kind: 'reject', text: 'x' })).toEqual(notHeld)
    expect(refusal({ kind: 'hold' })).toEqual([
      'conflict',
      'Ticket 7 cannot go back into Arrivals: it was not turned away there, and work on it has begun.',
    ])
    const noSignal = ['conflict', 'Ticket 7 was not made of a signal.']
    expect(refusal({ kind: 'repeatSignals', count: 1, text: 'x' })).toEqual(noSignal)
    expect(refusal({ kind: 'clearSignal', text: 'x' })).toEqual(noSignal)
    expect(refusal({ kind: 'acknowledge', via: 'application' })).toEqual([
      ...['conflict', 'No ladder that waits for somebody is climbing for this ticket.'],
    ])
    expect(refusal({ kind: 'acknowledge', message: 'gone', via: 'link' })).toEqual([
      ...['missing', 'no message gone'],
    ])
    expect(refusal({ kind: 'recordDelivery', key: 'gone', state: 'sent', attempt: 1, detail: '' })).toEqual([
      'missing',
      'no message gone',
    ])
    expect(refusal({ kind: 'link', to: 7, as: 'related', on: true })).toEqual([
      ...['invalid', 'A ticket cannot be linked with itself.'],
    ])
  })
})
