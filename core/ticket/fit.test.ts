import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, TORA } from '../../tests/aTicket'
import { dueAt, grantedFor, grantedOf, openPause, spent, timeLedger, type Clock, type Target } from '../clock'
import type { Condition } from '../condition'
import { FACTS } from '../facts'
import { CompiledDesign, type Design } from '../design'
import { HOUR, MINUTE, parseDuration, weekly, type Calendar } from '../time'
import { Change } from './change'
import { Refused, type Command } from './command'
import { followUp } from './decide'
import type { Actor } from './entry'
import { rebuild } from './state'

const OLIN: Actor = { person: 'olin-brandt' }
const ASKED = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE

function editions(...changes: ((design: Design) => void)[]): CompiledDesign[] {
  const all: CompiledDesign[] = []
  for (const [index, change] of changes.entries()) {
    const design = demoDesign()
    change(design)
    all.push(new CompiledDesign(design, index + 1, (number) => all[number - 1]))
  }
  return all
}

const everyTarget =
  (more: Partial<Target>) =>
  (design: Design): void => {
    for (const level of design.serviceLevels)
      level.targets = level.targets.map((one) => ({ ...one, ...more }))
  }
const clockOf = (ticket: Ticket, target = 'resolve') =>
  ticket.state!.clocks.findLast((one) => one.target === target)!
const hoursOf = (ticket: Ticket, clock: Clock) => ticket.edition.hoursOf(clock)
const ledgerOf = (ticket: Ticket, now: number, target = 'resolve') => {
  const clock = clockOf(ticket, target)
  return timeLedger(clock, hoursOf(ticket, clock), now)
}
/** What would follow if the desk looked at a ticket once more at the same moment. */
function askedAgain({ state, edition, directory }: Ticket, now: number) {
  const change = new Change(state, edition, directory, { now, actor: TORA, work: { openCounts: new Map() } })
  followUp(change, state, 0)
  return change.entries
}
const roundTheClock = everyTarget({ calendar: { calendar: 'clock' } })

describe('what a lead granted on top', () => {
  const extend: Command = { kind: 'extendClock', target: 'resolve', by: HOUR, why: 'a part is on its way' }
  const extendedTicket = (edition: CompiledDesign) =>
    new Ticket(edition)
      .log(ASKED)
      .do({ kind: 'resort', field: 'priority', value: 'p1' }, at(1))
      .do(extend, at(2), OLIN)
      .do({ kind: 'resort', field: 'priority', value: 'p2' }, at(3))

  it('stays, whatever is done with the ticket after its promise has changed', () => {
    const [edition] = editions(roundTheClock)
    const ticket = extendedTicket(edition!)
    const granted = grantedOf(clockOf(ticket))
    const lines = ledgerOf(ticket, at(4)).lines.length
    ticket.do({ kind: 'assign', technician: null }, at(4)).do({ kind: 'note', text: 'x' }, at(5))
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(6))
    expect(grantedOf(clockOf(ticket))).toBe(granted)
    expect(ledgerOf(ticket, at(4)).lines).toHaveLength(lines)
  })

  it('stays when the ticket follows an edition that promises something else', () => {
    const all = editions(roundTheClock, (design) => {
      roundTheClock(design)
      for (const level of design.serviceLevels)
        level.targets = level.targets.map((one) => ({
          ...one,
          granted: Object.fromEntries(Object.keys(one.granted).map((id) => [id, 'PT20H'])),
        }))
    })
    const ticket = extendedTicket(all[0]!)
    ticket.edition = all[1]!
    ticket.do({ kind: 'adopt' }, at(10), OLIN).do({ kind: 'assign', technician: null }, at(11))
    expect(grantedOf(clockOf(ticket))).toBe(21 * HOUR)
  })
})

describe('clocks follow every command', () => {
  const openTasks: Condition = { fact: 'openTasks', op: 'atLeast', value: 1 }

  it('stand still while a task is open, from the moment at which it is added', () => {
    const [edition] = editions((design) => {
      everyTarget({ pauseIn: [], pauseWhen: openTasks })(design)
      design.checklists = []
    })
    const ticket = new Ticket(edition).log(ASKED)
    ticket.do({ kind: 'addTasks', tasks: [{ text: 'Order a belt' }] }, at(5))
    expect(openPause(clockOf(ticket))).toMatchObject({ from: at(5) })
    ticket.do({ kind: 'changeTask', id: ticket.state!.tasks![0]!.id, change: { done: true } }, at(9))
    expect(openPause(clockOf(ticket))).toBeUndefined()
  })

  it('follow how often a fault was reported', () => {
    const often: Condition = { fact: 'signals', op: 'atLeast', value: 2 }
    const [edition] = editions(everyTarget({ startWhen: often }))
    const ticket = new Ticket(edition)
    const { kinds } = ticket.edition.design.triage.signals!
    const origin = { kind: kinds[0]!.id, fault: 'x', text: 'down' }
    const signal = { origin, organisation: 'merrow', site: null, chosen: {} }
    ticket.do(
      {
        ...{ kind: 'log', reference: 7, item: 'gate-scanner', portal: null, channel: 'signal', signal },
        ...{ answers: ASKED, requester: 'ines-varga' },
      },
      at(0),
    )
    expect(ticket.state!.clocks).toEqual([])
    ticket.do({ kind: 'repeatSignals', count: 1, text: 'down' }, at(3))
    expect(clockOf(ticket)).toMatchObject({ startedAt: at(3) })
  })
})

describe('the time in which a ticket was done', () => {
  it.each(['logging', 'loggingThroughPauses'] as const)(
    'does not count where a target counts from the logging (%s)',
    (countsFrom) => {
      const [edition] = editions(
        everyTarget({ countsFrom, pauseIn: [], calendar: { calendar: 'clock' }, granted: { p1: 'PT8H' } }),
      )
      const ticket = new Ticket(edition).log(ASKED)
      ticket.do({ kind: 'resort', field: 'priority', value: 'p3' }, at(0))
      const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
      ticket.do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(10))
      ticket.do({ kind: 'answer', text: 'It is not solved' }, at(70))
      ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(80))
      expect(ledgerOf(ticket, at(80)).spent).toBe(20 * MINUTE)
    },
  )
})

describe('the statement of the past', () => {
  // Two hours a day each, at other times of the day.
  const day = (from: string, to: string): Calendar => ({
    ...{ id: 'short', name: `Short from ${from}`, zone: 'UTC', exceptions: [] },
    week: weekly([1, 2, 3, 4, 5, 6, 7], from, to),
  })
  const short = (calendar: Calendar) => (design: Design) => {
    design.calendars = [...design.calendars, calendar]
    everyTarget({
      calendar: { calendar: 'short' },
      pauseIn: [],
      granted: { p1: 'PT1H', p2: 'PT3H', p3: 'PT4H' },
    })(design)
  }
  const midnight = Math.floor(DEMO_BEGINS / (24 * HOUR)) * 24 * HOUR
  const begin = (edition: CompiledDesign) =>
    new Ticket(edition)
      .log(ASKED, 'gate-scanner', 'ines-varga', midnight)
      .do({ kind: 'resort', field: 'priority', value: 'p2' }, midnight)
  const follow = (ticket: Ticket, edition: CompiledDesign, now: number) => {
    ticket.edition = edition
    return ticket.do({ kind: 'adopt' }, now, OLIN)
  }

  it('is not written anew in hours that did not hold, even where their sum is the same', () => {
    const [first, second] = editions(short(day('08:00', '10:00')), short(day('12:00', '14:00')))
    const ticket = begin(first!)
    const before = ledgerOf(ticket, midnight + 20 * HOUR).lines
    follow(ticket, second!, midnight + 20 * HOUR)
    const after = ledgerOf(ticket, midnight + 20 * HOUR).lines
    expect(after.slice(0, before.length)).toEqual(before)
  })

  it('has beside each line the balance of its moment, also where a grant stands in earlier hours', () => {
    const [first, second] = editions(short(day('08:00', '10:00')), short(day('08:00', '09:00')))
    const ticket = begin(first!)
    ticket.do({ kind: 'extendClock', target: 'resolve', by: HOUR, why: 'late' }, midnight + 9 * HOUR, OLIN)
    follow(ticket, second!, midnight + 20 * HOUR)
    const { lines, balance } = ledgerOf(ticket, midnight + 34 * HOUR)
    expect(lines.map(({ kind, amount, balance }) => [kind, amount / HOUR, balance / HOUR])).toEqual([
      ['granted', 3, 3],
      ['shut', 0, 3],
      ['counted', -1, 2],
      ['extended', 1, 3],
      ['counted', -1, 2],
      ['shut', 0, 2],
      ['changed', 0, 2],
      ['shut', 0, 2],
      ['counted', -1, 1],
      ['shut', 0, 1],
    ])
    expect(lines.map(({ from }) => from)).toEqual(lines.map(({ from }) => from).sort((a, b) => a - b))
    expect(balance).toBe(HOUR)
  })

  it('keeps the moment at which an overdrawn target ran out', () => {
    const [first, second] = editions(short(day('08:00', '10:00')), short(day('08:00', '09:00')))
    const ticket = begin(first!).do({ kind: 'resort', field: 'priority', value: 'p1' }, midnight)
    const ranOut = dueAt(clockOf(ticket), hoursOf(ticket, clockOf(ticket)))
    expect(ranOut).toBe(midnight + 9 * HOUR)
    follow(ticket, second!, midnight + 20 * HOUR)
    expect(dueAt(clockOf(ticket), hoursOf(ticket, clockOf(ticket)))).toBe(ranOut)
  })
})

describe('random histories', () => {
  /** Something that can be asked of each fact there is, and what these tickets often change. */
  const OF_TYPE = {
    number: { op: 'atLeast', value: 1 },
    yesNo: { op: 'is', value: true },
    moment: { op: 'inTheLast', value: 'PT2H' },
    text: { op: 'filled' },
  } as const
  const OF_EACH_FACT: Condition[] = [
    ...Object.entries(FACTS).map(([fact, { kind }]): Condition => ({
      fact,
      ...(kind in OF_TYPE ? OF_TYPE[kind as 'number'] : OF_TYPE.text),
    })),
    { fact: 'openTasks', op: 'atLeast', value: 1 },
    { fact: 'signals', op: 'is', value: 0 },
    { fact: 'priority', op: 'is', value: 'p2' },
    { fact: 'queue', op: 'is', value: 'tills' },
    { fact: 'category', op: 'filled' },
    { fact: 'technician', op: 'is', value: 'tora-aas' },
    { fact: 'team', op: 'is', value: 'networks' },
    { fact: 'impact', op: 'is', value: 'high' },
    { fact: 'statusGroup', op: 'is', value: 'waiting' },
    { fact: 'status', op: 'is', value: 'in-hand' },
    { fact: 'statusBefore', op: 'is', value: 'in-hand' },
    { fact: 'majorIncident', op: 'is', value: true },
    { fact: 'hoursInStatus', op: 'atLeast', value: 2 },
    { fact: 'hoursSinceWord', op: 'less', value: 3 },
    { fact: 'workingHoursSinceLogged', op: 'atLeast', value: 1 },
    { fact: 'cover', op: 'is', value: 'Round the clock' },
    { fact: 'form.gates', op: 'greater', value: 2 },
  ]
  const condition = fc.oneof(
    fc.constantFrom(...OF_EACH_FACT),
    fc.record({ none: fc.subarray(OF_EACH_FACT, { minLength: 1, maxLength: 1 }) }),
    fc.record({ any: fc.subarray(OF_EACH_FACT, { minLength: 2, maxLength: 2 }) }),
  ) as fc.Arbitrary<Condition>
  const perhaps = <T>(one: fc.Arbitrary<T>) => fc.option(one, { nil: undefined, freq: 2 })
  const target = fc.record({
    calendar: fc.constantFrom<Target['calendar']>('site', { calendar: 'clock' }, { calendar: 'office' }),
    onShift: fc.constantFrom(true, undefined),
    startWhen: perhaps(condition),
    pauseIn: fc.subarray<Target['pauseIn'][number]>(['new', 'waiting', 'active'], { maxLength: 2 }),
    pauseWhen: perhaps(condition),
    stopOn: fc.constantFrom<Target['stopOn']>('reply', 'done', 'condition'),
    stopWhen: condition,
    cancelWhen: perhaps(condition),
    startsAnew: fc.constantFrom(true, undefined),
    countsFrom: fc.constantFrom<Target['countsFrom']>(
      undefined,
      'logging',
      'loggingThroughPauses',
      'acceptance',
    ),
  })
  const priority = fc.constantFrom('p1', 'p2', 'p3', 'p4')
  const command: fc.Arbitrary<Command> = fc.oneof(
    priority.map((value): Command => ({ kind: 'resort', field: 'priority', value })),
    fc.constantFrom<Command>({ kind: 'resort', field: 'queue', value: 'tills' }),
    fc.constantFrom('tora-aas', null).map((technician): Command => ({ kind: 'assign', technician })),
    fc.constantFrom<Command>(
      { kind: 'extendClock', target: 'resolve', by: HOUR, why: 'late' },
      { kind: 'extendClock', target: 'respond', by: 30 * MINUTE, why: 'late' },
      { kind: 'pauseClocks', targets: [], why: 'storm' },
      { kind: 'resumeClocks', targets: [] },
      { kind: 'addTasks', tasks: [{ text: 'Look' }] },
      { kind: 'reply', text: 'We look at it' },
      { kind: 'answer', text: 'It still does it' },
      { kind: 'note', text: 'Seen' },
      { kind: 'startTimer' },
      { kind: 'stopTimer' },
      { kind: 'declareMajor', text: 'All gates' },
      { kind: 'updateMajor', text: 'We look' },
      { kind: 'ring' },
      { kind: 'adopt' },
    ),
    fc.constantFrom('logged', 'in-hand', 'ask-requester', 'solved').chain((from) =>
      fc.constantFrom('in-hand', 'ask-requester', 'solved').map((to): Command => {
        const fields = { reason: 'Which?', solvedBy: 'tora-aas', remarks: 'Done' }
        return { kind: 'move', from, to, fields }
      }),
    ),
  )
  const history = fc.array(fc.tuple(command, fc.integer({ min: 0, max: 300 })), {
    minLength: 1,
    maxLength: 14,
  })

  /** What is granted, read plainly: what the level says for the priority, and what people have added since the start. */
  function grantedPlainly({ state, edition, entries }: Ticket, clock: Clock): number {
    const level = edition.design.serviceLevels.find((one) => one.id === clock.serviceLevel)!
    const target = level.targets.find((one) => one.target === clock.target)!
    const began = entries.findLast(
      (one) => one.kind === 'clocksStarted' && one.clocks.some(({ target }) => target === clock.target),
    )!.sequence
    const added = entries
      .filter((one) => one.sequence > began && one.kind === 'clockExtended' && one.target === clock.target)
      .reduce((sum, one) => sum + (one.kind === 'clockExtended' ? one.by : 0), 0)
    return parseDuration(grantedFor(target, edition.priority(state!.priority))!) + added
  }

  function run(ticket: Ticket, [what, minutes]: [Command, number], now: number): number {
    const next = now + minutes * MINUTE
    try {
      ticket.do(what, next, what.kind === 'extendClock' ? OLIN : TORA)
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      return now
    }
    return next
  }

  it('asking again changes nothing, every balance is what was granted less what was spent, and records rebuild', () => {
    fc.assert(
      fc.property(target, target, condition, history, (first, second, when, steps) => {
        const [one, two] = editions(
          (design) => {
            everyTarget(first)(design)
            design.serviceLevels[0]!.when = when
          },
          (design) => {
            everyTarget(second)(design)
            design.serviceLevels[1]!.when = when
          },
        )
        const ticket = new Ticket(one).log(ASKED)
        let now = at(0)
        for (const step of steps) {
          if (step[0].kind === 'adopt') ticket.edition = two!
          now = run(ticket, step, now)
          ticket.edition = ticket.state!.edition === 1 ? one! : two!
          expect(askedAgain(ticket, now)).toEqual([])
          for (const clock of ticket.state!.clocks) {
            const hours = hoursOf(ticket, clock)
            const { lines, balance } = timeLedger(clock, hours, now)
            expect(lines.at(-1)!.balance).toBe(balance)
            expect(balance).toBe(grantedOf(clock) - spent(clock, hours, now))
            if (clock.stoppedAt === undefined) expect(grantedOf(clock)).toBe(grantedPlainly(ticket, clock))
          }
        }
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
      }),
      runs(300),
    )
  })
})
