import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, Ticket } from '../../tests/aTicket'
import { holds } from '../condition'
import { HOUR } from '../time'
import { ticketFacts, writtenOut } from './ticketFacts'

const at = (hours: number) => DEMO_BEGINS + hours * HOUR

describe('what rules may ask of a ticket', () => {
  const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
  ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(2))
  const facts = ticketFacts(ticket.state!, design, at(5))

  it('says how long ago things were, of all time and of working time', () => {
    expect(facts).toMatchObject({ hoursSinceLogged: 5, hoursInStatus: 3, statusBefore: 'logged' })
    // Monday 16 November 2026, 10:42 in Hallin; the desk is open until 18:00.
    expect(facts.workingHoursSinceLogged).toBe(5)
    expect(ticketFacts(ticket.state!, design, at(24)).workingHoursSinceLogged).toBeLessThan(24)
  })

  it('can be asked “changed from … to …” and “in the last”', () => {
    const changed = {
      all: [
        { fact: 'statusBefore', op: 'is' as const, value: 'logged' },
        { fact: 'status', op: 'is' as const, value: 'in-hand' },
        { fact: 'statusSince', op: 'inTheLast' as const, value: 'PT4H' },
      ],
    }
    expect(holds(changed, facts)).toBe(true)
    expect(holds(changed, ticketFacts(ticket.state!, design, at(7)))).toBe(false)
  })

  it('can be asked whether a moment fell on a working day, in a calendar of its edition', () => {
    const loggedOn = (calendar: string) => ({
      fact: 'loggedAt',
      op: 'isWorkingDay' as const,
      value: calendar,
    })
    const { calendar } = design.design.desk
    expect(holds(loggedOn(calendar), facts)).toBe(true)
    expect(holds(loggedOn(calendar), { ...facts, loggedAt: at(6 * 24) })).toBe(false)
    expect(holds(loggedOn('gone'), facts)).toBe(false)
  })

  it('is written out in full for whoever is told it', () => {
    const all = writtenOut(ticketFacts(ticket.state!, design))
    expect(all).toMatchObject({ 'form.gates': 3, category: 'gates/scanners', status: 'in-hand', signals: 0 })
    expect(JSON.parse(JSON.stringify(all))).toEqual(all)
    expect(Object.keys(all)).not.toContain('hoursSinceLogged')
  })

  it('knows nothing of time where nobody says what time it is', () => {
    expect(ticketFacts(ticket.state!, design)).not.toHaveProperty('hoursSinceLogged')
  })

  it('knows the equipment that an answer names, as it was then', () => {
    const { directory } = ticket
    const [one] = [...directory.equipment.values()].filter((each) => each.organisation === 'merrow')
    const asked = design.design.items.find((item) =>
      design
        .form(item.form)
        .steps.some((step) =>
          step.questions.some((each) => design.questions.get(each.question)?.type === 'equipment'),
        ),
    )!
    const name = design
      .form(asked.form)
      .steps.flatMap((step) => step.questions)
      .find((each) => design.questions.get(each.question)?.type === 'equipment')!.question
    const about = new Ticket().do(
      {
        kind: 'log',
        ...{ reference: 8, item: asked.id, portal: 'merrow', channel: 'mail', requester: 'ines-varga' },
        answers: { [name]: String(one!.number) },
      },
      at(0),
    )
    expect(about.state!.equipment).toMatchObject({ number: String(one!.number), maker: one!.maker })
    expect(ticketFacts(about.state!, design).equipmentMaker).toBe(one!.maker)
    expect(ticketFacts(about.state!, design).department).toBe('Boarding')
  })
})
