import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { INES, Ticket } from '../../tests/aTicket'
import { CompiledDesign } from '../design'
import { MINUTE } from '../time'
import { Refused, saidToRequester } from '.'

const ASKED = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const respond = (ticket: Ticket) => ticket.state!.clocks.findLast((one) => one.target === 'respond')!
const conversation = ({ entries, edition, state }: Ticket) =>
  entries.flatMap((entry) => saidToRequester(entry, edition.kind(state!.kind), state!)?.text ?? [])

describe('a word to the requester', () => {
  const asks = {
    kind: 'move',
    from: 'logged',
    to: 'ask-requester',
    fields: { reason: 'Which gate is it?' },
  } as const

  it('keeps what was promised until then, also when it goes out with a change of status', () => {
    const ticket = new Ticket().log(ASKED).do(asks, at(5))
    expect(ticket.told).toContain('waiting→ines-varga')
    expect(respond(ticket)).toMatchObject({ outcome: 'kept', stoppedAt: at(5) })
    expect(ticket.state).toMatchObject({ repliedAt: at(5), saidAt: at(5), waitingSince: undefined })
  })

  it('stands in the conversation with the words of the gate, and those of solving too', () => {
    const ticket = new Ticket().log(ASKED).do(asks, at(5)).do({ kind: 'answer', text: 'Gate 3' }, at(9), INES)
    const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
    ticket.do({ kind: 'move', from: 'in-hand', to: 'solved', fields }, at(20))
    expect(conversation(ticket)).toEqual(['Which gate is it?', 'New belt'])
  })

  it('keeps nothing when the desk sends it by itself, or when the status tells nobody', () => {
    const design = demoDesign()
    design.kinds[0]!.idle = [
      { id: 'one', status: 'logged', after: 'PT10M', action: { do: 'move', to: 'ask-requester' } },
    ]
    const byItself = new Ticket(new CompiledDesign(design, 1)).log(ASKED).do({ kind: 'ring' }, at(10))
    expect(byItself.state!.status).toBe('ask-requester')
    expect(respond(byItself).stoppedAt).toBeUndefined()
    const silent = new Ticket()
      .log(ASKED)
      .do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(5))
    expect(respond(silent).stoppedAt).toBeUndefined()
  })

  it('of a major incident keeps it as well, on the incident and on what follows it', () => {
    const major = new Ticket().log(ASKED).do({ kind: 'declareMajor', text: 'All gates' }, at(5))
    major.do({ kind: 'updateMajor', text: 'The belt is on its way' }, at(9))
    const child = new Ticket().log(ASKED).do({ kind: 'follow', major: 3 }, at(6))
    child.do({ kind: 'hearOfMajor', major: 3, text: 'The belt is on its way' }, at(9))
    for (const one of [major, child]) {
      expect(respond(one)).toMatchObject({ outcome: 'kept', stoppedAt: at(9) })
      expect(conversation(one)).toEqual(['The belt is on its way'])
      expect(one.told).toContain('majorUpdate→ines-varga')
    }
    expect(child.messages.at(-1)!.subject).toContain('[7]')
  })

  it('is read from records of older releases by what their status says', () => {
    const ticket = new Ticket().log(ASKED).do(asks, at(5))
    const old = ticket.entries.map((entry) => {
      const { said: _, ...rest } = entry as typeof entry & { said?: string }
      return rest as typeof entry
    })
    expect(old.flatMap((one) => saidToRequester(one, ticket.edition.kind('fault'), {}) ?? [])).toEqual([
      { text: 'Which gate is it?' },
    ])
  })
})

describe('a ticket of the desk’s own', () => {
  const internal = () =>
    new Ticket().do(
      {
        ...{ kind: 'log', reference: 7, item: 'gate-scanner', portal: 'merrow', channel: 'desk' },
        ...{ answers: ASKED, requester: 'ines-varga', internal: true },
      },
      DEMO_BEGINS,
    )

  it('tells its requester nothing, whatever becomes of it, and promises them no word', () => {
    const ticket = internal()
    const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
    ticket.do({ kind: 'move', from: 'logged', to: 'ask-requester', fields: { reason: 'Which?' } }, at(1))
    ticket.do({ kind: 'move', from: 'ask-requester', to: 'in-hand', fields: {} }, at(2))
    ticket.do({ kind: 'move', from: 'in-hand', to: 'solved', fields }, at(3))
    expect(ticket.told.filter((one) => one.endsWith('→ines-varga'))).toEqual([])
    expect(ticket.state!.clocks.map((one) => one.target)).not.toContain('respond')
    expect(conversation(ticket)).toEqual([])
  })

  it('refuses a reply, which nobody would read', () => {
    expect(() => internal().do({ kind: 'reply', text: 'Hello' }, at(1))).toThrow(Refused)
  })
})

describe('gathering to a major incident', () => {
  const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
  const done = () => new Ticket().log(ASKED).do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(1))

  it('takes no ticket that is done unless that is said', () => {
    expect(() => done().do({ kind: 'follow', major: 3 }, at(2))).toThrow('is done')
    const ticket = done().do({ kind: 'follow', major: 3, evenDone: true }, at(2))
    ticket.do({ kind: 'endWithMajor', major: 3, text: 'Over' }, at(3))
    expect(ticket.state).toMatchObject({ follows: 3, remarks: 'New belt' })
  })

  it('tells at its end each requester under the own number', () => {
    const ticket = new Ticket().log(ASKED).do({ kind: 'follow', major: 3 }, at(2))
    ticket.do({ kind: 'endWithMajor', major: 3, text: 'The belt is new' }, at(3))
    expect(ticket.messages.at(-1)).toMatchObject({ template: 'majorOver', person: 'ines-varga' })
    expect(ticket.messages.at(-1)!.subject).toContain('[7]')
  })
})

describe('a request that is called off', () => {
  it('does not say that it is done', () => {
    const fields = { remarks: 'No longer needed' }
    const ticket = new Ticket()
      .log(ASKED)
      .do({ kind: 'move', from: 'logged', to: 'called-off', fields }, at(1))
    const { subject, body } = ticket.messages.at(-1)!
    expect(`${subject} ${body}`.toLowerCase()).not.toMatch(/\bdone\b/)
    expect(subject).toContain('Called off')
  })
})
