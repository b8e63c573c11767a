import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../../demo/directory'
import { design, Ticket } from '../../../tests/aTicket'
import { holds, type Condition } from '../../condition'
import { ticketFacts } from '../ticketFacts'
import { MINUTE } from '../../time'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const moreThan = (value: number): Condition => ({ fact: 'minutesWorked', op: 'greater', value })

describe('minutes worked', () => {
  it('are the sum of what counts in the records of time, and 0 without any', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const worked = () => ticketFacts(ticket.state!, design).minutesWorked
    expect(worked()).toBe(0)
    ticket.do({ kind: 'recordTime', from: at(1), to: at(31), what: 'looked at the gates' }, at(40))
    ticket.do({ kind: 'recordTime', from: at(41), to: at(53), what: 'swapped a scanner' }, at(60))
    expect(worked()).toBe(42)
    expect(holds(moreThan(41), ticketFacts(ticket.state!, design))).toBe(true)
    const [first] = ticket.state!.times!
    ticket.do({ kind: 'dropTime', id: first!.id }, at(61))
    expect(worked()).toBe(12)
    expect(holds(moreThan(41), ticketFacts(ticket.state!, design))).toBe(false)
  })
})
