import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { Ticket, theDirectory } from '../../tests/aTicket'
import { CompiledDesign, Directory } from '../design'
import { atShare, MOST_IN_A_CHAIN, type Action, type Ladder, type LadderEvent, type Moment } from '../ladder'
import { MINUTE } from '../time'
import type { Command } from '../ticket/command'
import type { Actor, Entry } from '../ticket/entry'
import { Change } from '../ticket/change'
import { ringRung } from './ringRung'

// What ladders write down: entries as data, each with its reason.
const ALARM: Actor = { system: 'alarm' }
const GATES = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const designWith = (ladders: Ladder[], edition = 1) => {
  const design = demoDesign()
  design.ladders = ladders
  return new CompiledDesign(design, edition)
}
const ladder = (id: string, moment: Moment, actions: Action[] = [], more: Partial<Ladder> = {}): Ladder => ({
  ...{ id, name: `Ladder ${id}`, target: 'respond', when: { all: [] } },
  rungs: [{ id: 'r', moment, actions }],
  ...more,
})
const logged = (ladders: Ladder[], directory = theDirectory) =>
  new Ticket(designWith(ladders), new Map(), directory).log(GATES)
const ring = (ticket: Ticket, minutes: number) => ticket.do({ kind: 'ring' }, at(minutes), ALARM)
const of = <K extends Entry['kind']>(ticket: Ticket, kind: K) =>
  ticket.entries.filter((one): one is Extract<Entry, { kind: K }> => one.kind === kind)
const rings = (ticket: Ticket) => of(ticket, 'rungRang').map((one) => one.ladder)
const note: Action = { do: 'note', text: 'x' }
const half: Moment = { at: 'share', share: 0.5 }

describe('a rung that rings', () => {
  const tell = (...tell: Extract<Action, { do: 'notify' }>['tell']): Action => ({
    ...{ do: 'notify', tell, template: 'rung' },
  })

  it('is written down once with its moment, whom it tells inside and outside, and whom it did not find', () => {
    const actions = [
      tell({ to: 'person', person: 'tora-aas' }, { to: 'person', person: 'nobody' }),
      tell({ to: 'person', person: 'tora-aas' }, { to: 'person', person: 'nobody' }),
    ]
    const ticket = logged([ladder('up', half, actions)])
    ring(ticket, 61)
    const [rang] = of(ticket, 'rungRang')
    expect(rang).toEqual({
      ...{ kind: 'rungRang', ladder: 'up', rung: 'r', name: 'Ladder up', moment: half, target: 'respond' },
      ...{ alarm: rang!.alarm, sequence: rang!.sequence, at: at(61), dueAt: rang!.dueAt },
      ...{ actor: { system: 'ladder' }, told: ['tora-aas'], outside: [] },
      missing: { edition: 1, why: [{ is: 'nobodyFound', recipient: 'person' }] },
    })
    expect(rang).not.toHaveProperty('time')
  })

  it('says nothing of what is missing where nothing is, and nothing of a target where it has none', () => {
    const ticket = logged([ladder('up', { at: 'start', after: 'PT1H' }, [note], { target: undefined })])
    ring(ticket, 60)
    const [rang] = of(ticket, 'rungRang')
    expect(rang).toMatchObject({ dueAt: at(60), told: [], outside: [] })
    expect(rang).not.toHaveProperty('missing')
    expect(rang).not.toHaveProperty('target')
  })

  it('again counts how often it has rung before', () => {
    const one = ladder('again', { at: 'start', after: 'PT1H' }, [note])
    one.rungs[0]!.repeat = { every: 'PT10M', times: 2 }
    const ticket = logged([one])
    for (const minutes of [60, 70, 80, 90, 100]) ring(ticket, minutes)
    expect(of(ticket, 'rungRang').map(({ time }) => time)).toEqual([undefined, 1, 2])
  })

  it('gives what it does as its reason, and its messages the moment, or the name of what is no share', () => {
    const share = logged([ladder('up', half, [{ do: 'queue', queue: 'field' }, tell({ to: 'teamLead' })])])
    ring(share, 61)
    expect(share.state!.because.queue!.why).toEqual([{ is: 'rung', ladder: 'up', rung: 'r' }])
    expect(share.messages.at(-1)!.body).toContain('50 % of “Answer” is spent')
    const due = logged([ladder('due', { at: 'due', after: '-PT30M' }, [tell({ to: 'teamLead' })])])
    ring(due, 91)
    expect(due.messages.at(-1)!.body).toContain('30 minutes before “Answer” is due')
    const start = logged([ladder('later', { at: 'start', after: 'PT1H' }, [tell({ to: 'teamLead' })])])
    ring(start, 61)
    expect(start.messages.at(-1)!.body).toContain('Ladder later')
    expect(start.messages.at(-1)!.body).not.toContain('1 hour after')
  })

  it('that the edition does not have is passed over, with that as its reason', () => {
    const lacking = [ladder('other', half), { ...ladder('up', half), rungs: [] }]
    for (const [ladderId, rung] of [
      ['gone', 'r'],
      ['up', 'gone'],
    ]) {
      const { state } = logged(lacking)
      const context = { now: at(61), actor: ALARM, work: { openCounts: new Map<string, number>() } }
      const change = new Change(state, designWith(lacking), theDirectory, context)
      const alarm = `rung:${ladderId}:${rung}:1`
      ringRung(change, alarm, at(60), { handsOf: () => expect.unreachable('it does nothing') })
      const because = { edition: 1, why: [{ is: 'rungGone', edition: 1 }] }
      expect(change.entries).toMatchObject([
        { kind: 'rungsPassed', alarms: [alarm], because, actor: { system: 'ladder' } },
      ])
    }
  })

  it('lets a message be acknowledged only where that stops its ladder', () => {
    const one = (acknowledgementStops?: boolean) => {
      const ticket = logged([ladder('up', half, [tell({ to: 'teamLead' })], { acknowledgementStops })])
      ring(ticket, 61)
      return ticket.messages.at(-1)!
    }
    expect(one(true).climb).toMatchObject({ ladder: 'up' })
    expect(one()).not.toHaveProperty('climb')
  })
})

describe('a ladder that begins', () => {
  const start: Moment = { at: 'start', after: 'PT1H' }

  it('counts in the hours of the ticket’s site, and in those of the desk where it has none', () => {
    const ticket = logged([ladder('on', start)])
    const site = theDirectory.sites.get(ticket.state!.site!)!
    expect(of(ticket, 'ladderBegan')).toMatchObject([
      { ladder: 'on', name: 'Ladder on', calendar: site.calendar, depth: 0, actor: { system: 'ladder' } },
    ])
    const people = demoDirectory().people.map((one) =>
      one.id === 'ines-varga' ? { ...one, site: undefined } : one,
    )
    const none = logged([ladder('on', start)], new Directory({ ...demoDirectory(), people }))
    expect(none.state!.site ?? null).toBeNull()
    expect(of(none, 'ladderBegan')[0]!.calendar).toBe(demoDesign().desk.calendar)
  })

  it('does so once, when its condition holds, and never by itself where only another sets it off', () => {
    const isFirst = { fact: 'priority', op: 'is', value: 'p1' } as const
    const ticket = logged([
      ladder('for', start, [], { when: isFirst }),
      ladder('at', start, [], { startWhen: isFirst }),
      ladder('off', start, [], { onlySetOff: true }),
      ladder('on', start),
    ])
    const began = () => of(ticket, 'ladderBegan').map((one) => one.ladder)
    expect(began()).toEqual(['on'])
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(1))
    expect(began()).toEqual(['on', 'for', 'at'])
    ticket.do({ kind: 'note', text: 'x' }, at(2))
    expect(began()).toHaveLength(3)
  })

  it('ends with why: what ends it, that it is not for the ticket any more, that it is done, or gone', () => {
    const isFirst = { fact: 'priority', op: 'is', value: 'p1' } as const
    const ticket = logged([
      ladder('stop', start, [], { stopWhen: isFirst }),
      ladder('not', start, [], { when: { none: [isFirst] } }),
      ladder('done', start),
    ])
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(1))
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(2))
    ticket.do(
      { kind: 'move', from: 'in-hand', to: 'solved', fields: { solvedBy: 'pia-lund', remarks: 'x' } },
      at(3),
    )
    expect(of(ticket, 'ladderEnded').map(({ ladder: id, why, actor }) => [id, why.why, actor])).toEqual([
      ['stop', [{ is: 'ladderStopped' }], { system: 'ladder' }],
      ['not', [{ is: 'ladderNotForIt' }], { system: 'ladder' }],
      ['done', [{ is: 'ladderDone' }], { system: 'ladder' }],
    ])
    expect(ticket.state!.ladders).toEqual({})
    const gone = logged([ladder('gone', start), ladder('stays', start)])
    gone.edition = designWith([ladder('stays', start)])
    gone.do({ kind: 'note', text: 'x' }, at(1))
    expect(of(gone, 'ladderEnded').map(({ ladder: id, why }) => [id, why.why])).toEqual([
      ['gone', [{ is: 'ladderGone' }]],
    ])
  })
})

describe('what a ladder hears', () => {
  const listening = (event: LadderEvent) => ladder(event, { at: 'event', event }, [note])
  const all = [
    ...(['created', 'assigned', 'priorityRaised', 'reopened', 'duePassed', 'deliveryFailed'] as const),
    ...(['signalRepeated', 'majorIncident'] as const),
  ].map(listening)
  const heard = (ticket: Ticket, from = 0) => rings(ticket).slice(from)

  it('is that a ticket is there, and each thing that happens to it, when it happens and not before or after', () => {
    const ticket = logged(all)
    const first = heard(ticket)
    expect(first).toContain('created')
    expect(first.filter((one) => !['created', 'assigned'].includes(one))).toEqual([])
    const then = (minutes: number, command: Command) => {
      const before = rings(ticket).length
      ticket.do(command, at(minutes))
      return heard(ticket, before)
    }
    const other = ticket.state!.technician === 'pia-lund' ? 'tora-aas' : 'pia-lund'
    expect(then(1, { kind: 'assign', technician: other })).toEqual(['assigned'])
    expect(then(2, { kind: 'assign', technician: null })).toEqual([])
    expect(then(3, { kind: 'resort', field: 'priority', value: 'p1' })).toEqual(['priorityRaised'])
    expect(then(4, { kind: 'resort', field: 'priority', value: 'p4' })).toEqual([])
    expect(then(5, { kind: 'declareMajor', text: 'All gates' })).toEqual(['majorIncident'])
    expect(then(6, { kind: 'note', text: 'x' })).toEqual([])
    expect(then(7, { kind: 'endMajor', text: 'Works again' })).toEqual([])
    expect(ticket.state!.status).toBe('solved')
    expect(then(8, { kind: 'note', text: 'x' })).toEqual([])
    expect(then(9, { kind: 'answer', text: 'It is broken again' })).toEqual(['reopened'])
  })

  it('is a promise that is overdrawn, once', () => {
    const ticket = logged([listening('duePassed')])
    ring(ticket, 119)
    expect(rings(ticket)).toEqual([])
    ring(ticket, 121)
    ring(ticket, 200)
    expect(rings(ticket)).toEqual(['duePassed'])
  })

  it('is a message that reached nobody, but not one whose next way is being tried', () => {
    const ticket = logged([listening('deliveryFailed')])
    const { key } = ticket.state!.messages.at(-1)!
    const deliver = (state: 'failed' | 'givenUp' | 'delivered', minutes: number) =>
      ticket.do({ kind: 'recordDelivery', key, state, attempt: 1, detail: 'x' }, at(minutes), ALARM)
    deliver('failed', 1)
    expect(rings(ticket)).toEqual([])
    deliver('givenUp', 2)
    expect(rings(ticket)).toEqual(['deliveryFailed'])
  })

  it('rings no more on what happens once somebody has it', () => {
    const one = { ...listening('priorityRaised'), acknowledgementStops: true }
    const ticket = logged([one])
    ticket.do({ kind: 'resort', field: 'priority', value: 'p2' }, at(1))
    const raised = rings(ticket).length
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(2))
    expect(rings(ticket).length).toBe(raised + 1)
    ticket.do({ kind: 'acknowledge', via: 'application' }, at(3))
    ticket.do({ kind: 'resort', field: 'priority', value: 'p4' }, at(4))
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(5))
    expect(rings(ticket).length).toBe(raised + 1)
  })

  it('goes no further than the bound, which the record names', () => {
    const bounce = ladder('bounce', { at: 'event', event: 'assigned' }, [
      { do: 'assign', to: { to: 'person', person: 'tora-aas' } },
      { do: 'assign', to: { to: 'person', person: 'pia-lund' } },
    ])
    const ticket = logged([bounce])
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, at(1))
    ticket.do({ kind: 'assign', technician: 'pia-lund' }, at(2))
    const [stopped] = of(ticket, 'chainStopped')
    expect(stopped).toMatchObject({
      ...{ ladder: 'bounce', actor: { system: 'ladder' } },
      why: { edition: 1, why: [{ is: 'chain', ladder: 'bounce', most: MOST_IN_A_CHAIN }] },
    })
  })
})

describe('rungs that lie in the past', () => {
  const isFirst = { fact: 'priority', op: 'is', value: 'p1' } as const
  const steps = (id: string, past?: 'each'): Ladder => ({
    ...ladder(id, half, [], { when: isFirst, ...(past && { past }) }),
    rungs: [0.0001, 0.0002, 0.0003].map((share, index) => atShare(`r${index}`, share, [{ to: 'teamLead' }])),
  })

  it('are passed over but for the highest of each ladder, in one entry', () => {
    const ticket = logged([steps('a'), steps('b'), steps('c', 'each')])
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(1))
    const [passed, ...more] = of(ticket, 'rungsPassed')
    expect(more).toEqual([])
    expect(passed!.alarms.map((one) => one.split(':').slice(1, 3).join())).toEqual([
      ...['a,r0', 'b,r0', 'a,r1', 'b,r1'],
    ])
    expect(passed!.actor).toEqual({ system: 'ladder' })
    expect(passed).not.toHaveProperty('because')
    ring(ticket, 1)
    expect(rings(ticket).sort()).toEqual(['a', 'b', 'c', 'c', 'c'])
  })

  it('are none where they were armed before, or only one is due', () => {
    const armed = logged([{ ...steps('a'), when: { all: [] } }])
    armed.do({ kind: 'note', text: 'x' }, at(1))
    expect(of(armed, 'rungsPassed')).toEqual([])
    const one = { ...steps('a'), rungs: steps('a').rungs.slice(0, 1) }
    const single = logged([one])
    single.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(1))
    expect(of(single, 'rungsPassed')).toEqual([])
    ring(single, 1)
    expect(rings(single)).toEqual(['a'])
  })
})
