import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, Ticket, theDirectory } from '../../tests/aTicket'
import { MINUTE } from '../time'
import { planMove, planWays } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const TORA = 'tora-aas'
const asked: Record<string, string> = {
  question: 'Which gate?',
  reason: 'A part',
  solvedBy: TORA,
  remarks: 'Oiled',
}

let ticket: Ticket
beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false })
})
const ways = () => planWays(ticket.state!, design, TORA)
const wayTo = (status: string) => ways().find((one) => one.leads.status === status)!

describe('the ways from where a ticket is', () => {
  it('each lead where they say, through the gate that they name', () => {
    for (const { leads, gate, whyNot } of ways()) {
      const other = new Ticket().log({ gates: 3, boardingStopped: false })
      expect(whyNot).toBeUndefined()
      const fields = Object.fromEntries(
        gate.map(({ name, options }) => [name, asked[name] ?? options?.[0]?.value ?? 'x']),
      )
      other.do({ kind: 'move', from: other.state!.status, to: leads.status, fields }, at(1))
      expect(other.state!.status).toBe(leads.status)
    }
    expect(ways().length).toBeGreaterThan(1)
  })

  it('say that a timer stops where the ticket ends, and tell apart where it is called off', () => {
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
    expect(wayTo('solved').will.map((one) => one.is)).toEqual(['stepStatus'])
    ticket.do({ kind: 'startTimer' }, at(2))
    expect(wayTo('solved').will.map((one) => one.is)).toEqual(['stepStatus', 'stepTimer'])
    expect([wayTo('solved').leads, wayTo('called-off').leads]).toMatchObject([
      { group: 'done', isAway: false },
      { group: 'done', isAway: true },
    ])
  })

  it('are shut while tasks must be done first', () => {
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
    ticket.do({ kind: 'addTasks', tasks: [{ text: 'Look at the fuse', required: true }] }, at(2))
    expect(wayTo('solved').whyNot).toEqual({ is: 'stepTasksFirst', tasks: ['Look at the fuse'] })
    expect(wayTo('called-off').whyNot).toBeUndefined()
  })
})

describe('where a move leads', () => {
  it('is the status that it says, and nothing where it stays', () => {
    const looking = () => ({
      ...{ state: ticket.state!, design, directory: theDirectory, person: TORA, now: at(1) },
      checklists: design.design.checklists,
    })
    const to = (id: string) =>
      planMove(
        looking(),
        design.design.moves.find((one) => one.id === id)!,
      ).to
    expect([to('start'), to('call-off'), to('finish')]).toEqual(['in-hand', 'called-off', undefined])
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
    expect(to('start')).toBeUndefined()
  })
})
