import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, INES, reader, Ticket, theDirectory, TORA } from '../../tests/aTicket'
import { CompiledDesign } from '../design'
import { statusNames } from '../lifecycle'
import { HOUR, MINUTE } from '../time'
import { withWords } from '../explain'
import {
  designNames,
  entryInWords,
  standsInWords,
  type Actor,
  type Command,
  type Entry,
  type RecordNames,
} from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const names: RecordNames = {
  people: Object.fromEntries([...theDirectory.people.values()].map((one) => [one.id, one.name])),
  ...designNames(design.design),
  statuses: statusNames([design.kind('fault')]),
  category: 'Gates › Scanners',
}
const OLIN: Actor = { person: 'olin-brandt' }
const DESK: Actor = { system: 'alarm' }
const { checklists } = design.design

let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false })
})

/** What the record says of what a command did. */
function said(command: Command, minutes = 5, actor: Actor = TORA): string[] {
  const from = ticket.entries.length
  ticket.do(command, at(minutes), actor)
  return inWords(ticket.entries.slice(from))
}
const inWords = (entries: readonly Entry[]) =>
  withWords(entries, reader).flatMap((one) => entryInWords(one, names) ?? [])

describe('the record of a ticket in words', () => {
  it('begins with who logged it, how it was sorted and what was promised', () => {
    expect(inWords(ticket.entries)).toEqual([
      'Ines Varga logged it (portal)',
      'sorted: Gates › Scanners, first priority and team set',
      expect.stringMatching(/^clocks started: Answer in \d+ hours?, Solve in \d+ hours?$/),
    ])
  })

  it('says what people did to its promises, in hours and minutes', () => {
    const paused = said({ kind: 'pauseClocks', targets: ['respond', 'resolve'], why: 'The ferry is at sea' })
    expect(paused).toEqual(['Tora Aas paused “Answer” and “Solve”: The ferry is at sea'])
    expect(said({ kind: 'resumeClocks', targets: [] }, 9)[0]).toMatch(/^“Answer” and “Solve” go on: /)
    expect(said({ kind: 'extendClock', target: 'resolve', by: 90 * MINUTE, why: 'Parts' }, 12, OLIN)).toEqual(
      ['Olin Brandt extended “Solve” by 1 hour 30 minutes: Parts'],
    )
  })

  it('names statuses and people, never their ids', () => {
    const moved = said({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} })
    expect(moved[0]).toBe('Tora Aas moved it from Logged to In hand')
    const waits = { reason: 'Which gate?' }
    expect(said({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields: waits }, 6)).toContain(
      'Tora Aas moved it from In hand to Waiting for the requester: Which gate?',
    )
    // Who solved it and the remarks stand on the page themselves.
    const solved = { solvedBy: 'pia-lund', remarks: 'Wiped the lens' }
    expect(said({ kind: 'move', from: 'ask-requester', to: 'solved', fields: solved }, 7)).toContain(
      'Tora Aas moved it from Waiting for the requester to Solved',
    )
    expect(said({ kind: 'answer', text: 'It is dark again' }, 8, INES)).toContain(
      'opened again: “Fault” moves from Solved to In hand when the requester answered.',
    )
    const { state } = ticket
    expect(standsInWords(state!, design.kind(state!.kind))).toBe('In hand, opened again')
  })

  it('says how a promise ended, with what was left', () => {
    const reply = said({ kind: 'reply', text: 'We are on our way' })
    expect(reply.find((one) => one.startsWith('“Answer”: '))).toMatch(/^“Answer”: promise kept, \+\d+:\d\d$/)
  })

  it('says what was worked, done and booked', () => {
    expect(said({ kind: 'startTimer' })).toEqual(['Tora Aas works on it'])
    expect(said({ kind: 'stopTimer', what: 'Traced the cable' }, 25)).toEqual([
      'Tora Aas worked 20 minutes: Traced the cable',
    ])
    expect(said({ kind: 'estimate', takes: HOUR })).toEqual(['Tora Aas said that it takes 1 hour'])
    expect(said({ kind: 'estimate', takes: null })).toEqual(['Tora Aas left open how long it takes'])
    const visit = { person: 'pia-lund', from: at(120), to: at(180), what: 'Visit' }
    expect(said({ kind: 'book', ...visit })).toContain('fixed time for Pia Lund: Visit')
    const { id } = ticket.state!.bookings![0]!
    expect(said({ kind: 'changeBooking', id, state: 'begun' }, 121)).toEqual(['fixed time “Visit” has begun'])
    expect(said({ kind: 'addTasks', tasks: [{ text: 'Fuse' }, { text: 'Lens' }] })).toEqual([
      'Tora Aas added to do: Fuse; Lens',
    ])
    expect(said({ kind: 'link', to: 12, as: 'causedBy', on: true })).toEqual(['linked: caused by 12'])
    expect(said({ kind: 'link', to: 12, as: 'causedBy', on: false })).toEqual([
      'no longer linked: caused by 12',
    ])
    expect(said({ kind: 'watch', person: 'olin-brandt', on: true })).toEqual(['Olin Brandt watches it'])
  })

  it('says of a move what it did, and that it was taken back', () => {
    const move = design.design.moves.find((one) => one.id === 'start')!
    const made = said({ kind: 'makeMove', move, from: 'logged', asked: {}, checklists })
    expect(made.find((one) => one.includes('made “Start”'))).toMatch(/^Tora Aas made “Start”: .+/)
    const sequence = ticket.state!.lastMove!.sequence
    expect(said({ kind: 'undoMove', sequence }, 6)).toContain('Tora Aas took “Start” back')
  })

  it('says what rang, whom it told and since when it is over', () => {
    const due = Math.max(...ticket.state!.clocks.map((clock) => clock.startedAt)) + 48 * HOUR
    ticket.do({ kind: 'ring' }, due, DESK)
    const rang = inWords(ticket.entries)
    expect(rang).toContain('“Answer” is overdrawn')
    expect(rang.some((one) => /^ladder “.+” rang, .+: told .+/.test(one))).toBe(true)
  })

  it('says that it is a major incident, how it stands and that it ended', () => {
    const major = said({ kind: 'declareMajor', text: 'All gates are down' }, 5, OLIN)
    expect(major).toContain('Olin Brandt declared a major incident: All gates are down')
    expect(said({ kind: 'gather', child: 9, requesters: [] }, 6, OLIN)).toContain('ticket 9 belongs to it')
    expect(said({ kind: 'updateMajor', text: 'Half are back' }, 9, OLIN)).toContain(
      'Olin Brandt told everybody it concerns: Half are back',
    )
    expect(said({ kind: 'endMajor', text: 'All are back' }, 20, OLIN)).toContain(
      'Olin Brandt ended the major incident: All are back',
    )
  })

  it('says which edition it follows', () => {
    const newer: CompiledDesign = new CompiledDesign(design.design, 2, (one) => (one === 1 ? design : newer))
    ticket.edition = newer
    expect(said({ kind: 'adopt' }, 5, OLIN)).toContain('follows edition 2 from here on, no more edition 1')
  })

  it('leaves out what stands elsewhere on the page', () => {
    expect(said({ kind: 'note', text: 'Ask the mate' })).toEqual([])
    expect(said({ kind: 'answer', text: 'Gate 3' } as Command, 6, INES)).toEqual([])
    said({ kind: 'addTasks', tasks: [{ text: 'Fuse' }] })
    const [task] = ticket.state!.tasks!
    expect(said({ kind: 'changeTask', id: task!.id, change: { done: true } })).toEqual([])
  })

  it('never shows an id, nothing undefined and no number that is none, whatever happens', () => {
    const commands = fc.constantFrom<Command>(
      { kind: 'reply', text: 'On our way' },
      { kind: 'answer', text: 'Gate 3' } as Command,
      { kind: 'pauseClocks', targets: ['respond'], why: 'At sea' },
      { kind: 'resumeClocks', targets: [] },
      { kind: 'assign', technician: 'pia-lund' },
      { kind: 'assign', technician: null },
      { kind: 'resort', field: 'priority', value: 'p1' },
      { kind: 'resort', field: 'category', value: 'tills' },
      { kind: 'move', from: 'in-hand', to: 'ask-supplier', fields: { reason: 'Parts' } },
      { kind: 'startTimer' },
      { kind: 'stopTimer' },
      { kind: 'declareMajor', text: 'Down' },
      { kind: 'endMajor', text: 'Up' },
      { kind: 'ring' },
      { kind: 'watch', person: 'pia-lund', on: true },
    )
    const steps = fc.array(fc.tuple(commands, fc.integer({ min: 1, max: 600 })), { maxLength: 12 })
    fc.assert(
      fc.property(steps, (list) => {
        const one = new Ticket().log({ gates: 3, boardingStopped: false })
        let now = 0
        for (const [command, wait] of list) {
          now += wait
          try {
            one.do(command, at(now), command.kind === 'ring' ? DESK : TORA)
          } catch {
            // What cannot be done just then leaves no entry.
          }
        }
        for (const sentence of inWords(one.entries)) {
          expect(sentence).not.toMatch(/undefined|null|NaN|\[object/)
          // Somebody outside of the directory has no name but their address.
          const own = sentence.replace(/\S+@\S+/g, '')
          for (const id of [...theDirectory.people.keys(), 'in-hand', 'ask-supplier'])
            expect(own).not.toContain(id)
        }
      }),
      runs(60),
    )
  })
})
