import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { MINUTE } from '../time'
import type { Command } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const PIA = { person: 'pia-lund' }
const STEPS = [
  { id: 1, text: 'Take off the lid' },
  { id: 2, text: 'Wipe the lens' },
]
const begin: Command = { kind: 'beginProcedure', article: 4, title: 'A scanner', steps: STEPS }
const tick = (step: number, on = true): Command => ({ kind: 'tickStep', article: 4, step, on })

let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false })
})
const steps = () => ticket.state!.procedures![0]!.steps

describe('a procedure that is followed on a ticket', () => {
  it('is ticked by two people, step by step, and says who did what when', () => {
    ticket.do(begin, at(1))
    ticket.do(begin, at(2), PIA)
    ticket.do(tick(1), at(3))
    ticket.do(tick(2), at(4), PIA)
    expect(steps()).toEqual([
      { id: 1, text: 'Take off the lid', by: 'tora-aas', at: at(3) },
      { id: 2, text: 'Wipe the lens', by: 'pia-lund', at: at(4) },
    ])
    // The second who ticks the same finds it done; who did it first stays.
    ticket.do(tick(1), at(5), PIA)
    expect(steps()[0]).toMatchObject({ by: 'tora-aas', at: at(3) })
    ticket.do(tick(2, false), at(6))
    expect(steps()[1]).toEqual({ id: 2, text: 'Wipe the lens' })
  })

  it('stays as it was begun, and can be left', () => {
    ticket.do(begin, at(1))
    ticket.do({ ...begin, steps: [{ id: 1, text: 'Another step' }] }, at(2))
    expect(steps()).toHaveLength(2)
    ticket.do({ kind: 'leaveProcedure', article: 4 }, at(3))
    expect(ticket.state!.procedures).toEqual([])
    expect(() => ticket.do(tick(1), at(4))).toThrow('not followed here any more')
    expect(() => ticket.do({ kind: 'leaveProcedure', article: 4 }, at(4))).toThrow('not followed here')
  })

  it('has steps, is one of a few, and is followed by people', () => {
    expect(() => ticket.do({ ...begin, steps: [] }, at(1))).toThrow('no steps')
    for (let article = 1; article <= 20; article++) ticket.do({ ...begin, article }, at(article))
    expect(() => ticket.do({ ...begin, article: 21 }, at(30))).toThrow('At most 20')
    expect(() => ticket.do(tick(3), at(31))).toThrow('not followed here any more')
    expect(() => ticket.do(tick(1), at(31), { system: 'clock' } as never)).toThrow('Only a person')
  })
})
