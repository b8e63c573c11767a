import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, reader, Ticket, theDirectory } from '../../tests/aTicket'
import { CompiledDesign, proofread, type Design } from '../design'
import { reasonInWords } from '../explain'
import { HOUR, MINUTE } from '../time'
import { planMove, rebuild, type Command } from '.'
import type { Move } from '../work'

const GATES = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const PIA = { person: 'pia-lund' }
const moveNamed = (id: string) => design.design.moves.find((one) => one.id === id)!
const { checklists } = design.design
const make = (id: string, from: string, asked: Record<string, string> = {}): Command => ({
  kind: 'makeMove',
  ...{ move: moveNamed(id), from, asked, checklists },
})

let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log(GATES)
})
const plan = (move: Move, person = 'tora-aas') =>
  planMove({ state: ticket.state!, design, directory: theDirectory, person, now: at(1), checklists }, move)

describe('time on a ticket', () => {
  it('a timer runs once for a person, stops into a record, and can stop earlier', () => {
    ticket.do({ kind: 'startTimer' }, at(1))
    expect(() => ticket.do({ kind: 'startTimer' }, at(2))).toThrow('already')
    ticket.do({ kind: 'startTimer' }, at(2), PIA)
    ticket.do({ kind: 'stopTimer', until: at(6), what: 'looked' }, at(30))
    expect(ticket.state!.times).toMatchObject([{ person: 'tora-aas', counted: 5 * MINUTE, what: 'looked' }])
    expect(ticket.state!.timers).toEqual([{ person: 'pia-lund', since: at(2) }])
    expect(() => ticket.do({ kind: 'stopTimer', until: at(1) }, at(30), PIA)).toThrow('cannot stop then')
    ticket.do({ kind: 'stopTimer', drop: true }, at(30), PIA)
    expect(ticket.state!.timers).toEqual([])
    expect(() => ticket.do({ kind: 'stopTimer' }, at(31), PIA)).toThrow('any more')
  })

  it('is refused where it cannot be: in the future, backwards, over a day, without a word', () => {
    const record =
      (from: number, to: number, what = 'x') =>
      () =>
        ticket.do({ kind: 'recordTime', from: at(from), to: at(to), what }, at(0))
    expect(record(-10, 10)).toThrow('passed')
    expect(record(-10, -20)).toThrow('no stretch')
    expect(record(-3000, -10)).toThrow('a day at most')
    expect(record(-10, -5, ' ')).toThrow('missing')
    record(-10, -5)()
    const id = ticket.state!.times![0]!.id
    expect(() => ticket.do({ kind: 'dropTime', id }, at(1), PIA)).toThrow('lead')
    ticket.do({ kind: 'dropTime', id }, at(1), { person: 'olin-brandt' })
    expect(ticket.state!.times).toEqual([])
  })

  it('stops when the ticket is done', () => {
    ticket.do({ kind: 'startTimer' }, at(1))
    const fields = { solvedBy: 'tora-aas', remarks: 'x' }
    ticket.do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(9))
    expect(ticket.state!.timers).toEqual([])
    expect(ticket.state!.times).toMatchObject([{ counted: 8 * MINUTE }])
  })
})

it('no timer runs on a ticket that is done, whatever has ended it and however long it was forgotten', () => {
  ticket.do({ kind: 'startTimer' }, at(1))
  ticket.do({ kind: 'withdraw', text: 'it works again' }, at(2 * 24 * 60), { person: 'ines-varga' })
  expect(ticket.state!.timers).toEqual([])
  expect(ticket.state!.times).toMatchObject([{ person: 'tora-aas', counted: 24 * HOUR }])
  expect(() => ticket.do({ kind: 'startTimer' }, at(2 * 24 * 60 + 1))).toThrow('is done')
})

describe('tasks', () => {
  it('that must be done keep a ticket from being done', () => {
    ticket.do(
      { kind: 'addTasks', tasks: [{ text: ' look  at it ', required: true }, { text: 'tidy up' }] },
      at(1),
    )
    const [first, second] = ticket.state!.tasks!
    expect(first).toMatchObject({ text: 'look at it', required: true })
    const solve: Command = {
      kind: 'move',
      ...{ from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'x' } },
    }
    expect(() => ticket.do(solve, at(2))).toThrow('look at it')
    ticket.do({ kind: 'changeTask', id: first!.id, change: { done: true } }, at(3))
    ticket.do({ kind: 'dropTask', id: second!.id }, at(3))
    ticket.do(solve, at(4))
    expect(ticket.state!.tasks).toMatchObject([{ done: { by: 'tora-aas', at: at(3) } }])
  })

  it('change, and what stays the same is no entry', () => {
    ticket.do({ kind: 'addTasks', tasks: [{ text: 'a' }] }, at(1))
    const { id } = ticket.state!.tasks![0]!
    ticket.do({ kind: 'changeTask', id, change: { due: at(60), person: 'pia-lund' } }, at(2))
    const { sequence } = ticket.state!
    ticket.do({ kind: 'changeTask', id, change: { due: at(60) } }, at(3))
    expect(ticket.state!.sequence).toBe(sequence)
    ticket.do({ kind: 'changeTask', id, change: { due: null, person: null } }, at(4))
    expect(ticket.state!.tasks).toEqual([{ id, text: 'a', came: at(1) }])
  })

  it('of a checklist come by themselves where the design says so', () => {
    const document = demoDesign()
    document.checklists[0] = {
      ...document.checklists[0]!,
      when: { fact: 'form.gates', op: 'atLeast', value: 3 },
    }
    const with3 = new Ticket(new CompiledDesign(document, 1)).log(GATES)
    expect(with3.state!.tasks).toHaveLength(3)
    expect(with3.state!.tasks![0]!.checklist).toBe('Before a visit')
    expect(new Ticket(new CompiledDesign(document, 1)).log({ gates: 1 }).state!.tasks).toBeUndefined()
  })
})

describe('fixed times', () => {
  it('are booked, moved and ended; whoever they are for is told', () => {
    const what = 'Visit'
    ticket.do({ kind: 'book', person: 'pia-lund', from: at(60), to: at(90), what }, at(1))
    expect(ticket.told).toContain('booked→pia-lund')
    const { id } = ticket.state!.bookings![0]!
    ticket.do({ kind: 'changeBooking', id, from: at(120), to: at(150) }, at(2))
    ticket.do({ kind: 'changeBooking', id, state: 'finished' }, at(3))
    expect(ticket.state!.bookings).toMatchObject([{ from: at(120), to: at(150), state: 'finished' }])
    expect(() => ticket.do({ kind: 'changeBooking', id, state: 'begun' }, at(4))).toThrow('over already')
    const wrong = (person: string, from: number, to: number) => () =>
      ticket.do({ kind: 'book', person, from: at(from), to: at(to), what }, at(1))
    expect(wrong('ines-varga', 1, 2)).toThrow('cannot be booked')
    expect(wrong('pia-lund', 2, 2)).toThrow('no time')
  })
})

describe('links', () => {
  it('are made once and taken away', () => {
    ticket.do({ kind: 'link', to: 9, as: 'parent', on: true }, at(1))
    ticket.do({ kind: 'link', to: 9, as: 'parent', on: true }, at(1))
    expect(ticket.state!.links).toEqual([{ reference: 9, as: 'parent' }])
    expect(() => ticket.do({ kind: 'link', to: 7, as: 'related', on: true }, at(1))).toThrow('itself')
    ticket.do({ kind: 'link', to: 9, as: 'parent', on: false }, at(2))
    expect(ticket.state!.links).toEqual([])
  })
})

describe('moves', () => {
  it('say what they will do, do it, and are taken back', () => {
    const { will, asks } = plan(moveNamed('start'))
    expect(will.map((one) => reasonInWords(one, 1, reader))).toEqual([
      'give it to Tora Aas',
      'set the status to In hand',
      'start your timer',
    ])
    expect(asks).toEqual([])
    const before = ticket.state!
    ticket.do(make('start', 'logged'), at(2))
    expect(ticket.state).toMatchObject({ status: 'in-hand', technician: 'tora-aas' })
    expect(ticket.state!.timers).toHaveLength(1)
    const { sequence } = ticket.state!.lastMove!
    expect(() => ticket.do({ kind: 'undoMove', sequence }, at(3), PIA)).toThrow('Only whoever')
    ticket.do({ kind: 'undoMove', sequence }, at(3))
    expect(ticket.state).toMatchObject({ status: 'logged', technician: before.technician, timers: [] })
    expect(() => ticket.do({ kind: 'undoMove', sequence }, at(4))).toThrow('taken back already')
  })

  it('ask for what the gates on their way ask for, and cannot be made without', () => {
    const wait = moveNamed('wait-for-requester')
    expect(plan(wait).asks.map((one) => one.name)).toEqual(['reason'])
    expect(() => ticket.do(make('wait-for-requester', 'logged'), at(1))).toThrow('asks for something first')
    ticket.do(make('wait-for-requester', 'logged', { reason: 'Which gate?' }), at(1))
    expect(ticket.state!.status).toBe('ask-requester')
    expect(ticket.told).toContain('waiting→ines-varga')
    expect(ticket.state!.lastMove!.sent).toBe(true)
  })

  it('fill texts with fields of the ticket and with what they ask', () => {
    ticket.do(make('to-field-crew', 'logged', { text: 'A ladder' }), at(1))
    expect(ticket.state).toMatchObject({ team: 'field-crew', technician: null })
    expect(ticket.state!.tasks).toHaveLength(3)
    const texts = ticket.entries.flatMap((one) => ('text' in one ? [one.text] : []))
    expect(texts).toContain('To bring: A ladder')
    expect(texts.join()).toContain('comes to Varnes Quay')
    ticket.do({ kind: 'undoMove', sequence: ticket.state!.lastMove!.sequence }, at(2))
    expect(ticket.state!.tasks).toEqual([])
    expect(ticket.state!.team).not.toBe('field-crew')
  })

  it('say why they cannot be made', () => {
    expect(plan(moveNamed('finish')).whyNot).toBe('all of it is so already')
    const fields = { solvedBy: 'tora-aas', remarks: 'x' }
    ticket.do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(1))
    expect(plan(moveNamed('start')).whyNot).toContain('group of the status is not done')
    expect(() => ticket.do(make('start', 'logged'), at(2))).toThrow('Somebody was quicker')
  })

  it('take the booking of whoever makes them, the next one first', () => {
    for (const hour of [4, 2])
      ticket.do(
        { kind: 'book', person: 'tora-aas', from: at(hour * 60), to: at(hour * 60 + 30), what: `at ${hour}` },
        at(0),
      )
    ticket.do(make('start', 'logged'), at(1))
    expect(ticket.state!.bookings!.find((one) => one.state === 'begun')!.what).toBe('at 2')
    ticket.do(make('finish', 'in-hand', { what: 'Swapped it' }), at(31))
    expect(ticket.state!.bookings!.map((one) => one.state)).toEqual(['booked', 'finished'])
    expect(ticket.state!.times).toMatchObject([{ counted: 30 * MINUTE, what: 'Swapped it' }])
    ticket.do({ kind: 'undoMove', sequence: ticket.state!.lastMove!.sequence }, at(32))
    expect(ticket.state!.timers).toEqual([{ person: 'tora-aas', since: at(1) }])
    expect(ticket.state!.times).toEqual([])
  })

  it('whatever order they are made in, the record rebuilds the ticket, and taking back restores what they changed', () => {
    const steps = fc.array(
      fc.record({
        id: fc.constantFrom(...design.design.moves.map((one) => one.id)),
        back: fc.boolean(),
        wait: fc.integer({ min: 0, max: 40 }),
      }),
      { maxLength: 8 },
    )
    const asked = {
      text: 'x',
      technician: 'pia-lund',
      reason: 'r',
      remarks: 'm',
      what: 'w',
      solvedBy: 'tora-aas',
    }
    fc.assert(
      fc.property(steps, (list) => {
        const one = new Ticket().log(GATES)
        let now = DEMO_BEGINS
        for (const { id, back, wait } of list) {
          now += wait * MINUTE
          const before = one.state!
          const move = moveNamed(id)
          const looking = {
            state: before,
            design,
            directory: theDirectory,
            person: 'tora-aas',
            now,
            checklists,
          }
          const { asks, whyNot } = planMove(looking, move)
          if (whyNot) continue
          const fields = Object.fromEntries(asks.map(({ name }) => [name, asked[name as 'text']]))
          one.do({ kind: 'makeMove', move, from: before.status, asked: fields, checklists }, now)
          if (!back) continue
          one.do({ kind: 'undoMove', sequence: one.state!.lastMove!.sequence }, now)
          const { status, technician, team, queue, bookings } = one.state!
          expect({ status, technician, team, queue, bookings }).toEqual({
            ...{ status: before.status, technician: before.technician, team: before.team },
            ...{ queue: before.queue, bookings: before.bookings },
          })
          expect(one.state!.timers ?? []).toEqual(before.timers ?? [])
          expect(one.state!.fields ?? {}).toEqual(before.fields ?? {})
          expect([one.state!.solvedBy, one.state!.remarks]).toEqual([before.solvedBy, before.remarks])
          expect(one.state!.times ?? []).toEqual(before.times ?? [])
        }
        expect(rebuild(one.entries)).toEqual(one.state)
      }),
      { numRuns: 60 },
    )
  })
})

describe('proofreading of moves', () => {
  const findings = (change: (document: Design) => void) => {
    const document = structuredClone(demoDesign())
    change(document)
    return proofread(document, theDirectory)
      .filter((one) => one.place.startsWith('moves'))
      .map((one) => `${one.severity}: ${one.message}`)
  }
  const withMove = (more: Partial<Move>) => (document: Design) => {
    document.moves.push({
      ...{ id: 'new', name: 'New', when: { all: [] }, asks: [] },
      steps: [{ do: 'timer', turn: 'on' }],
      ...more,
    })
  }

  it('has nothing against those that are there', () => {
    expect(findings(() => undefined)).toEqual([])
  })

  it.each<[string, Partial<Move>]>([
    ['is always stopped', { asksNothing: true, steps: [{ do: 'status', status: 'solved' }] }],
    ['does nothing', { steps: [] }],
    ['the status “nowhere”', { steps: [{ do: 'status', status: 'nowhere' }] }],
    ['choose one of both', { steps: [{ do: 'status' }] }],
    ['has already', { key: 's' }],
    ['cannot have the key', { key: 'r' }],
    ['no field of a ticket', { steps: [{ do: 'note', text: '{nothing}' }] }],
    ['the checklist “x”', { steps: [{ do: 'checklist', checklist: 'x' }] }],
    ['the queue “x”', { steps: [{ do: 'sort', field: 'queue', value: 'x' }] }],
    ['does not ask for', { asksNothing: true, steps: [{ do: 'assign', to: 'asked' }] }],
    ['the team “x”', { teams: ['x'] }],
  ])('finds: %s', (what, more) => {
    expect(findings(withMove(more)).join()).toContain(what)
  })

  it('remarks on one that is stopped for some kinds only', () => {
    const steps = [{ do: 'status' as const, group: 'waiting' as const }]
    const found = findings((document) => {
      document.kinds[0]!.statuses.find((one) => one.id === 'ask-supplier')!.gate = []
      withMove({ asksNothing: true, steps })(document)
    })
    expect(found.join()).toContain('remark: is stopped for some kinds')
  })

  it('finds what shelves and replies refer to', () => {
    const found = findings((document) => {
      document.shelves.push({ id: 'lead', name: 'Leads', moves: ['gone'] })
      document.checklists.push({ id: 'c', name: 'C', tasks: [{ text: ' ' }] })
      document.savedReplies.push({ id: 'r', name: 'R', text: '{gone}' })
      document.desk.rounding = { step: 'PT0M', way: 'up' }
    }).join()
    for (const what of ['the move “gone”', '{gone}', 'above zero']) expect(found).toContain(what)
  })
})

it('a long timer is asked about as long as it must be', () => {
  ticket.do({ kind: 'startTimer' }, at(0))
  const late = DEMO_BEGINS + 25 * HOUR
  expect(() => ticket.do({ kind: 'stopTimer' }, late)).toThrow('a day at most')
  ticket.do({ kind: 'stopTimer', until: DEMO_BEGINS + 8 * HOUR }, late)
  expect(ticket.state!.times).toMatchObject([{ counted: 8 * HOUR }])
})
