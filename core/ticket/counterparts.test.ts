import { describe, expect, it } from 'vitest'
import { demoDirectory } from '../../demo/directory'
import { Directory } from '../design'
import type { Exchange, Offer, TakenField, TicketCounterpart } from '../partner'
import { design, Ticket, TORA } from '../../tests/aTicket'
import { designNames, entryInWords } from './entryWords'
import { sentTicket } from './counterparts'
import { wordsForPartners, type TicketWord } from './tellPartners'
import type { FieldValues } from '../fields'
import { Refused } from './command'
import { spoken } from '../../tests/spoken'

// Two desks of the same design that call everything otherwise, and no server between them.

const PARTNER = { system: 'partner', called: 'Varnes Harbour Works' }
const BEGINS = 1_796_000_000_000

/** Ours: a technician here, a partner there. */
const here = (): Exchange => ({
  ...{ id: 'varnes', name: 'Varnes Harbour Works' },
  sends: {
    replies: true,
    fields: [
      { id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } },
      {
        ...{ id: 'state', name: 'State', type: 'choice', from: { fact: 'status' } },
        values: [
          { ours: 'logged', sent: 'open', name: 'Open' },
          { ours: 'in-hand', sent: 'busy', name: 'Busy' },
          { ours: 'ask-supplier', sent: 'yours', name: 'With you' },
        ],
      },
    ],
  },
  takes: {
    replies: true,
    fields: [
      {
        ...{ from: 'stage', to: 'status' },
        values: [
          { theirs: 'working', ours: 'ask-supplier' },
          { theirs: 'waits', ours: 'in-hand' },
          { theirs: 'over', ours: 'solved' },
        ],
      },
    ],
    clocks: { field: 'stage', deeds: { working: 'pause', waits: 'resume' } },
  },
})
/** Theirs, which takes tickets of ours. */
const there = (): Exchange => ({
  ...{ id: 'commons', name: 'Sound Commons' },
  sends: {
    replies: true,
    fields: [
      {
        ...{ id: 'stage', name: 'Stage', type: 'choice', from: { fact: 'status' } },
        values: [
          { ours: 'logged', sent: 'waits', name: 'Waits' },
          { ours: 'in-hand', sent: 'working', name: 'Working' },
          { ours: 'ask-supplier', sent: 'waits', name: 'Waits' },
          { ours: 'solved', sent: 'over', name: 'Over' },
        ],
      },
    ],
  },
  takes: {
    replies: true,
    begins: {
      table: { id: 'begins', name: 'What begins', columns: ['theirs.state'], outcomes: ['item'], rows: [] },
      ...{ otherwise: 'gate-scanner', requester: 'ines-varga' },
    },
    fields: [{ from: 'title', to: 'summary' }],
  },
})

const desk = (exchange: Exchange, isPaired = true) =>
  new Directory({
    ...demoDirectory(),
    partners: [{ id: exchange.id, name: exchange.name, isPaired, exchange, offer: {} as Offer }],
  })
const one = ({ state }: Ticket): TicketCounterpart => state!.counterparts![0]!

/** What a ticket has told since some entry. */
const words = (ticket: Ticket, from = 0): TicketWord[] =>
  wordsForPartners(ticket.state!, ticket.entries.slice(from)).map(({ word }) => word)

function asked(exchange = here()) {
  const ticket = new Ticket(design, new Map(), desk(exchange))
  ticket.log({ gates: 1 }, undefined, undefined, BEGINS)
  ticket.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + 1000)
  return ticket
}

function sentOn(word: TicketWord, exchange = there()) {
  const ticket = new Ticket(design, new Map(), desk(exchange))
  const from = { partner: 'commons', name: 'Sound Commons', ...word }
  const log = sentTicket(ticket.directory.partners.get('commons')!, ticket.edition, ticket.directory, from)
  return ticket.do({ kind: 'log', reference: 900, ...log }, BEGINS + 2000, PARTNER)
}

const hear = (ticket: Ticket, { tiding, reference }: TicketWord, now: number) =>
  ticket.do({ kind: 'hearPartner', id: one(ticket).id, tiding, reference }, now, PARTNER)

describe('a ticket that a partner is asked to take', () => {
  it('is told as a whole, and begins there as their map says', () => {
    const ours = asked()
    const [word, ...more] = words(ours)
    expect(more).toEqual([])
    expect(word).toMatchObject({ begins: true, begun: 'here', reference: 7, tiding: { sequence: 1 } })
    expect(word!.tiding.changes).toEqual({ title: ours.state!.summary, state: 'open' })
    const theirs = sentOn(word!)
    expect(theirs.state).toMatchObject({
      summary: ours.state!.summary,
      channel: 'partner',
      item: 'gate-scanner',
    })
    expect(one(theirs)).toMatchObject({ begun: 'there', reference: 7, link: word!.link, heard: 1 })
    // The first that it says in turn is how it stands.
    expect(words(theirs).map(({ tiding }) => tiding.changes)).toEqual([{ stage: 'waits' }])
  })

  it('has answers of what they say, as long as its item asks and takes them', () => {
    const [word] = words(asked())
    const said = { ...word!.tiding.changes, seen: 'x'.repeat(30_000), sort: 'gate', none: null }
    const answers = [
      { from: 'seen', question: 'details' },
      { from: 'sort', question: 'gates' },
      { from: 'title', question: 'joinerName' },
      { from: 'none', question: 'summary' },
    ]
    const exchange = there()
    exchange.takes.begins!.answers = answers
    const theirs = sentOn({ ...word!, tiding: { ...word!.tiding, changes: said } }, exchange)
    // Neither a number in words, nor what another item asks.
    expect(theirs.state!.answers).toEqual({ details: 'x'.repeat(20_000) })
  })

  it('is refused in words, and asked once at a time', () => {
    const ours = asked()
    expect(() => ours.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + 3000)).toThrow(/already/)
    ours.do(
      { kind: 'partnerAnswered', id: one(ours).id, refused: 'No such ships here.' },
      BEGINS + 3000,
      PARTNER,
    )
    expect(one(ours).refused).toBe('No such ships here.')
    // Nothing more is told of it, and somebody may ask again.
    const from = ours.entries.length
    ours.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 4000)
    expect(words(ours, from)).toEqual([])
    ours.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + 5000)
    expect(ours.state!.counterparts).toHaveLength(2)
  })

  it('needs a partner that is paired, a map that says something, and a ticket that is not done', () => {
    const to = (exchange: Exchange, isPaired = true) => {
      const ticket = new Ticket(design, new Map(), desk(exchange, isPaired))
      ticket.log({ gates: 1 }, undefined, undefined, BEGINS)
      return () => ticket.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + 1000)
    }
    expect(to(here(), false)).toThrow(/paired with no such partner/)
    expect(to({ ...here(), sends: { fields: [] } })).toThrow(/Nothing of this ticket would be said/)
    const done = new Ticket(design, new Map(), desk(here()))
    done.log({ gates: 1 }, undefined, undefined, BEGINS)
    done.do({ kind: 'withdraw', text: 'no more' }, BEGINS + 1000)
    expect(() => done.do({ kind: 'askPartner', partner: 'varnes' }, BEGINS + 2000)).toThrow(/done/)
  })

  it('goes by itself where a rule says so, once', () => {
    const exchange = here()
    exchange.sends.rule = { on: 'changed', when: { fact: 'status', op: 'is', value: 'in-hand' } }
    const ours = new Ticket(design, new Map(), desk(exchange))
    ours.log({ gates: 1 }, undefined, undefined, BEGINS)
    expect(ours.state!.counterparts).toBeUndefined()
    ours.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 1000)
    expect(one(ours)).toMatchObject({ partner: 'varnes', begun: 'here', sent: 1 })
    const linked = ours.entries.find((entry) => entry.kind === 'partnerLinked')!
    expect(spoken(linked, design, ours.directory)).toMatchObject({
      because: {
        text: 'The rule for Varnes Harbour Works sends it, as it is now.',
        article: 'partners/varnes#rule',
      },
    })
    ours.do({ kind: 'endCounterpart', id: one(ours).id }, BEGINS + 2000)
    ours.do({ kind: 'note', text: 'still in hand' }, BEGINS + 3000)
    expect(ours.state!.counterparts).toHaveLength(1)
  })
})

describe('what a partner says of a ticket', () => {
  function both(more: TakenField[] = []) {
    const map = here()
    const ours = asked({ ...map, takes: { ...map.takes, fields: [...map.takes.fields, ...more] } })
    const theirs = sentOn(words(ours)[0]!)
    ours.do({ kind: 'partnerAnswered', id: one(ours).id, reference: 900 }, BEGINS + 3000, PARTNER)
    hear(ours, words(theirs)[0]!, BEGINS + 3000)
    return { ours, theirs }
  }

  it('is taken in as our map says, pauses what it says, and is not said back', () => {
    const { ours, theirs } = both()
    // Theirs “waits” is ours “in hand”: the partner is not told what it said itself.
    expect(ours.state).toMatchObject({ status: 'in-hand' })
    expect(one(ours)).toMatchObject({ reference: 900, heard: 1, sent: 1 })
    const from = theirs.entries.length
    theirs.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 4000)
    hear(ours, words(theirs, from)[0]!, BEGINS + 5000)
    // Ours “wait for others” asks for a reason, which no partner gives: it is refused, kept and shown.
    const heard = ours.entries.findLast((entry) => entry.kind === 'partnerHeard')!
    expect(heard).toMatchObject({ untaken: [{ field: 'stage', value: 'working', why: 'refused' }] })
    expect(one(ours).theirs).toEqual({ stage: 'working' })
    expect(ours.state!.clocks.every((clock) => clock.pauses.some((pause) => pause.to === undefined))).toBe(
      true,
    )
    const names = { ...designNames(design.design), people: {}, category: '' }
    expect(entryInWords(heard, names)).toMatch(/^Varnes Harbour Works said: stage “working” is not taken: /)
  })

  it('answers no gate with a field of which ours stays', () => {
    const map = here()
    const why = { id: 'why', name: 'Why', type: 'text', from: { fact: 'field.reason' } } as const
    const reason: TakenField = {
      ...{ from: 'stage', to: 'field.reason', values: [], otherwise: 'At work on it', conflict: 'ours' },
    }
    const ours = asked({
      ...map,
      sends: { ...map.sends, fields: [...map.sends.fields, why] },
      takes: { ...map.takes, fields: [...map.takes.fields, reason] },
    })
    const theirs = sentOn(words(ours)[0]!)
    hear(ours, words(theirs)[0]!, BEGINS + 3000)
    // Both change it before either has heard of the other.
    ours.do({ kind: 'setFields', values: { reason: 'Ours' } }, BEGINS + 3500)
    const from = theirs.entries.length
    theirs.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 4000)
    hear(ours, words(theirs, from)[0]!, BEGINS + 5000)
    expect(ours.state).toMatchObject({ status: 'in-hand', fields: { reason: 'Ours' } })
  })

  it('passes a gate with what our map makes of the same word, each time anew', () => {
    const { ours, theirs } = both([
      { from: 'stage', to: 'field.reason', values: [], otherwise: 'They are at work on it' },
    ])
    for (const [at, from, to] of [
      [4000, 'logged', 'in-hand'],
      [6000, 'in-hand', 'ask-supplier'],
      [8000, 'ask-supplier', 'in-hand'],
    ] as const) {
      const known = theirs.entries.length
      const fields: FieldValues = to === 'ask-supplier' ? { reason: 'parts' } : {}
      theirs.do({ kind: 'move', from, to, fields }, BEGINS + at)
      for (const word of words(theirs, known)) hear(ours, word, BEGINS + at + 500)
    }
    expect(ours.state).toMatchObject({
      ...{ status: 'ask-supplier', fields: { reason: 'They are at work on it' } },
    })
  })

  it('stands in the conversation as said there, and goes no further', () => {
    const { ours, theirs } = both()
    const from = [ours.entries.length, theirs.entries.length] as const
    ours.do({ kind: 'reply', text: 'Which gate is it?' }, BEGINS + 4000)
    const [said] = words(ours, from[0])
    expect(said!.tiding.said).toEqual([
      { id: expect.any(String) as string, kind: 'reply', by: 'Tora Aas', text: 'Which gate is it?' },
    ])
    hear(theirs, said!, BEGINS + 5000)
    const answered = theirs.entries.slice(from[1]).find((entry) => entry.kind === 'answered')
    expect(answered).toMatchObject({
      text: 'Which gate is it?',
      actor: { called: 'Tora Aas (Sound Commons)' },
    })
    expect(words(theirs, from[1]).flatMap(({ tiding }) => tiding.said)).toEqual([])
    theirs.do({ kind: 'note', text: 'only for us' }, BEGINS + 6000)
    expect(words(theirs, from[1]).flatMap(({ tiding }) => tiding.said)).toEqual([])
  })

  it('is taken once, and not where one before it is missing', () => {
    const { ours, theirs } = both()
    const from = theirs.entries.length
    theirs.do({ kind: 'reply', text: 'one' }, BEGINS + 4000)
    theirs.do({ kind: 'reply', text: 'two' }, BEGINS + 5000)
    const [first, second] = words(theirs, from)
    expect(() => hear(ours, second!, BEGINS + 6000)).toThrow(Refused)
    hear(ours, first!, BEGINS + 6000)
    const count = ours.entries.length
    hear(ours, first!, BEGINS + 7000)
    expect(ours.entries).toHaveLength(count)
  })

  it('ends on both sides where the ticket is merged, called off, or somebody says so', () => {
    const { ours, theirs } = both()
    const from = ours.entries.length
    ours.do({ kind: 'merge', into: 8 }, BEGINS + 4000)
    const ends = words(ours, from).find(({ tiding }) => tiding.ends)!
    expect(ends.tiding.ends).toBe('merged')
    expect(one(ours).ended).toBe('merged')
    hear(theirs, ends, BEGINS + 5000)
    expect(one(theirs).ended).toBe('merged')
    const said = theirs.entries.length
    theirs.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 6000)
    expect(words(theirs, said)).toEqual([])
    expect(() => theirs.do({ kind: 'endCounterpart', id: one(theirs).id }, BEGINS + 7000)).toThrow(/already/)
  })

  it('is decided by somebody where both sides changed it and the rule asks', () => {
    const exchange = here()
    exchange.takes.fields = [
      {
        ...{ from: 'stage', to: 'status', conflict: 'ask' },
        values: [
          { theirs: 'waits', ours: 'logged' },
          { theirs: 'working', ours: 'in-hand' },
        ],
      },
    ]
    delete exchange.takes.clocks
    const ours = asked(exchange)
    const theirs = sentOn(words(ours)[0]!)
    hear(ours, words(theirs)[0]!, BEGINS + 3000)
    ours.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 4000)
    ours.do({ kind: 'move', from: 'in-hand', to: 'ask-supplier', fields: { reason: 'parts' } }, BEGINS + 4500)
    const from = theirs.entries.length
    theirs.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 5000)
    hear(ours, words(theirs, from)[0]!, BEGINS + 6000)
    expect(ours.state!.status).toBe('ask-supplier')
    expect(one(ours).open).toMatchObject([{ target: 'status', ours: 'ask-supplier', theirs: 'in-hand' }])
    ours.do(
      { kind: 'decideCounterpart', id: one(ours).id, target: 'status', keeps: 'theirs' },
      BEGINS + 7000,
      TORA,
    )
    expect(ours.state!.status).toBe('in-hand')
    expect(one(ours).open).toEqual([])
  })

  it('gives the gate of a status that somebody takes of them what they have said for it', () => {
    const exchange = here()
    exchange.takes.fields = [
      {
        ...{ from: 'stage', to: 'status', conflict: 'ask' },
        values: [
          { theirs: 'waits', ours: 'logged' },
          { theirs: 'working', ours: 'ask-supplier' },
        ],
      },
      { from: 'stage', to: 'field.reason', values: [], otherwise: 'They are on it' },
    ]
    delete exchange.takes.clocks
    const ours = asked(exchange)
    const theirs = sentOn(words(ours)[0]!)
    hear(ours, words(theirs)[0]!, BEGINS + 3000)
    ours.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 4000)
    const from = theirs.entries.length
    theirs.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, BEGINS + 5000)
    hear(ours, words(theirs, from)[0]!, BEGINS + 6000)
    expect(one(ours).open).toMatchObject([{ target: 'status', theirs: 'ask-supplier' }])
    const takes = { kind: 'decideCounterpart', id: one(ours).id, target: 'status', keeps: 'theirs' } as const
    ours.do(takes, BEGINS + 7000, TORA)
    expect(ours.state).toMatchObject({ status: 'ask-supplier', fields: { reason: 'They are on it' } })
  })

  it('keeps nothing else back where something of it cannot be said, set or taken as a whole', () => {
    const { ours } = both()
    const { tiding } = { tiding: { sequence: 2, heard: 1, stamp: BEGINS, changes: { stage: 'over' } } }
    const said = [
      { id: '1', kind: 'reply' as const, by: 'Bo', text: 'x'.repeat(20_001) },
      { id: '2', kind: 'reply' as const, by: 'Bo', text: 'The gate is open.' },
    ]
    hear(ours, { link: '', begun: 'there', reference: 900, tiding: { ...tiding, said } }, BEGINS + 4000)
    expect(one(ours)).toMatchObject({
      heard: 2,
      untakenHere: [
        { field: 'stage', why: 'refused' },
        { field: 'reply', why: 'refused', said: expect.any(String) as string },
      ],
    })
    expect(ours.entries.filter((entry) => entry.kind === 'replied')).toMatchObject([
      { text: 'The gate is open.' },
    ])
    // Once they have it, a word that they refuse ends nothing, and is seen until the next one goes.
    ours.do({ kind: 'partnerAnswered', id: one(ours).id, refused: 'Not today.' }, BEGINS + 5000, PARTNER)
    expect(one(ours)).toMatchObject({ untakenThere: [{ field: '', why: 'refused', said: 'Not today.' }] })
    expect(one(ours).refused).toBeUndefined()
    ours.do({ kind: 'reply', text: 'Thanks.' }, BEGINS + 6000)
    expect(one(ours).untakenThere).toBeUndefined()
  })

  it('waits with what only somebody who has accepted a ticket may do', () => {
    const exchange = there()
    exchange.takes.begins!.portal = 'merrow'
    exchange.takes.fields.push({ from: 'state', to: 'status', values: [{ theirs: 'open', ours: 'in-hand' }] })
    const held = design.design.portals.find((portal) => portal.id === 'merrow')!
    const before = held.holds
    const [word] = words(asked())
    held.holds = true
    try {
      const theirs = sentOn(word!, exchange)
      expect(theirs.state).toMatchObject({ status: 'logged', held: { since: BEGINS + 2000 } })
      expect(one(theirs).untakenHere).toMatchObject([
        { field: 'state', said: expect.stringContaining('Arrivals') as string },
      ])
    } finally {
      held.holds = before
    }
  })
})
