import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, theDirectory } from '../../tests/aTicket'
import { CompiledDesign, proofread, type Design } from '../design'
import type { IdleTimer } from '../lifecycle'
import { DAY, HOUR, MINUTE } from '../time'
import { rebuild, ticketAlarms } from '.'

const WAITS = DEMO_BEGINS + HOUR
/** A ticket that waits for its requester since WAITS, with these idle timers. */
function waiting(idle: IdleTimer[]): Ticket {
  const design = structuredClone(demoDesign())
  design.kinds[0]!.idle = idle
  return new Ticket(new CompiledDesign(design, 1))
    .log({ gates: 1 })
    .do({ kind: 'reply', text: 'Looking' }, DEMO_BEGINS + MINUTE)
    .do({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'Which gate?' } }, WAITS)
}
const timer = (after: string, action: IdleTimer['action'], more: Partial<IdleTimer> = {}): IdleTimer => ({
  id: 'one',
  status: 'ask-requester',
  after,
  action,
  ...more,
})
const remind = { do: 'tell', whom: 'requester', template: 'reminder' } as const
const idleOf = (ticket: Ticket) =>
  ticketAlarms(ticket.state!, ticket.edition).filter((one) => one.key.startsWith('idle:'))

describe('an idle timer', () => {
  // Three days for a reminder are common practice.
  it('reminds the requester once after three days, and again only when something has happened since', () => {
    const ticket = waiting([timer('P3D', remind)])
    expect(idleOf(ticket).map((one) => one.at)).toEqual([WAITS + 3 * DAY])
    ticket.do({ kind: 'ring' }, WAITS + 3 * DAY - 1, { person: 'tora-aas' })
    expect(ticket.told).not.toContain('reminder→ines-varga')
    ticket.do({ kind: 'ring' }, WAITS + 3 * DAY).do({ kind: 'ring' }, WAITS + 9 * DAY)
    expect(ticket.told.filter((one) => one === 'reminder→ines-varga')).toHaveLength(1)
    ticket.do({ kind: 'note', text: 'Called, nobody there' }, WAITS + 10 * DAY)
    expect(idleOf(ticket).map((one) => one.at)).toEqual([WAITS + 13 * DAY])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('waits on whatever the desk does by itself: a rung every day, a delivery, an edition that is followed', () => {
    const design = structuredClone(demoDesign())
    design.kinds[0]!.idle = [timer('P3D', remind)]
    design.ladders = [
      {
        ...{ id: 'daily', name: 'Daily', when: { all: [] }, startWhen: { all: [] } },
        rungs: [
          {
            id: 'note',
            moment: { at: 'start', after: 'PT1H' },
            actions: [{ do: 'note', text: 'Still open' }],
            repeat: { every: 'P1D' },
          },
        ],
      },
    ]
    const first = new CompiledDesign(design, 1)
    const ticket = new Ticket(first)
      .log({ gates: 1 })
      .do({ kind: 'move', from: 'logged', to: 'ask-requester', fields: { reason: 'Which gate?' } }, WAITS)
    ticket.do({ kind: 'ring' }, WAITS + DAY).do({ kind: 'ring' }, WAITS + 2 * DAY)
    expect(ticket.entries.filter((one) => one.kind === 'noted').length).toBeGreaterThan(1)
    const { key } = ticket.messages[0]!
    ticket.do({ kind: 'recordDelivery', key, state: 'delivered', attempt: 1, detail: '250' }, WAITS + 2 * DAY)
    ticket.edition = new CompiledDesign(design, 2, () => first)
    ticket.do({ kind: 'adopt' }, WAITS + 2 * DAY + HOUR)
    expect(idleOf(ticket).map((one) => one.at)).toEqual([WAITS + 3 * DAY])
    ticket.do({ kind: 'ring' }, WAITS + 3 * DAY, { system: 'alarm' })
    expect(ticket.told).toContain('reminder→ines-varga')
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('that a followed edition brings or changes counts from then, so that not all ring at once', () => {
    const of = (idle: IdleTimer[]) => ({
      ...demoDesign(),
      kinds: demoDesign().kinds.map((one) => ({ ...one, idle })),
    })
    const first = new CompiledDesign(of([timer('P9D', remind)]), 1)
    const ticket = new Ticket(first)
      .log({ gates: 1 })
      .do({ kind: 'move', from: 'logged', to: 'ask-requester', fields: { reason: 'Which gate?' } }, WAITS)
    const idle = [timer('P1D', remind), timer('P2D', remind, { id: 'two' })]
    ticket.edition = new CompiledDesign(of(idle), 2, () => first)
    ticket.do({ kind: 'adopt' }, WAITS + 5 * DAY)
    expect(idleOf(ticket).map((one) => one.at)).toEqual([WAITS + 6 * DAY, WAITS + 7 * DAY])
  })

  it('is called off by leaving the status', () => {
    const ticket = waiting([timer('P3D', remind)])
    ticket.do({ kind: 'answer', text: 'Gate 3' }, WAITS + DAY, { person: 'ines-varga' })
    expect(idleOf(ticket)).toEqual([])
  })

  it('counts in the hours of a calendar where it names one', () => {
    // The demo begins on a Monday; ten open hours of the desk from 11:42 on end on Tuesday.
    const ticket = waiting([timer('PT10H', remind, { calendar: 'desk' })])
    const hours = ticket.edition.calendar('desk')
    const [alarm] = idleOf(ticket)
    expect(alarm!.at).toBeGreaterThan(WAITS + 10 * HOUR)
    expect(hours.between(WAITS, alarm!.at)).toBe(10 * HOUR)
  })

  it('tells the technician, or the lead of the team where nobody has it', () => {
    const tell = (whom: 'technician' | 'teamLead') =>
      waiting([timer('P1D', { do: 'tell', whom, template: 'rung' })]).do({ kind: 'ring' }, WAITS + DAY)
    const owner = tell('technician').state!.technician
    expect(tell('technician').told.at(-1)).toBe(`rung→${owner}`)
    expect(tell('teamLead').told.at(-1)).toBe(`rung→${theDirectory.teams.get('devices-workshop')!.lead}`)
  })

  it('moves the ticket on, through the gate with what it is given, and the clocks follow', () => {
    const remarks = 'No answer for ten days'
    const ticket = waiting([timer('P10D', { do: 'move', to: 'called-off', remarks })])
    ticket.do({ kind: 'ring' }, WAITS + 10 * DAY)
    expect(ticket.state).toMatchObject({ status: 'called-off', remarks })
    expect(ticket.state!.clocks.every((clock) => clock.stoppedAt !== undefined)).toBe(true)
    expect(ticket.told.at(-1)).toBe('calledOff→ines-varga')
  })
})

describe('proofreading idle timers', () => {
  const errors = (idle: IdleTimer[], change: (design: Design) => void = () => undefined) => {
    const design = structuredClone(demoDesign())
    design.kinds[0]!.idle = idle
    change(design)
    const found = proofread(design, theDirectory).filter((one) => one.severity === 'error')
    return found.map((one) => one.message)
  }
  const goOn = { do: 'move', to: 'in-hand' } as const

  it.each<[string, IdleTimer[], string]>([
    ['a status that is gone', [timer('P1D', remind, { status: 'gone' })], '“gone”'],
    ['a target that is gone', [timer('P1D', { do: 'move', to: 'gone' })], '“gone”'],
    ['a template that is gone', [timer('P1D', { ...remind, template: 'gone' })], 'template “gone”'],
    ['a calendar that is gone', [timer('P1D', remind, { calendar: 'gone' })], 'calendar “gone”'],
    ['no time', [timer('PT0S', remind)], 'no time at all'],
    ['no duration', [timer('three days', remind)], 'is not a duration'],
    ['a gate that it cannot answer', [timer('P1D', { do: 'move', to: 'solved' })], 'Who solved it?'],
    [
      'a circle',
      [
        timer('P1D', goOn),
        timer('P1D', { do: 'move', to: 'ask-requester' }, { id: 'two', status: 'in-hand' }),
      ],
      'in a circle',
    ],
  ])('finds %s', (_, idle, message) => {
    expect(errors(idle).join()).toContain(message)
  })

  it('lets those of the sample world through', () => {
    expect(errors([timer('P1D', goOn), timer('P2D', remind, { id: 'two' })])).toEqual([])
  })
})
