import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory, type Design } from '../design'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { balance, dueAt, PARTNERS } from '../clock'
import { atShare } from '../ladder'
import type { Exchange, Offer, Owed, Wire } from '../partner'
import { DAY, HOUR } from '../time'
import { Ticket } from '../../tests/aTicket'
import { ticketAlarms } from './alarms'

// What a partner owes of a ticket: a clock of its own beside our promises to the requester.

const PARTNER = { system: 'partner', called: 'Varnes' }
/** Monday 16 November 2026, 09:00 in Hallin. */
const BEGINS = Date.UTC(2026, 10, 16, 9)
const OWED: Owed = {
  ...{ id: 'good', name: 'Made good at Varnes', calendar: 'clock' },
  granted: { p3: 'PT8H', p2: 'PT4H' },
  keptWhen: { fact: 'theirs.yard', op: 'is', value: 'good' },
  restsWhen: { fact: 'theirs.yard', op: 'is', value: 'asking' },
}
const exchange = (owed: Owed): Exchange => ({
  ...{ id: 'varnes', name: 'Varnes' },
  sends: { fields: [{ id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } }] },
  takes: { fields: [], clocks: { field: 'yard', deeds: { asking: 'pause' } }, owed: [owed] },
})

/** A ticket that Varnes was asked to take. */
function asked(owed = OWED, ladders: Design['ladders'] = []) {
  const design = new CompiledDesign(
    { ...demoDesign(), exchanges: [exchange(owed)], ladders: [...demoDesign().ladders, ...ladders] },
    1,
  )
  const partner = {
    id: 'varnes',
    name: 'Varnes',
    isPaired: true,
    exchange: exchange(owed),
    offer: {} as Offer,
  }
  const ticket = new Ticket(design, new Map(), new Directory({ ...demoDirectory(), partners: [partner] }))
  ticket.log({ gates: 1 }, undefined, undefined, BEGINS)
  ticket.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + HOUR)
  let sequence = 0
  const says = (changes: Wire, at: number) =>
    ticket.do(
      {
        ...{ kind: 'hearPartner', id: ticket.state!.counterparts![0]!.id, reference: 900 },
        tiding: { sequence: ++sequence, heard: 1, stamp: at, changes, said: [] },
      },
      at,
      PARTNER,
    )
  return { ticket, design, says }
}
const theirs = ({ state }: Ticket) => state!.clocks.filter(({ target }) => target.startsWith('partner/'))
const ours = ({ state }: Ticket) => state!.clocks.filter(({ target }) => !target.startsWith('partner/'))

describe('what a partner owes', () => {
  it('counts from when they were asked, in its own hours, by our priority, and says why', () => {
    const { ticket, design } = asked()
    const [clock, ...more] = theirs(ticket)
    expect(more).toEqual([])
    expect(clock).toMatchObject({
      ...{ label: 'Made good at Varnes in 8 hours', startedAt: BEGINS + HOUR, calendar: 'clock' },
    })
    expect(dueAt(clock!, design.hoursOf(clock!))).toBe(BEGINS + 9 * HOUR)
    const started = ticket.entries.flatMap((one) => (one.kind === 'clocksStarted' ? one.clocks : [])).at(-1)!
    expect(started.because.why[0]).toEqual({
      ...{ is: 'partnerOwes', partner: 'varnes', name: 'Varnes', owed: 'Made good at Varnes' },
    })
    // Another priority grants another time from the same moment on.
    ticket.do({ kind: 'resort', field: 'priority', value: 'p2' }, BEGINS + 2 * HOUR)
    expect(dueAt(theirs(ticket)[0]!, design.hoursOf(clock!))).toBe(BEGINS + 5 * HOUR)
    ticket.do({ kind: 'resort', field: 'priority', value: 'p5' }, BEGINS + 3 * HOUR)
    expect(theirs(ticket)[0]!.outcome).toBe('cancelled')
  })

  it('rests while they wait for us, and our promises with it as the map says', () => {
    const { ticket, design, says } = asked()
    says({ yard: 'asking' }, BEGINS + 2 * HOUR)
    const [clock] = theirs(ticket)
    expect(clock!.pauses).toMatchObject([{ from: BEGINS + 2 * HOUR }])
    expect(clock!.pauses[0]!.byHand).toBeUndefined()
    expect(ours(ticket).every(({ pauses }) => pauses.at(-1)?.byHand)).toBe(true)
    says({ yard: 'hauled' }, BEGINS + 5 * HOUR)
    expect(dueAt(theirs(ticket)[0]!, design.hoursOf(clock!))).toBe(BEGINS + 12 * HOUR)
  })

  it.each([
    ['kept', 6 * HOUR],
    ['missed', 12 * HOUR],
  ])('is %s once they say so, and owed once more where they begin again', (outcome, after) => {
    const { ticket, design, says } = asked()
    says({ yard: 'good' }, BEGINS + after)
    expect(theirs(ticket)).toMatchObject([{ outcome, stoppedAt: BEGINS + after }])
    says({ yard: 'hauled' }, BEGINS + after + HOUR)
    const [, again] = theirs(ticket)
    expect(again!.startedAt).toBe(BEGINS + after + HOUR)
    expect(balance(again!, design.hoursOf(again!), BEGINS + after + 2 * HOUR)).toBe(7 * HOUR)
  })

  it('is due when they say, each time they say it anew, and not when that is no moment', () => {
    const { ticket, design, says } = asked({ ...OWED, by: 'afloat-by' })
    const due = () => dueAt(theirs(ticket)[0]!, design.hoursOf(theirs(ticket)[0]!))
    const by = (at: number) => ({ 'afloat-by': new Date(at).toISOString() })
    // Until they have said it, what is granted counts.
    expect(due()).toBe(BEGINS + 9 * HOUR)
    says(by(BEGINS + 2 * DAY), BEGINS + 2 * HOUR)
    expect(due()).toBe(BEGINS + 2 * DAY)
    says({ ...by(BEGINS + 3 * DAY), yard: 'asking' }, BEGINS + 4 * HOUR)
    expect(due()).toBe(BEGINS + 3 * DAY)
    expect(theirs(ticket)[0]!.grants.map(({ granted }) => granted / HOUR)).toEqual([8, 47, 71])
    expect(theirs(ticket)[0]!.pauses).toEqual([])
    says({ 'afloat-by': 'soon' }, BEGINS + 5 * HOUR)
    expect(due()).toBeUndefined()
    says({ ...by(BEGINS + 4000 * DAY), yard: 'hauled' }, BEGINS + 6 * HOUR)
    expect(due()).toBe(BEGINS + 10 * HOUR)
    // A moment that was over before they were asked is missed at once.
    says(by(BEGINS - DAY), BEGINS + 7 * HOUR)
    expect(balance(theirs(ticket)[0]!, design.hoursOf(theirs(ticket)[0]!), BEGINS + 7 * HOUR)).toBeLessThan(0)
  })

  it('is owed no more where the ticket is done here, or exchanged no longer', () => {
    const { ticket } = asked()
    ticket.do({ kind: 'endCounterpart', id: ticket.state!.counterparts![0]!.id }, BEGINS + 2 * HOUR)
    expect(theirs(ticket)).toMatchObject([{ outcome: 'cancelled' }])
    const { ticket: other } = asked()
    other.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 2 * HOUR)
    other.do(
      { kind: 'move', from: 'in-hand', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'Done' } },
      BEGINS + 3 * HOUR,
    )
    expect(theirs(other)).toMatchObject([{ outcome: 'cancelled' }])
    expect(ours(other).at(-1)!.outcome).toBe('kept')
  })

  it('has a ladder of its own, which nothing of ours climbs', () => {
    const ladder: Design['ladders'][number] = {
      ...{ id: 'partners', name: 'Partners', target: PARTNERS, when: { all: [] } },
      rungs: [atShare('half', 0.5, [{ to: 'person', person: 'olin-brandt' }])],
    }
    const { ticket } = asked(OWED, [ladder])
    const rungs = ticketAlarms(ticket.state!, ticket.edition).filter(({ key }) =>
      key.startsWith('rung:partners'),
    )
    expect(rungs.map(({ at }) => at)).toEqual([BEGINS + 5 * HOUR])
    ticket.do({ kind: 'ring' }, BEGINS + 5 * HOUR, { system: 'clock' })
    const rung = ticket.entries.findLast((one) => one.kind === 'rungRang')
    expect(rung).toMatchObject({ ladder: 'partners' })
  })
})
