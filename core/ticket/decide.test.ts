import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, INES, Ticket, TORA } from '../../tests/aTicket'
import { CompiledDesign, type Design } from '../design'
import { dueAt, openPause, timeLedger } from '../clock'
import { said } from '../reason'
import { HOUR, MINUTE } from '../time'
import { ticketAlarms } from './alarms'
import type { Command } from './command'
import type { Actor } from './entry'
import { rebuild } from './state'

describe('logging', () => {
  it('sorts by category, weight, source order and tables, and starts the clocks of the site', () => {
    const { state, told, because } = new Ticket().log({ gates: 3, boardingStopped: false })
    expect(state).toMatchObject({
      category: 'gates/scanners',
      impact: 'high',
      urgency: 'medium',
      priority: 'p2',
      queue: 'terminals',
      team: 'devices-workshop',
    })
    expect(because.priority!.text).toBe(
      'Impact high and urgency medium gives II. Asked before, without an answer: the category, the site, the requester.',
    )
    expect(
      state!.clocks.map((clock) => [clock.target, clock.calendar, clock.grants[0]!.granted / HOUR]),
    ).toEqual([
      ['respond', 'varnes', 2],
      ['resolve', 'varnes', 8],
    ])
    expect(told).toEqual(['confirmation→ines-varga', `assigned→${state!.technician}`])
  })

  it('category high before requester: the category wins, and the other is named (practice)', () => {
    const { state } = new Ticket().log({ details: 'flickers' }, 'control-screen', 'harriet-boom')
    expect(state!.priority).toBe('p2')
    const wifi = new Ticket().log({ ship: 'skua', details: 'drops' }, 'crossing-wifi')
    expect(wifi.because.priority).toMatchObject({
      text: 'The category Network › On board gives II.',
      article: 'triage/source-order#category',
    })
  })

  it('codes impact and urgency: stopped boarding is I, with a promise round the clock', () => {
    const { state } = new Ticket().log({ gates: 6, boardingStopped: true })
    expect(state).toMatchObject({ priority: 'p1', queue: 'boarding', team: 'bridge-radio' })
    expect(state!.clocks[0]).toMatchObject({
      serviceLevel: 'boarding',
      calendar: 'clock',
      grants: [{ granted: 15 * MINUTE }],
    })
  })

  it('gives it to the one on shift with the fewest open tickets', () => {
    const counts = new Map([
      ['pia-lund', 4],
      ['cade-wren', 2],
      ['tam-reed', 0],
    ])
    const { state, because } = new Ticket(design, counts).log({ gates: 1 })
    // Tam Reed has none, but his shift begins later.
    expect(state!.technician).toBe('cade-wren')
    expect(because.technician!.nearly).toBe('Next would be Pia Lund with 4.')
  })

  it('leaves it in the queue when nobody is on shift, and says until when', () => {
    const sunday = Date.UTC(2026, 10, 15, 12)
    const { state, because } = new Ticket().log({ details: 'x' }, 'sign-in', 'ines-varga', sunday)
    expect(state!.technician).toBeNull()
    expect(because.technician!.text).toBe(
      'Nobody of Access & Accounts is on shift. Somebody is from Mon 06:00; it waits in the queue.',
    )
  })

  it.each([
    [{ item: 'moon' }, 'item'],
    [{ requester: 'nobody' }, 'requester'],
    [{ answers: {} }, 'gates'],
    [{ answers: { gates: 1, boardingStopped: true } }, 'boardingStopped'],
  ])('refuses %o and names the field', (change, field) => {
    const command = {
      kind: 'log',
      reference: 1,
      item: 'gate-scanner',
      portal: null,
      channel: 'api',
      answers: { gates: 1 },
      requester: 'ines-varga',
      ...change,
    }
    const run = () => new Ticket().do(command as Command, DEMO_BEGINS)
    expect(run).toThrow(
      expect.objectContaining({ reason: 'invalid', fields: [expect.objectContaining({ field })] }),
    )
  })
})

describe('moves', () => {
  const fresh = () => new Ticket().log({ gates: 1 })

  it('asks at the gate for what is required, and takes no more than it asks', () => {
    const move = (fields: Record<string, string>) => () =>
      fresh().do({ kind: 'move', from: 'logged', to: 'solved', fields }, DEMO_BEGINS + HOUR)
    expect(move({ solvedBy: 'tora-aas' })).toThrow(
      expect.objectContaining({ fields: [{ field: 'remarks', message: 'please fill this in' }] }),
    )
    expect(move({ solvedBy: 'nobody', remarks: 'x' })).toThrow(
      expect.objectContaining({ fields: [expect.objectContaining({ field: 'solvedBy' })] }),
    )
    expect(move({ solvedBy: 'tora-aas', remarks: 'x', mood: 'good' })).toThrow(
      expect.objectContaining({ reason: 'invalid' }),
    )
  })

  it('refuses a way that the kind does not have, and a ticket that moved meanwhile', () => {
    const away = fresh().do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, DEMO_BEGINS)
    expect(() => away.do({ kind: 'move', from: 'in-hand', to: 'logged', fields: {} }, DEMO_BEGINS)).toThrow(
      'cannot go there',
    )
    expect(() => away.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, DEMO_BEGINS)).toThrow(
      'Somebody was quicker',
    )
  })

  it('opens again when the requester answers a solved ticket; the time meanwhile does not count', () => {
    const ticket = fresh()
      .do(
        { kind: 'move', from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'Cleaned' } },
        DEMO_BEGINS + HOUR,
      )
      .do({ kind: 'answer', text: 'It is broken again' }, DEMO_BEGINS + 3 * HOUR, INES)
    const resolve = ticket.state!.clocks[1]!
    expect(ticket.state!.status).toBe('in-hand')
    expect([resolve.outcome, resolve.pauses]).toEqual([
      undefined,
      [expect.objectContaining({ from: DEMO_BEGINS + HOUR, to: DEMO_BEGINS + 3 * HOUR })],
    ])
  })
})

describe('ladders', () => {
  it('tell the technician, the lead and whoever is on rota, each once, and stop with the reply', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const owner = ticket.state!.technician!
    ticket.told = []
    for (const minutes of [59, 60, 61, 96, 119])
      ticket.do({ kind: 'ring' }, DEMO_BEGINS + minutes * MINUTE, { system: 'alarm' })
    expect(ticket.told).toEqual([`rung→${owner}`, 'rung→pia-lund'])
    ticket.do({ kind: 'reply', text: 'On it' }, DEMO_BEGINS + 119 * MINUTE)
    ticket.do({ kind: 'ring' }, DEMO_BEGINS + 121 * MINUTE, { system: 'alarm' })
    expect(ticket.entries.filter((entry) => entry.kind === 'rungRang')).toHaveLength(2)
    expect(ticket.state!.clocks[0]!.outcome).toBe('kept')
  })
})

describe('random histories', () => {
  const step = fc.record({
    wait: fc.integer({ min: 0, max: 30 * HOUR }),
    what: fc.constantFrom<Command>(
      { kind: 'reply', text: 'a' },
      { kind: 'answer', text: 'b' },
      { kind: 'note', text: 'c' },
      { kind: 'assign', technician: 'pia-lund' },
      { kind: 'assign', technician: null },
      { kind: 'ring' },
      { kind: 'move', from: 'logged', to: 'in-hand', fields: {} },
      { kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'r' } },
      { kind: 'move', from: 'in-hand', to: 'ask-supplier', fields: { reason: 'r' } },
      { kind: 'move', from: 'ask-supplier', to: 'in-hand', fields: {} },
      { kind: 'move', from: 'in-hand', to: 'solved', fields: { solvedBy: 'pia-lund', remarks: 'x' } },
    ),
  })

  it('rebuild to the same state, ring no rung twice, and never ring a promise that ended', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), (steps) => {
        const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
        let now = DEMO_BEGINS
        for (const { wait, what } of steps) {
          now += wait
          try {
            ticket.do(what, now)
          } catch (error) {
            expect((error as Error).name).toBe('Refused')
          }
        }
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
        const rang = ticket.entries.flatMap((entry) => (entry.kind === 'rungRang' ? [entry.alarm] : []))
        expect(new Set(rang).size).toBe(rang.length)
        const stopped = new Set(
          ticket.state!.clocks.filter((clock) => clock.stoppedAt).map((clock) => clock.target),
        )
        for (const { key } of ticketAlarms(ticket.state!, design)) {
          expect(rang).not.toContain(key)
          if (key.startsWith('due:')) expect(stopped).not.toContain(key.split(':')[1])
        }
      }),
      runs(150),
    )
  })

  it('say that a record with a gap is no record', () => {
    const { entries } = new Ticket().log({ gates: 1 })
    expect(() => rebuild(entries.filter((entry) => entry.sequence !== 2))).toThrow('does not follow')
    expect(() => rebuild([])).toThrow('without entries')
  })
})

describe('editions', () => {
  it('decide for good: a ticket of edition 1 keeps its promises when edition 2 promises others', () => {
    const changed: Design = structuredClone(design.design)
    changed.serviceLevels[2]!.targets[0]!.granted.p2 = 'PT1H'
    const second = new CompiledDesign(changed, 2)
    expect(new Ticket(second).log({ gates: 3, boardingStopped: false }).state).toMatchObject({
      edition: 2,
      clocks: [{ grants: [{ granted: HOUR }] }, {}],
    })
    expect(new Ticket().log({ gates: 3, boardingStopped: false }).state).toMatchObject({
      edition: 1,
      clocks: [{ grants: [{ granted: 2 * HOUR }] }, {}],
    })
  })
})

describe('promises in the hands of people', () => {
  const LEAD: Actor = { person: 'olin-brandt' }
  const clockOf = (ticket: Ticket, target: string) =>
    ticket.state!.clocks.find((one) => one.target === target)!
  const due = (ticket: Ticket, target: string) =>
    dueAt(clockOf(ticket, target), design.hoursOf(clockOf(ticket, target)))

  it('are paused and resumed, one or all, with who and why in the account', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const before = due(ticket, 'resolve')!
    ticket.do(
      { kind: 'pauseClocks', targets: ['resolve'], why: 'Part on its way' },
      DEMO_BEGINS + 10 * MINUTE,
    )
    expect(due(ticket, 'resolve')).toBeUndefined()
    expect(due(ticket, 'respond')).toBeDefined()
    ticket.do({ kind: 'resumeClocks', targets: [] }, DEMO_BEGINS + 40 * MINUTE)
    expect(due(ticket, 'resolve')).toBe(before + 30 * MINUTE)
    const clock = clockOf(ticket, 'resolve')
    const ledger = timeLedger(clock, design.hoursOf(clock), DEMO_BEGINS + HOUR)
    expect(ledger.lines.find((line) => line.kind === 'paused')).toMatchObject({
      by: 'tora-aas',
      why: said('Part on its way'),
    })
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('stay paused by hand whatever the status does, until a person resumes them', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
    const hold = ticket.state!.status
    ticket.do({ kind: 'pauseClocks', targets: [], why: 'Ferry at sea' }, at(1))
    ticket.do({ kind: 'reply', text: 'We wait for the ferry.' }, at(2))
    const kind = design.kind(ticket.state!.kind)
    const there = kind.transitions.find((one) => one.from === ticket.state!.status && one.to !== hold)!
    const gate = kind.statuses.find((one) => one.id === there.to)!.gate
    const fields = Object.fromEntries(
      gate.map((field) => [field.name, field.type === 'technician' ? 'tora-aas' : 'Because']),
    )
    ticket.do({ kind: 'move', from: there.from, to: there.to, fields }, at(3))
    ticket.do({ kind: 'answer', text: 'Here.' }, at(4))
    expect(openPause(clockOf(ticket, 'resolve'))).toMatchObject({ byHand: true, why: said('Ferry at sea') })
    ticket.do({ kind: 'resumeClocks', targets: ['resolve'] }, at(5))
    const resting = openPause(clockOf(ticket, 'resolve'))
    expect(resting?.byHand).toBeUndefined()
  })

  it('are extended by a lead, with a reason; their alarms move along and may ring once more', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const before = due(ticket, 'respond')!
    ticket.do({ kind: 'ring' }, before, { system: 'alarm' })
    const rang = ticket.entries.filter((entry) => entry.kind === 'overdrawn').length
    ticket.do({ kind: 'extendClock', target: 'respond', by: 2 * HOUR, why: 'Agreed by phone' }, before, LEAD)
    const hours = design.hoursOf(clockOf(ticket, 'respond'))
    expect(hours.between(before, due(ticket, 'respond')!)).toBe(2 * HOUR)
    ticket.do({ kind: 'ring' }, due(ticket, 'respond')!, { system: 'alarm' })
    expect(ticket.entries.filter((entry) => entry.kind === 'overdrawn')).toHaveLength(rang + 1)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it.each<[Command, Actor, string]>([
    [{ kind: 'extendClock', target: 'resolve', by: HOUR, why: 'x' }, TORA, 'Your role does not extend'],
    [{ kind: 'extendClock', target: 'resolve', by: 0, why: 'x' }, LEAD, 'no length of time'],
    [{ kind: 'extendClock', target: 'resolve', by: HOUR, why: '  ' }, LEAD, 'reason'],
    [{ kind: 'extendClock', target: 'moon', by: HOUR, why: 'x' }, LEAD, 'not running'],
    [{ kind: 'pauseClocks', targets: [], why: '' }, TORA, 'reason'],
    [{ kind: 'resumeClocks', targets: [] }, TORA, 'No target is paused'],
  ])('refuse %o', (command, actor, message) => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    expect(() => ticket.do(command, DEMO_BEGINS + MINUTE, actor)).toThrow(message)
  })
})

describe('a target that the lead names', () => {
  const design = demoDesign()
  for (const level of design.serviceLevels)
    level.targets.push({
      target: 'update',
      label: 'Update',
      granted: Object.fromEntries(design.priorities.map((one) => [one.id, 'PT4H'])),
      calendar: 'site',
      pauseIn: ['waiting'],
      stopOn: 'reply',
      startsAnew: true,
    })
  const edition = new CompiledDesign(design, 1)
  const updates = (ticket: Ticket) => ticket.state!.clocks.filter((one) => one.target === 'update')
  const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE

  it('runs anew after each reply, from the reply on, for as long as the ticket is open', () => {
    const ticket = new Ticket(edition).log({ gates: 3, boardingStopped: false })
    for (const minutes of [30, 60, 90]) ticket.do({ kind: 'reply', text: 'Still at it.' }, at(minutes))
    expect(updates(ticket).map((one) => [one.startedAt, one.outcome])).toEqual([
      [at(0), 'kept'],
      [at(30), 'kept'],
      [at(60), 'kept'],
      [at(90), undefined],
    ])
    const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
    ticket.do({ kind: 'move', from: ticket.state!.status, to: 'solved', fields }, at(120))
    expect(updates(ticket).every((one) => one.outcome === 'kept')).toBe(true)
    expect(ticketAlarms(ticket.state!, edition)).toEqual([])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('is missed each time that nobody replied, and then runs on', () => {
    const ticket = new Ticket(edition).log({ gates: 3, boardingStopped: false })
    ticket.do({ kind: 'reply', text: 'Late.' }, DEMO_BEGINS + 50 * HOUR)
    expect(updates(ticket).map((one) => one.outcome)).toEqual(['missed', undefined])
  })
})

describe('sorting by hand', () => {
  const later = DEMO_BEGINS + 20 * MINUTE
  const clockOf = (ticket: Ticket, target: string) =>
    ticket.state!.clocks.find((one) => one.target === target)!
  const ledgerOf = (ticket: Ticket, edition: CompiledDesign, target: string, now: number) =>
    timeLedger(clockOf(ticket, target), edition.hoursOf(clockOf(ticket, target)), now)

  it('keeps the time spent and changes the promise, as another line of the account', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const [before, priority] = [clockOf(ticket, 'resolve'), ticket.state!.priority]
    ticket.do({ kind: 'resort', field: 'priority', value: 'p4' }, later)
    expect(ticket.because.priority!.text).toMatch(/^Tora Aas set it to IV Low\. Before: /)
    const after = clockOf(ticket, 'resolve')
    expect(after.startedAt).toBe(before.startedAt)
    const ledger = ledgerOf(ticket, design, 'resolve', later)
    expect(ledger.spent).toBe(20 * MINUTE)
    expect(ledger.lines.map((line) => line.kind)).toEqual(['granted', 'counted', 'changed'])
    ticket.do({ kind: 'resort', field: 'priority', value: priority }, later + MINUTE)
    expect(clockOf(ticket, 'resolve').grants.at(-1)!.granted).toBe(before.grants[0]!.granted)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('keeps on top what a lead granted on top', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const lead: Actor = { person: 'olin-brandt' }
    ticket.do({ kind: 'extendClock', target: 'resolve', by: HOUR, why: 'Agreed' }, later, lead)
    const plain = new Ticket().log({ gates: 3, boardingStopped: false })
    for (const one of [ticket, plain]) one.do({ kind: 'resort', field: 'priority', value: 'p1' }, later)
    const granted = (one: Ticket) => clockOf(one, 'resolve').grants.at(-1)!.granted
    expect(granted(ticket) - granted(plain)).toBe(HOUR)
  })

  describe('in a design where the worst goes round the clock and the least is promised nothing', () => {
    const [pattern] = demoDesign().serviceLevels
    const level = (id: string, priority: string, more: object) => ({
      ...pattern!,
      id,
      name: id,
      when: { fact: 'priority', op: 'is' as const, value: priority },
      targets: pattern!.targets.map((one) => ({ ...one, ...more })),
    })
    const odd: Design = {
      ...demoDesign(),
      serviceLevels: [
        level('night', 'p1', { granted: { p1: 'PT6H' }, calendar: { calendar: 'clock' } }),
        level('day', 'p2', { granted: { p2: 'PT8H' }, calendar: { calendar: 'office' } }),
      ],
    }
    const edition = new CompiledDesign(odd, 1)
    const begin = (priority: string) =>
      new Ticket(edition)
        .log({ gates: 3, boardingStopped: false })
        .do({ kind: 'resort', field: 'priority', value: priority }, DEMO_BEGINS)

    it('carries over what was spent in other hours, and counts on in the new ones', () => {
      const ticket = begin('p2')
      // Until long after the office has shut, then round the clock for two hours more.
      const evening = DEMO_BEGINS + 10 * HOUR
      const spentByDay = ledgerOf(ticket, edition, 'resolve', evening).spent
      expect(spentByDay).toBeLessThan(10 * HOUR)
      ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, evening)
      const ledger = ledgerOf(ticket, edition, 'resolve', evening + 2 * HOUR)
      expect(ledger.spent).toBe(spentByDay + 2 * HOUR)
      expect(ledger.balance).toBe(6 * HOUR - ledger.spent)
      // The lines of the day stand as they stood before the hours changed.
      const lines = ledger.lines.filter(({ to }) => to !== undefined && to <= evening)
      expect(lines.reduce((sum, line) => sum + line.amount, 0)).toBe(-spentByDay)
      expect(lines.map(({ kind }) => kind)).toEqual(['counted', 'shut'])
      expect(rebuild(ticket.entries)).toEqual(ticket.state)
    })

    it('counts from the logging where the target says so, with the pauses of the others', () => {
      const fromLogging = structuredClone(odd)
      for (const one of fromLogging.serviceLevels[0]!.targets) one.countsFrom = 'logging'
      const ticket = new Ticket(new CompiledDesign(fromLogging, 1))
        .log({ gates: 3, boardingStopped: false })
        .do({ kind: 'resort', field: 'priority', value: 'p5' }, DEMO_BEGINS)
        .do({ kind: 'resort', field: 'priority', value: 'p1' }, later)
      const running = ticket.state!.clocks.filter((one) => one.stoppedAt === undefined)
      for (const one of running) expect(one.startedAt - DEMO_BEGINS).toBeLessThan(5)
      const starts = ticket.state!.clocks.map((one) => `${one.target} ${one.startedAt}`)
      expect(new Set(starts).size).toBe(starts.length)
    })

    it('ends a promise that is made no more, and begins one that is made now', () => {
      const ticket = begin('p2')
      ticket.do({ kind: 'resort', field: 'priority', value: 'p5' }, later)
      expect(ticket.state!.clocks.map((one) => one.outcome)).toEqual(['cancelled', 'cancelled'])
      expect(ticketAlarms(ticket.state!, edition)).toEqual([])
      ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, later + MINUTE)
      const running = ticket.state!.clocks.filter((one) => one.stoppedAt === undefined)
      expect(running.map((one) => [one.target, one.startedAt])).toEqual([
        ['respond', later + MINUTE],
        ['resolve', later + MINUTE],
      ])
    })
  })

  it.each<[Command, string]>([
    [{ kind: 'resort', field: 'priority', value: 'p9' }, 'cannot be chosen'],
    [{ kind: 'resort', field: 'category', value: 'moon' }, 'cannot be chosen'],
    [{ kind: 'resort', field: 'team', value: 'nobody' }, 'cannot be chosen'],
    [{ kind: 'resort', field: 'impact', value: 'huge' }, 'cannot be chosen'],
  ])('refuses %o', (command, message) => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    expect(() => ticket.do(command, later)).toThrow(message)
  })
})
