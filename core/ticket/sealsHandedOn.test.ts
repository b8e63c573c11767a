import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { CompiledDesign, Directory } from '../design'
import type { Action, Ladder, Recipient } from '../ladder'
import type { Plan, PlanTask } from '../plan'
import { HOUR, isoDate, MINUTE } from '../time'
import { rebuild, ticketAlarms, type Actor, type Command } from '.'

// Approvals that nobody answers: escalated by a ladder, and asked of others while somebody is away.

const ALARM: Actor = { system: 'alarm' }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const approval = (more: object = {}) =>
  ({
    ...{ id: 'seal', text: 'Somebody agrees', do: 'approval', required: true },
    ask: [{ who: { by: 'person', person: 'pia-lund' } }],
    ...more,
  }) as PlanTask
const handsOn = (to: Recipient): Ladder => ({
  ...{ id: 'silent', name: 'Nobody answers', when: { all: [] } },
  startWhen: { fact: 'approvalOpen', op: 'is', value: true },
  stopWhen: { none: [{ fact: 'approvalOpen', op: 'is', value: true }] },
  rungs: [
    {
      ...{ id: 'tell', moment: { at: 'start', after: 'PT1H' } },
      actions: [{ do: 'notify', tell: [{ to: 'asked' }, { to: 'askedManager' }], template: 'rung' }],
    },
    {
      ...{ id: 'on', moment: { at: 'start', after: 'PT2H' } },
      actions: [{ do: 'handOn', to } satisfies Action],
    },
  ],
})
function begun(tasks: PlanTask[], ladders: Ladder[] = [], absent?: string): Ticket {
  const plan: Plan = {
    ...{ id: 'gates', name: 'New gate', when: { fact: 'item', op: 'is', value: 'gate-scanner' } },
    stages: [{ id: 's', name: 'Approve', tasks }],
  }
  const compiled: CompiledDesign = new CompiledDesign(
    { ...demoDesign(), plans: [plan], ladders },
    1,
    () => compiled,
  )
  const ticket = new Ticket(compiled)
  ticket.directory = withManager(absent)
  return ticket.log({ gates: 3, boardingStopped: false })
}
/** The directory in which Pia Lund has a manager, and somebody is away on the day after. */
function withManager(absent?: string): Directory {
  const data = demoDirectory()
  const away = (date: string) => ({ date, name: 'Away', shut: 'all day' as const })
  return new Directory({
    ...data,
    people: data.people.map((one) => ({
      ...one,
      ...(one.id === 'pia-lund' && { manager: 'olin-brandt' }),
      ...(one.id === absent &&
        one.shift && {
          shift: { ...one.shift, exceptions: [away(isoDate(DEMO_BEGINS + 24 * HOUR, one.zone))] },
        }),
    })),
  })
}
const askedNow = ({ state }: Ticket) =>
  state!.plans![0]!.tasks.seal!.asked!.map((one) =>
    one.for ? `${one.person} for ${one.for.person} (${one.for.since})` : one.person,
  )
const says = (ticket: Ticket): Command => ({
  ...{ kind: 'saySeal', run: ticket.state!.plans![0]!.id, task: 'seal', yes: true, text: '' },
})

describe('an approval that nobody answers', () => {
  it('is told to whoever is asked and their manager, then handed on to that one', () => {
    const ticket = begun([approval()], [handsOn({ to: 'askedManager' })])
    ticket.do({ kind: 'ring' }, at(60), ALARM)
    expect(ticket.told.filter((one) => one.startsWith('rung'))).toEqual(['rung→pia-lund', 'rung→olin-brandt'])
    ticket.do({ kind: 'ring' }, at(120), ALARM)
    expect(askedNow(ticket)).toEqual(['olin-brandt for pia-lund (silent)'])
    expect(ticket.told.at(-1)).toBe('sealAsked→olin-brandt')
    expect(() => ticket.do(says(ticket), at(121), { person: 'pia-lund' })).toThrow('not asked for')
    ticket.do(says(ticket), at(122), { person: 'olin-brandt' })
    expect(ticket.state!.plans![0]!.ended).toMatchObject({ how: 'done' })
    expect(ticketAlarms(ticket.state!, ticket.edition).filter(({ key }) => key.includes('silent'))).toEqual(
      [],
    )
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('goes to a named person, or stays where nobody else is found, and the record says so', () => {
    const named = begun([approval()], [handsOn({ to: 'person', person: 'tora-aas' })])
    named.do({ kind: 'ring' }, at(120), ALARM)
    expect(askedNow(named)).toEqual(['tora-aas for pia-lund (silent)'])
    const nobody = begun([approval()], [handsOn({ to: 'person', person: 'pia-lund' })])
    nobody.do({ kind: 'ring' }, at(120), ALARM)
    expect(askedNow(nobody)).toEqual(['pia-lund'])
    expect(nobody.entries.findLast((one) => one.kind === 'rungRang')).toMatchObject({
      missing: { why: [{ is: 'nobodyFound', recipient: 'person' }] },
    })
  })

  it('waits for whoever asked the requester first, and nobody is missed', () => {
    const ticket = begun([approval()], [handsOn({ to: 'askedManager' })])
    const run = ticket.state!.plans![0]!.id
    ticket.do({ kind: 'querySeal', run, task: 'seal', text: 'Which gate?' }, at(30), { person: 'pia-lund' })
    ticket.do({ kind: 'ring' }, at(120), ALARM)
    expect(askedNow(ticket)).toEqual(['pia-lund'])
    expect(ticket.entries.findLast((one) => one.kind === 'rungRang')).not.toHaveProperty('missing')
  })

  it('is not handed on once nobody is asked any more', () => {
    const ticket = begun([approval()], [handsOn({ to: 'askedManager' })])
    ticket.do(says(ticket), at(30), { person: 'pia-lund' })
    ticket.do({ kind: 'ring' }, at(200), ALARM)
    expect(ticket.entries.filter((one) => one.kind === 'rungRang')).toEqual([])
  })
})

describe('whoever is asked and goes away', () => {
  const remindedTomorrow = approval({ remind: 'PT8H' })
  it('has somebody in their place when the word is asked for again, and hears no more of it', () => {
    const ticket = begun([remindedTomorrow], [], 'pia-lund')
    expect(askedNow(ticket)).toEqual(['pia-lund'])
    const alarm = ticketAlarms(ticket.state!, ticket.edition).find(({ key }) => key.startsWith('remind:'))!
    const before = ticket.told.length
    ticket.do({ kind: 'ring' }, alarm.at, ALARM)
    expect(askedNow(ticket)).toEqual(['olin-brandt for pia-lund (away)'])
    expect(ticket.told.slice(before)).toEqual(['sealAsked→olin-brandt'])
  })

  it('is asked again themselves where they are there', () => {
    const ticket = begun([remindedTomorrow])
    const alarm = ticketAlarms(ticket.state!, ticket.edition).find(({ key }) => key.startsWith('remind:'))!
    ticket.do({ kind: 'ring' }, alarm.at, ALARM)
    expect(askedNow(ticket)).toEqual(['pia-lund'])
    expect(ticket.told.at(-1)).toBe('sealAsked→pia-lund')
  })
})

describe('what whoever is on rota does in a plan', () => {
  it('is theirs as it opens', () => {
    const design = demoDesign()
    const [rota] = design.rotas
    const task = { id: 'seal', text: 'Watch', do: 'work', who: { by: 'rota', rota: rota!.id } } as PlanTask
    const ticket = begun([task])
    const { person } = ticket.state!.plans![0]!.tasks.seal!
    expect(rota!.members).toContain(person)
  })
})
