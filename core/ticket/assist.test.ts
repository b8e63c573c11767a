import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, INES, inSiteHours, theDirectory, Ticket, TORA } from '../../tests/aTicket'
import type { AssistDeed } from '../assist'
import { CompiledDesign } from '../design'
import { HOUR, MINUTE } from '../time'
import { designNames, rebuild, recordLines, Refused, ticketAlarms, type Command } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const MIKA = { person: 'mika-okoro' }
const SERVICE = { system: 'assist' }
let ticket: Ticket
let id: number
const OFFER = {
  ...{ kind: 'offerAssist', key: 'k1', allows: ['control'], recorded: true },
  join: 'https://desk.example/assist/ABCD-EFGH',
} satisfies Command
const session = () => ticket.state!.assists!.at(-1)!
const told = (template: string) => ticket.messages.filter((one) => one.template === template)
const join = (minutes: number, who = TORA) => ticket.do({ kind: 'joinAssist', id }, at(minutes), who)
const did = (deed: AssistDeed, minutes: number) =>
  ticket.do({ kind: 'assistDid', id, did: deed }, at(minutes), SERVICE)
const end = (minutes: number, why: 'done' | 'left' = 'done', who: typeof TORA | typeof SERVICE = TORA) =>
  ticket.do({ kind: 'endAssist', id, why }, at(minutes), who)
const agree = (minutes: number, yes = true) => ticket.do({ kind: 'answerAssist', id, yes }, at(minutes), INES)

beforeEach(() => {
  ticket = new Ticket().log({ gates: 3, boardingStopped: false }).do(OFFER, at(10))
  id = session().id
})

describe('an assist session', () => {
  it('is offered with what may be done, and its requester is told how to come', () => {
    expect(session()).toMatchObject({
      ...{ host: 'tora-aas', guest: 'ines-varga', allows: ['see', 'control'], recorded: true },
      ...{ state: 'offered', until: at(40) },
    })
    expect(told('assistOffered')).toMatchObject([{ person: 'ines-varga' }])
    expect(told('assistOffered')[0]!.body).toContain('https://desk.example/assist/ABCD-EFGH')
    expect(told('assistOffered')[0]!.body).toContain('see the screen and use mouse and keyboard (recorded)')
    expect(() => ticket.do({ ...OFFER, key: 'k2' }, at(11), MIKA)).toThrow('Tora Aas has begun')
  })

  it('goes from their word to its end, and what was worked is time of each', () => {
    expect(() => join(11)).toThrow('Ines Varga has not agreed yet')
    agree(12)
    agree(12)
    join(13)
    join(14)
    ticket.do({ kind: 'inviteAssist', id, person: 'mika-okoro' }, at(14))
    ticket.do({ kind: 'inviteAssist', id, person: 'mika-okoro' }, at(14))
    expect(told('assistInvited')).toMatchObject([{ person: 'mika-okoro' }])
    join(15, MIKA)
    ticket.do({ kind: 'leaveAssist', id, person: 'mika-okoro' }, at(20), MIKA)
    did({ is: 'restart' }, 20)
    expect(session().lostAt).toBe(at(20))
    did({ is: 'back' }, 21)
    did({ is: 'lost' }, 22)
    did({ is: 'lost' }, 22)
    expect(session().lostAt).toBe(at(22))
    did({ is: 'back' }, 25)
    did({ is: 'back' }, 25)
    did({ is: 'file', name: '  gate\n.log ', size: 2048, to: 'desk' }, 26)
    const facts = { system: 'Quayside 12.4', memory: 8 * 1024 ** 3 }
    ticket.do({ kind: 'seeMachine', id, facts }, at(26), SERVICE)
    end(30)
    end(31)
    expect(session()).toMatchObject({ state: 'ended', why: 'done', endedAt: at(30), seen: { facts } })
    expect(ticket.state!.times).toMatchObject([
      { person: 'mika-okoro', from: at(15), to: at(20), what: 'Assist session' },
      { person: 'tora-aas', from: at(13), to: at(30), what: 'Assist session' },
    ])
    expect(ticket.entries.filter((one) => one.kind === 'assistDid')).toHaveLength(5)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
    expect(() => join(32)).toThrow('is over')
    expect(() => did({ is: 'back' }, 32)).toThrow('is over')
  })

  it('is one line of the record, with all that happened inside', () => {
    agree(12)
    join(13)
    ticket.do({ kind: 'note', text: 'Looks like the disk.' }, at(14))
    end(30)
    const people = Object.fromEntries([...theDirectory.people.values()].map((one) => [one.id, one.name]))
    const names = { ...designNames(inSiteHours()), people, category: '' }
    const lines = recordLines(ticket.entries, names).filter((one) => one.text.startsWith('Assist'))
    expect(lines).toMatchObject([
      { at: at(10), text: 'Assist session with Ines Varga: Tora Aas 17 minutes; it was ended' },
    ])
    expect(lines[0]!.parts!.map((one) => one.text)).toEqual([
      'Tora Aas asked Ines Varga to see the screen and use mouse and keyboard, recorded',
      ...['Ines Varga agreed', 'Tora Aas came in', 'Tora Aas left', 'over: it was ended'],
    ])
  })

  it('is over where its requester does not agree, and whoever asked hears of it', () => {
    agree(12, false)
    expect(session()).toMatchObject({ state: 'ended', why: 'refused', shows: [] })
    expect(told('assistEnded')).toMatchObject([{ person: 'tora-aas' }])
    expect(() => agree(13)).toThrow(Refused)
    // Another one can be offered.
    ticket.do({ ...OFFER, key: 'k2' }, at(14))
    expect(ticket.state!.assists).toHaveLength(2)
  })

  it('ends by itself where nobody came, at the time its code runs out', () => {
    expect(ticketAlarms(ticket.state!, design)).toContainEqual({ key: `assist:${id}:${at(40)}`, at: at(40) })
    expect(() => agree(40)).toThrow('This session is over')
    ticket.do({ kind: 'ring' }, at(40), { system: 'clock' })
    expect(session()).toMatchObject({ state: 'ended', why: 'nobodyCame' })
    expect(told('assistEnded')).toMatchObject([{ person: 'tora-aas' }])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('ends by itself where nobody ended it, and counts no time after the last sign of life', () => {
    agree(12)
    join(13)
    did({ is: 'goesOn' }, 20)
    expect(session().heardAt).toBe(at(13))
    did({ is: 'goesOn' }, 30)
    expect(session().heardAt).toBe(at(30))
    for (let rings = 0; rings < 20 && session().state !== 'ended'; rings++)
      ticket.do({ kind: 'ring' }, at(90), { system: 'clock' })
    expect(session()).toMatchObject({ state: 'ended', why: 'forgotten', endedAt: at(90) })
    expect(ticket.state!.times).toMatchObject([{ person: 'tora-aas', from: at(13), to: at(30) }])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('leaves alone the time of whoever has a timer running', () => {
    agree(12)
    join(13)
    ticket.do({ kind: 'startTimer' }, at(14))
    end(20)
    expect(ticket.state!.times ?? []).toEqual([])
  })

  it('is called off as long as nobody has agreed', () => {
    end(11)
    expect(session()).toMatchObject({ why: 'calledOff' })
  })

  it('is not offered where no service is attached', () => {
    const { assist: _, ...desk } = inSiteHours().desk
    ticket = new Ticket(new CompiledDesign({ ...inSiteHours(), desk }, 1)).log({
      gates: 3,
      boardingStopped: false,
    })
    expect(() => ticket.do(OFFER, at(10))).toThrow('No assist service is attached')
  })

  it('offers what the desk offers, and shows its requester what the desk shows', () => {
    const rules = { service: 'https://assist.example/', offers: ['files' as const], shows: ['chat' as const] }
    const made = inSiteHours()
    const edition = new CompiledDesign({ ...made, desk: { ...made.desk, assist: rules } }, 1)
    ticket = new Ticket(edition).log({ gates: 3, boardingStopped: false })
    expect(() => ticket.do(OFFER, at(10))).toThrow('does not offer')
    ticket.do({ ...OFFER, allows: ['files'] }, at(10))
    id = session().id
    agree(11)
    end(12)
    expect(session()).toMatchObject({ allows: ['see', 'files'], shows: ['chat'] })
  })

  it('is not for tickets that are done, and takes no endless story', () => {
    agree(12)
    for (let times = 0; times < 300; times++) did({ is: 'restart' }, 13)
    expect(() => did({ is: 'restart' }, 13)).toThrow('More than 300 things')
    expect(() => ticket.do({ kind: 'joinAssist', id: 999 }, at(13))).toThrow('no such assist session')
    expect(() => ticket.do({ kind: 'inviteAssist', id, person: 'ines-varga' }, at(13))).toThrow('cannot come')
  })

  it('comes to the same state from its entries, whatever order things happen in', () => {
    const steps = fc.array(
      fc.tuple(
        fc.constantFrom('agree', 'join', 'join2', 'leave', 'lost', 'back', 'end', 'ring', 'offer'),
        fc.nat(40),
      ),
      { maxLength: 25 },
    )
    fc.assert(
      fc.property(steps, (list) => {
        ticket = new Ticket().log({ gates: 3, boardingStopped: false }).do(OFFER, at(1))
        let now = 1
        for (const [step, later] of list) {
          now += later
          id = session().id
          const doing: Record<string, () => unknown> = {
            ...{ agree: () => agree(now), join: () => join(now), join2: () => join(now, MIKA) },
            ...{
              lost: () => did({ is: 'lost' }, now),
              back: () => did({ is: 'back' }, now),
              end: () => end(now),
            },
            leave: () => ticket.do({ kind: 'leaveAssist', id, person: 'tora-aas' }, at(now)),
            ring: () => ticket.do({ kind: 'ring' }, at(now), { system: 'clock' }),
            offer: () => ticket.do({ ...OFFER, key: `k${now}` }, at(now)),
          }
          try {
            doing[step]!()
          } catch (error) {
            if (!(error instanceof Refused)) throw error
          }
        }
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
        const open = ticket.state!.assists!.filter((one) => one.state !== 'ended')
        expect(open.length).toBeLessThanOrEqual(1)
        for (const { people, state } of ticket.state!.assists!)
          if (state === 'ended') expect(people.every((one) => one.to !== undefined)).toBe(true)
        // Nobody is counted twice for the same time.
        for (const person of ['tora-aas', 'mika-okoro']) {
          const own = (ticket.state!.times ?? []).filter((one) => one.person === person)
          for (const one of own)
            expect(own.some((each) => each !== one && each.from < one.to && one.from < each.to)).toBe(false)
        }
      }),
      { numRuns: 150 },
    )
  })
})

it('lasts an hour without a sign of life where the desk says nothing', () => {
  agree(12)
  expect(ticketAlarms(ticket.state!, design).find((one) => one.key.startsWith('assist'))!.at).toBe(
    at(12) + HOUR,
  )
})
