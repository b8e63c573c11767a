import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, theDirectory, TORA } from '../../tests/aTicket'
import { CompiledDesign, proofread, type Design } from '../design'
import { HOUR, MINUTE } from '../time'
import { lacksOf, rebuild, type Command } from '.'

/** The sample design with a portal that holds what comes in. */
function holding(change: (design: Design) => void = () => undefined): CompiledDesign {
  const design = structuredClone(demoDesign())
  design.portals.find((one) => one.id === 'merrow')!.holds = true
  change(design)
  return new CompiledDesign(design, 1)
}
const ANSWERS = { gates: 3, boardingStopped: false }
const held = (design = holding()) => new Ticket(design).log(ANSWERS)
const LATER = DEMO_BEGINS + 90 * MINUTE

describe('a held ticket', () => {
  it('has no clock and no technician, and its requester is told that somebody looks at it first', () => {
    const { state, told } = held()
    expect(state).toMatchObject({ held: { since: DEMO_BEGINS }, clocks: [], technician: null })
    expect(told).toEqual(['held→ines-varga'])
  })

  it('is let in at once when somebody at the desk enters it, and by portals that do not hold', () => {
    const answers = ANSWERS
    const log = { kind: 'log', reference: 7, item: 'gate-scanner', portal: 'merrow', answers } as const
    const atDesk = new Ticket(holding()).do({ ...log, channel: 'desk', requester: 'ines-varga' }, DEMO_BEGINS)
    expect(atDesk.state!.held).toBeUndefined()
    expect(new Ticket().log(ANSWERS).state!.held).toBeUndefined()
  })

  it('begins its clocks when it is accepted, not before', () => {
    const ticket = held().do({ kind: 'accept' }, LATER)
    expect(ticket.state!.held).toBeUndefined()
    expect(ticket.state!.acceptedAt).toBe(LATER)
    expect(ticket.state!.clocks.map((clock) => clock.startedAt)).toEqual([LATER, LATER])
    expect(ticket.told).toContain('confirmation→ines-varga')
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it.each([
    ['logging', DEMO_BEGINS],
    ['loggingThroughPauses', DEMO_BEGINS],
    ['acceptance', LATER],
    [undefined, LATER],
  ] as const)('counts a target that says “%s” from there', (countsFrom, from) => {
    const design = holding((one) => {
      for (const target of one.serviceLevels.flatMap((level) => level.targets)) target.countsFrom = countsFrom
    })
    const { state } = held(design).do({ kind: 'accept' }, LATER)
    expect(state!.clocks.map((clock) => clock.startedAt)).toEqual([from, from])
  })

  it('counts a target that comes later from the acceptance where it says so', () => {
    const design = holding((one) => {
      for (const target of one.serviceLevels.flatMap((level) => level.targets))
        Object.assign(target, {
          countsFrom: 'acceptance',
          startWhen: { all: [{ fact: 'priority', op: 'is', value: 'p1' }] },
        })
    })
    const ticket = held(design).do({ kind: 'accept' }, LATER)
    expect(ticket.state!.clocks).toEqual([])
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, LATER + 2 * HOUR)
    expect(ticket.state!.clocks.map((clock) => clock.startedAt)).toEqual([LATER, LATER])
  })

  it('takes the kind, the category, the priority and the level that a person chooses, with who chose', () => {
    const design = holding((one) => {
      const [kind] = one.kinds
      one.kinds.push({ ...structuredClone(kind!), id: 'wish', name: 'Wish' })
    })
    const choice = { ticketKind: 'wish', category: 'tills/cards', priority: 'p5', level: 'otherwise' }
    const { state, because } = held(design).do({ kind: 'accept', ...choice }, LATER)
    expect(state).toMatchObject({ kind: 'wish', category: 'tills/cards', priority: 'p5', level: 'otherwise' })
    expect(because.priority!.text).toBe('Tora Aas chose it when accepting the ticket.')
    // What the person did not choose follows from what they did.
    expect(state!.team).toBe('booking-tills')
    expect(new Set(state!.clocks.map((clock) => clock.serviceLevel))).toEqual(new Set(['otherwise']))
  })

  it('refuses choices that the edition does not have, and a category that says too little', () => {
    const design = holding((one) => {
      const portal = one.portals.find(({ id }) => id === 'merrow')!
      portal.categoryLevels = 2
    })
    const ticket = held(design)
    const refused = (choice: object) => () => ticket.do({ kind: 'accept', ...choice }, LATER)
    for (const field of ['ticketKind', 'category', 'priority', 'level'])
      expect(refused({ [field]: 'nothing' })).toThrow('cannot be accepted')
    expect(refused({ category: 'gates' })).toThrow('cannot be accepted')
    ticket.do({ kind: 'accept', category: 'gates/scanners' }, LATER)
    expect(refused({})).toThrow('not held any more')
  })

  it('keeps what people do after acceptance for later', () => {
    const ticket = held()
    const commands: Command[] = [
      { kind: 'move', from: 'logged', to: 'in-hand', fields: {} },
      { kind: 'assign', technician: 'tora-aas' },
      { kind: 'resort', field: 'priority', value: 'p1' },
      { kind: 'pauseClocks', targets: [], why: 'x' },
      { kind: 'extendClock', target: 'respond', by: HOUR, why: 'x' },
    ]
    for (const command of commands) expect(() => ticket.do(command, LATER)).toThrow('accept it first')
  })

  it('can be asked about: it stays held, and the answer is seen', () => {
    const ticket = held().do({ kind: 'reply', text: 'Which gate?' }, LATER)
    expect(ticket.state).toMatchObject({
      held: { askedAt: LATER },
      status: 'logged',
      repliedAt: null,
      clocks: [],
    })
    ticket.do({ kind: 'answer', text: 'Gate 3' }, LATER + MINUTE, { person: 'ines-varga' })
    expect(ticket.state!.held).toEqual({ since: DEMO_BEGINS, askedAt: LATER, answeredAt: LATER + MINUTE })
  })

  it('is turned away with words; an answer, or the desk, brings it back', () => {
    const ticket = held().do({ kind: 'reject', text: 'Not ours' }, LATER)
    expect(ticket.state).toMatchObject({ rejected: true, status: 'called-off', remarks: 'Not ours' })
    expect(ticket.told).toContain('rejected→ines-varga')
    expect(() => held().do({ kind: 'reject', text: '  ' }, LATER)).toThrow('no text')
    ticket.do({ kind: 'answer', text: 'It is' }, LATER + MINUTE, { person: 'ines-varga' })
    expect(ticket.state).toMatchObject({ held: { since: LATER + MINUTE }, status: 'logged', remarks: null })
    ticket.do({ kind: 'reject', text: 'No' }, LATER + HOUR).do({ kind: 'hold' }, LATER + HOUR)
    expect(ticket.state!.held).toBeDefined()
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('can be taken back after acceptance until work has begun; what was promised is called off', () => {
    const ticket = held()
      .do({ kind: 'accept' }, LATER)
      .do({ kind: 'hold' }, LATER + MINUTE)
    expect(ticket.state).toMatchObject({ held: { since: LATER + MINUTE }, technician: null })
    expect(ticket.state!.clocks.map((clock) => clock.outcome)).toEqual(['cancelled', 'cancelled'])
    ticket.do({ kind: 'accept' }, LATER + HOUR)
    expect(ticket.state!.clocks.filter((clock) => clock.stoppedAt === undefined)).toHaveLength(2)
    ticket.do({ kind: 'reply', text: 'On my way' }, LATER + HOUR)
    expect(() => ticket.do({ kind: 'hold' }, LATER + HOUR)).toThrow('work on it has begun')
  })

  it('never has a clock that runs while it is held, whatever is done in whatever order', () => {
    const commands = fc.constantFrom(
      { kind: 'accept' } as const,
      { kind: 'reject', text: 'No' } as const,
      { kind: 'hold' } as const,
      { kind: 'reply', text: 'Hm' } as const,
      { kind: 'answer', text: 'Yes' } as const,
      { kind: 'move', from: 'called-off', to: 'in-hand', fields: {} } as const,
      { kind: 'merge', into: 9 } as const,
    )
    fc.assert(
      fc.property(fc.array(commands, { maxLength: 12 }), (list) => {
        const ticket = held()
        list.forEach((command, index) => {
          try {
            ticket.do(command, LATER + index * MINUTE)
          } catch {
            // Refused: nothing has changed.
          }
          const running = ticket.state!.clocks.filter((clock) => clock.stoppedAt === undefined)
          if (ticket.state!.held) expect(running).toEqual([])
        })
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
      }),
      runs(200),
    )
  })
})

describe('a request that its requester no longer needs', () => {
  it('ends whether it is held or in hand; its clocks end, its technician is told, and an answer opens it again', () => {
    const waiting = held().do({ kind: 'withdraw', text: '' }, LATER, { person: 'ines-varga' })
    expect(waiting.state).toMatchObject({ status: 'called-off', remarks: 'Ines Varga no longer needs it.' })
    expect(waiting.state!.held).toBeUndefined()
    const running = new Ticket().log(ANSWERS).do({ kind: 'withdraw', text: 'Found it' }, LATER)
    expect(running.state!.clocks.every((clock) => clock.stoppedAt === LATER)).toBe(true)
    expect(running.told.at(-1)).toBe(`answered→${running.state!.technician}`)
    expect(() => running.do({ kind: 'withdraw', text: '' }, LATER)).toThrow('done already')
    running.do({ kind: 'answer', text: 'It is back' }, LATER + HOUR, { person: 'ines-varga' })
    expect(running.state!.status).toBe('in-hand')
    expect(rebuild(running.entries)).toEqual(running.state)
  })
})

describe('what a held ticket lacks', () => {
  const lacks = (ticket: Ticket) =>
    lacksOf(ticket.state!, ticket.edition, ticket.directory, LATER).map((one) => one.what)

  it('is nothing where the form is filled in and an agreement is in force', () => {
    expect(lacks(held())).toEqual([])
  })

  it('names a category that says too little, but not one below which there is nothing', () => {
    const deep = (levels: number) =>
      holding((one) => {
        one.portals.find(({ id }) => id === 'merrow')!.categoryLevels = levels
        one.items.find(({ id }) => id === 'gate-scanner')!.category = 'gates'
      })
    expect(lacks(held(deep(2)))).toEqual(['category'])
    const leaf = held(holding((one) => (one.portals.find(({ id }) => id === 'merrow')!.categoryLevels = 9)))
    expect(lacks(leaf)).toEqual([])
  })

  it('names an agreement that ran out', () => {
    const person = [...theDirectory.people.values()].find((one) => one.organisation === 'lantern')!
    const ticket = new Ticket(holding()).log({ summary: 'The lamp room' }, 'something-else', person.id)
    expect(lacks(ticket)).toContain('cover')
  })
})

describe('a merge', () => {
  it('ends one ticket and has the other told about to both requesters', () => {
    const one = held().do({ kind: 'merge', into: 9 }, LATER)
    expect(one.state).toMatchObject({ mergedInto: 9, status: 'called-off' })
    expect(one.state!.held).toBeUndefined()
    const other = new Ticket().log(ANSWERS, 'gate-scanner', 'per-lund')
    other.do(
      { kind: 'takeIn', from: 7, summary: 'Scanner', requesters: ['ines-varga'], text: 'Gates 2' },
      LATER,
    )
    other.do({ kind: 'reply', text: 'Both are seen to' }, LATER, TORA)
    expect(other.told.slice(-2)).toEqual(['reply→per-lund', 'reply→ines-varga'])
  })

  it('is refused into itself, twice, and into what is done', () => {
    expect(() => held().do({ kind: 'merge', into: 7 }, LATER)).toThrow('into itself')
    const merged = held().do({ kind: 'merge', into: 9 }, LATER)
    expect(() => merged.do({ kind: 'merge', into: 10 }, LATER)).toThrow('merged into 9')
    const takeIn: Command = { kind: 'takeIn', from: 5, summary: 'x', requesters: [], text: '' }
    expect(() => merged.do(takeIn, LATER)).toThrow('handled with 9')
    const done = held().do({ kind: 'reject', text: 'No' }, LATER)
    expect(() => done.do(takeIn, LATER)).toThrow('is done')
  })
})

describe('proofreading a portal that holds', () => {
  it('misses the messages that it needs, and a status in which tickets end', () => {
    const design = structuredClone(demoDesign())
    for (const portal of design.portals) delete portal.byMail
    design.templates = design.templates.filter((one) => one.id !== 'held')
    design.kinds[0]!.turnedAway = 'in-hand'
    const found = proofread(design, theDirectory).filter((one) => one.severity === 'error')
    expect(found.map((one) => one.place)).toEqual(['portals/lantern', 'portals/saltern', 'kinds/fault'])
  })
})
