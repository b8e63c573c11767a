import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { INES, Ticket, theDirectory, TORA } from '../../tests/aTicket'
import { CompiledDesign, type Design } from '../design'
import { MINUTE } from '../time'
import { asksVerdict, happenedTo, readsRequest, Refused } from '.'

const ASKED = { gates: 3, boardingStopped: false }
const SOLVED = { solvedBy: 'tora-aas', remarks: 'Mended' }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const solve = (ticket: Ticket) =>
  ticket.do({ kind: 'move', from: ticket.state!.status, to: 'solved', fields: SOLVED }, at(20), TORA)
const changed = (change: (design: Design) => unknown) => {
  const design = demoDesign()
  change(design)
  return new CompiledDesign(design, 1)
}
const portalOf = (design: Design) => design.portals.find((one) => one.id === 'merrow')!

describe('how a requester finds what was done', () => {
  it('can be said once it is done, and the last word counts', () => {
    const ticket = new Ticket().log(ASKED)
    expect(() => ticket.do({ kind: 'confirm' }, at(5), INES)).toThrow(Refused)
    expect(() => ticket.do({ kind: 'rate', verdict: 'well', text: '' }, at(5), INES)).toThrow(Refused)
    solve(ticket).do({ kind: 'confirm' }, at(30), INES)
    const { length } = ticket.entries
    ticket.do({ kind: 'confirm' }, at(31), INES)
    expect(ticket.entries).toHaveLength(length)
    ticket.do({ kind: 'rate', verdict: 'badly', text: ' ' }, at(32), INES)
    ticket.do({ kind: 'rate', verdict: 'well', text: 'Quick' }, at(33), INES)
    expect(ticket.state).toMatchObject({
      confirmedAt: at(30),
      rating: { verdict: 'well', text: 'Quick', at: at(33) },
    })
  })

  it('that it is solved is said no more once it is opened again', () => {
    const ticket = solve(new Ticket().log(ASKED)).do({ kind: 'confirm' }, at(30), INES)
    ticket.do({ kind: 'answer', text: 'It is stuck again' }, at(40), INES)
    expect(ticket.state!.confirmedAt).toBeUndefined()
  })
})

describe('whether a requester is asked how it was done', () => {
  const asks = (ticket: Ticket) =>
    asksVerdict(ticket.state!, ticket.edition.kind(ticket.state!.kind), ticket.entries)

  it('is so once it is solved, and not where nothing was done', () => {
    const ticket = new Ticket().log(ASKED)
    expect(asks(ticket)).toBe(false)
    expect(asks(solve(ticket))).toBe(true)
    expect(asks(new Ticket().log(ASKED).do({ kind: 'withdraw', text: '' }, at(5), INES))).toBe(false)
    const merged = new Ticket().log(ASKED).do({ kind: 'merge', into: 9 }, at(5))
    expect(asks(merged)).toBe(false)
  })
})

describe('what happened to a request', () => {
  it('is told in steps, each once', () => {
    const ticket = solve(new Ticket().log(ASKED)).do({ kind: 'confirm' }, at(30), INES)
    ticket.do({ kind: 'answer', text: 'It is stuck again' }, at(40), INES)
    const steps = happenedTo(ticket.entries, ticket.edition.kind(ticket.state!.kind))
    expect(steps.map((one) => one.is)).toEqual(['asked', 'has', 'status', 'confirmed', 'status'])
    expect(steps.at(-1)).toMatchObject({ again: true })
    expect(steps.map((one) => one.at)).toEqual([...steps.map((one) => one.at)].sort((a, b) => a - b))
  })
})

describe('who reads a request', () => {
  const state = new Ticket().log(ASKED).state!
  const reads = (person: string, design: CompiledDesign, more: object = {}) =>
    readsRequest({ ...state, ...more }, person, design, theDirectory)
  const silent = changed((design) => delete portalOf(design).colleagues)
  const showing = changed((design) => (portalOf(design).colleagues = ['see']))

  it('is whoever asked, and nobody where it is the desk’s own', () => {
    expect(reads('ines-varga', silent)).toBe('own')
    expect(reads('ines-varga', showing, { internal: true })).toBeUndefined()
  })

  it('is a colleague where the portal shows it, or who watches it', () => {
    expect(reads('corin-vale', silent)).toBeUndefined()
    expect(reads('corin-vale', showing)).toBe('colleague')
    expect(reads('corin-vale', silent, { watchers: ['corin-vale'] })).toBe('watched')
    expect(reads('corin-vale', showing, { portal: null })).toBeUndefined()
    expect(reads('ivo-lade', showing)).toBeUndefined()
    // Who watches as one of the desk reads it there.
    expect(reads('tora-aas', showing, { watchers: ['tora-aas'] })).toBeUndefined()
  })
})

describe('the category that a requester picked', () => {
  const picking = changed((design) => {
    Object.assign(portalOf(design), { requestersPick: true, categoryLevels: 2 })
    design.items.find((one) => one.id === 'gate-scanner')!.category = 'gates'
  })

  const log = (more: object, edition = picking) =>
    new Ticket(edition).do(
      {
        ...{ kind: 'log', reference: 7, item: 'gate-scanner', portal: 'merrow', channel: 'portal' },
        ...{ answers: ASKED, requester: 'ines-varga', ...more },
      },
      DEMO_BEGINS,
      INES,
    )

  it('is asked at the portal, and one that says enough', () => {
    for (const picked of [undefined, 'gates', 'network/ashore', 'gates/none'])
      expect(() => log({ channel: 'portal', picked })).toThrow(/another look/)
    expect(log({ channel: 'desk' }).state!.category).toBe('gates')
    expect(() => log({ channel: 'api', picked: 'network' })).toThrow(/another look/)
    expect(() => log({ picked: 'gates/barriers' }, new Ticket().edition)).toThrow(/another look/)
  })

  it('takes the place of that of the catalog item, with why', () => {
    const { state } = log({ picked: 'gates/barriers' })
    expect(state).toMatchObject({ category: 'gates/barriers', picked: 'gates/barriers' })
    expect(state!.because.category?.why).toEqual([{ is: 'requesterPicked', category: 'gates/barriers' }])
  })
})
