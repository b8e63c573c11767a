import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { inSiteHours, Ticket, TORA } from '../../tests/aTicket'
import { balance, dueAt, openPause, spent, timeLedger, type Clock, type Target } from '../clock'
import { changeDesign, CompiledDesign, moveCategories, Directory, proofread, type Design } from '../design'
import { becauseInWords } from '../explain'
import { said } from '../reason'
import { HOUR, MINUTE, weekly, type Calendar } from '../time'
import { atShare } from '../ladder'
import { ticketAlarms } from './alarms'
import { rebuild } from './state'

const ASKED = { gates: 3, boardingStopped: false }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE

/** The sample design with every target changed, and perhaps the levels. */
function designWith(target: Partial<Target>, change: (design: Design) => void = () => undefined, number = 1) {
  const design = demoDesign()
  for (const level of design.serviceLevels)
    level.targets = level.targets.map((one) => ({ ...one, ...target }))
  change(design)
  return new CompiledDesign(design, number)
}
const clockOf = (ticket: Ticket, target = 'resolve') =>
  ticket.state!.clocks.findLast((one) => one.target === target)!
const hoursOf = (ticket: Ticket, clock: Clock) => ticket.edition.hoursOf(clock)
const spentOf = (ticket: Ticket, now: number, target?: string) =>
  spent(clockOf(ticket, target), hoursOf(ticket, clockOf(ticket, target)), now)

describe('whose hours count', () => {
  it('are those of the agreement where the target says so, and of the site where it names none', () => {
    const data = demoDirectory()
    data.agreements = data.agreements.map((one) =>
      one.organisation === 'merrow' ? { ...one, calendar: 'office' } : one,
    )
    const edition = designWith({ calendar: 'agreement' })
    const bought = new Ticket(edition, new Map(), new Directory(data)).log(ASKED)
    expect(clockOf(bought).calendar).toBe('office')
    const none = new Ticket(edition).log(ASKED)
    expect(clockOf(none).calendar).toBe(none.directory.sites.get(none.state!.site!)!.calendar)
  })

  it('an agreement that names a calendar which the design lacks is an error of proofreading', () => {
    const data = demoDirectory()
    data.agreements[0]!.calendar = 'gone'
    const findings = proofread(demoDesign(), new Directory(data))
    expect(findings).toContainEqual(expect.objectContaining({ severity: 'error', place: 'working-time' }))
  })
})

describe('the shifts of the technician', () => {
  const edition = designWith({ calendar: { calendar: 'clock' }, onShift: true })
  // Seven to three and again the day after, by UTC, so that the figures can be read off.
  const shift: Calendar = {
    id: 'early',
    name: 'Early',
    zone: 'UTC',
    week: weekly([1, 2, 3, 4, 5], '07:00', '15:00'),
    exceptions: [],
  }
  const withShift = (calendar: Calendar | undefined) => {
    const data = demoDirectory()
    data.people = data.people.map((one) => (one.id === 'tora-aas' ? { ...one, shift: calendar } : one))
    return new Directory(data)
  }
  const monday = Date.UTC(2026, 10, 2)

  it('lie over the hours: one hour before the shift ends and two to go is one hour now and one in the next', () => {
    const ticket = new Ticket(edition, new Map(), withShift(shift))
    ticket.log(ASKED, 'gate-scanner', 'ines-varga', monday + 14 * HOUR)
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, monday + 14 * HOUR)
    const clock = { ...clockOf(ticket), grants: [{ at: 0, granted: 2 * HOUR, why: said('two to go') }] }
    expect(dueAt(clock, hoursOf(ticket, clock))).toBe(monday + 32 * HOUR)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('keep what was spent when somebody else takes over, or the shifts change', () => {
    const ticket = new Ticket(edition, new Map(), withShift(shift))
    ticket.log(ASKED, 'gate-scanner', 'ines-varga', monday + 12 * HOUR)
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, monday + 12 * HOUR)
    const evening = monday + 20 * HOUR
    expect(spentOf(ticket, evening)).toBe(3 * HOUR)
    ticket.do({ kind: 'assign', technician: null }, evening)
    expect(clockOf(ticket).shift).toBeUndefined()
    expect(spentOf(ticket, evening + HOUR)).toBe(4 * HOUR)
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, evening + HOUR)
    ticket.directory = withShift({ ...shift, week: weekly([1, 2, 3, 4, 5], '09:00', '17:00') })
    ticket.do({ kind: 'reply', text: 'I look at it tomorrow' }, evening + 2 * HOUR)
    const tuesday = monday + 34 * HOUR
    expect(spentOf(ticket, tuesday)).toBe(5 * HOUR)
    const ledger = timeLedger(clockOf(ticket), hoursOf(ticket, clockOf(ticket)), tuesday)
    expect(ledger.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(ledger.balance)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('do not count where they never meet the hours, nor where there are none', () => {
    const office = designWith({ calendar: { calendar: 'office' }, onShift: true })
    const night = { ...shift, week: weekly([1], '01:00', '02:00') }
    for (const directory of [withShift(night), withShift(undefined)]) {
      const ticket = new Ticket(office, new Map(), directory).log(ASKED)
      ticket.do({ kind: 'assign', technician: 'tora-aas' }, at(5))
      expect(clockOf(ticket).shift).toBeUndefined()
      expect(dueAt(clockOf(ticket), hoursOf(ticket, clockOf(ticket)))).toBeGreaterThan(DEMO_BEGINS)
    }
  })
})

describe('a target with conditions of its own', () => {
  const onTechnician = { fact: 'technician', op: 'filled' } as const
  const waiting = { fact: 'statusGroup', op: 'is', value: 'waiting' } as const

  it('begins once its condition holds, and runs on when it holds no longer', () => {
    const ticket = new Ticket(designWith({ startWhen: onTechnician })).log(ASKED)
    ticket.do({ kind: 'assign', technician: null }, at(1))
    const begun = ticket.state!.clocks.length
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, at(10))
    ticket.do({ kind: 'assign', technician: null }, at(20))
    const running = ticket.state!.clocks.filter((one) => one.stoppedAt === undefined)
    expect(running.map((one) => one.target).sort()).toEqual(['resolve', 'respond'])
    expect(begun).toBeLessThanOrEqual(2)
  })

  it('waits for the condition when it does not hold at the logging', () => {
    const ticket = new Ticket(designWith({ startWhen: { fact: 'status', op: 'is', value: 'in-hand' } })).log(
      ASKED,
    )
    expect(ticket.state!.clocks).toEqual([])
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(30))
    expect(clockOf(ticket).startedAt).toBe(at(30))
  })

  it('stands still while its condition holds, whatever the group of the status', () => {
    const edition = designWith({ pauseIn: [], pauseWhen: { fact: 'status', op: 'is', value: 'in-hand' } })
    const ticket = new Ticket(edition).log(ASKED)
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(10))
    expect(openPause(clockOf(ticket))?.why).toMatchObject({
      why: [{ is: 'status', status: 'in-hand' }],
    })
    const fields = { reason: 'Which gate is it?' }
    ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields }, at(40))
    expect(openPause(clockOf(ticket))).toBeUndefined()
    expect(spentOf(ticket, at(50))).toBe(20 * MINUTE)
  })

  it('is kept by a condition, once, and stays so', () => {
    const edition = designWith({ stopOn: 'condition', stopWhen: onTechnician })
    const ticket = new Ticket(edition).log(ASKED)
    ticket.do({ kind: 'assign', technician: 'tora-aas' }, at(10))
    expect(ticket.state!.clocks.map((one) => one.outcome)).toEqual(['kept', 'kept'])
    ticket.do({ kind: 'assign', technician: null }, at(20))
    expect(ticket.state!.clocks).toHaveLength(2)
  })

  it('that nothing has kept ends with the ticket, and goes on when it is reopened', () => {
    const never = { fact: 'queue', op: 'is', value: 'nowhere' } as const
    const ticket = new Ticket(designWith({ stopOn: 'condition', stopWhen: never })).log(ASKED)
    const fields = { solvedBy: 'tora-aas', remarks: 'New belt' }
    ticket.do({ kind: 'move', from: 'logged', to: 'solved', fields }, at(10))
    expect(clockOf(ticket).outcome).toBe('kept')
    ticket.do({ kind: 'answer', text: 'It is not solved' }, at(20))
    expect(clockOf(ticket).stoppedAt).toBeUndefined()
    expect(spentOf(ticket, at(30))).toBe(20 * MINUTE)
  })

  it('is called off while its condition holds, neither kept nor missed, and begins anew after', () => {
    const ticket = new Ticket(designWith({ pauseIn: [], cancelWhen: waiting })).log(ASKED)
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(5))
    ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'Which?' } }, at(10))
    expect(clockOf(ticket).outcome).toBe('cancelled')
    const alarms = ticketAlarms(ticket.state!, ticket.edition)
    expect(alarms.filter(({ key }) => !key.startsWith('idle:'))).toEqual([])
    ticket.do({ kind: 'note', text: 'Still waiting' }, at(15))
    expect(ticket.state!.clocks.filter((one) => one.stoppedAt === undefined)).toEqual([])
    ticket.do({ kind: 'answer', text: 'Gate 3' }, at(20))
    expect(clockOf(ticket)).toMatchObject({ startedAt: at(20) })
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it.each<[string, Partial<Target>, string]>([
    ['that is kept by nothing', { stopOn: 'condition' }, 'does not say what keeps it'],
    ['that is always called off', { cancelWhen: { all: [] } }, 'always called off'],
    ['that always stands still', { pauseWhen: { all: [] } }, 'always stands still'],
    [
      'that asks for a status nobody has',
      { startWhen: { fact: 'status', op: 'is', value: 'x' } },
      'status “x”',
    ],
    ['that asks for nobody', { stopWhen: { fact: 'technician', op: 'is', value: 'x' } }, 'person “x”'],
  ])('%s is an error of proofreading', (_, target, message) => {
    const findings = proofread(designWith(target).design, new Directory(demoDirectory()))
    expect(
      findings
        .filter((one) => one.severity === 'error')
        .map((one) => one.message)
        .join(),
    ).toContain(message)
  })
})

describe('a ticket that is reopened', () => {
  const solve = {
    kind: 'move',
    from: 'logged',
    to: 'solved',
    fields: { solvedBy: 'tora-aas', remarks: 'Done' },
  } as const

  it('begins its targets anew where the level says so, and leaves the ended ones as they ended', () => {
    const edition = designWith({}, (design) => {
      for (const level of design.serviceLevels) level.onReopen = 'anew'
    })
    const ticket = new Ticket(edition).log(ASKED).do(solve, at(30))
    ticket.do({ kind: 'answer', text: 'It is broken again' }, at(90))
    const resolve = ticket.state!.clocks.filter((one) => one.target === 'resolve')
    expect(resolve.map((one) => [one.startedAt, one.outcome])).toEqual([
      [DEMO_BEGINS, 'kept'],
      [at(90), undefined],
    ])
    expect(spentOf(ticket, at(100))).toBe(10 * MINUTE)
  })

  it('goes on with them otherwise, and the time in between does not count', () => {
    const ticket = new Ticket().log(ASKED).do(solve, at(30))
    ticket.do({ kind: 'answer', text: 'It is broken again' }, at(90))
    expect(ticket.state!.clocks.filter((one) => one.target === 'resolve')).toHaveLength(1)
    expect(spentOf(ticket, at(100))).toBe(40 * MINUTE)
  })
})

describe('a target that comes later', () => {
  const late = (countsFrom: Target['countsFrom']) =>
    designWith({ pauseIn: ['waiting'], countsFrom, calendar: { calendar: 'clock' } }, (design) => {
      for (const level of design.serviceLevels)
        level.targets = level.targets.map((one) => ({ ...one, granted: { p1: 'PT8H' } }))
    })

  it.each<[Target['countsFrom'], number]>([
    [undefined, 0],
    ['logging', 40],
    ['loggingThroughPauses', 60],
  ])('counts from %s', (countsFrom, minutes) => {
    const ticket = new Ticket(late(countsFrom)).log(ASKED)
    ticket.do({ kind: 'resort', field: 'priority', value: 'p3' }, at(0))
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(10))
    ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'Which?' } }, at(20))
    ticket.do({ kind: 'answer', text: 'Gate 3' }, at(40))
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(60))
    expect(spentOf(ticket, at(60))).toBe(minutes * MINUTE)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })
})

describe('pauses that lie in each other', () => {
  it('count once for a target that comes later', () => {
    const edition = designWith(
      { pauseIn: ['waiting'], countsFrom: 'logging', calendar: { calendar: 'clock' }, stopOn: 'done' },
      (design) => {
        for (const target of design.serviceLevels.flatMap((level) => level.targets)) {
          target.granted = { p1: 'PT8H' }
          if (target.target === 'resolve') target.granted.p3 = 'PT8H'
        }
      },
    )
    const ticket = new Ticket(edition).log(ASKED)
    ticket.do({ kind: 'resort', field: 'priority', value: 'p3' }, at(0))
    ticket.do({ kind: 'pauseClocks', targets: [], why: 'storm' }, at(5))
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(10))
    ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-requester', fields: { reason: 'Which?' } }, at(15))
    ticket.do({ kind: 'answer', text: 'Gate 3' }, at(20))
    ticket.do({ kind: 'resumeClocks', targets: [] }, at(40))
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(60))
    expect(clockOf(ticket, 'respond').pauses.map(({ from, to }) => [from, to])).toEqual([[at(5), at(40)]])
    expect(spentOf(ticket, at(60), 'respond')).toBe(25 * MINUTE)
  })
})

describe('a promise that ends at the very moment at which it is due', () => {
  it.each([
    [0, 'kept'],
    [1, 'missed'],
  ])('%i ms later it is %s', (late, outcome) => {
    const ticket = new Ticket(designWith({ calendar: { calendar: 'clock' } })).log(ASKED)
    const due = dueAt(clockOf(ticket, 'respond'), hoursOf(ticket, clockOf(ticket, 'respond')))!
    ticket.do({ kind: 'reply', text: 'Here we are' }, due + late)
    expect(clockOf(ticket, 'respond')).toMatchObject({ stoppedAt: due + late, outcome })
  })
})

describe('following a newer edition', () => {
  const editions = new Map<number, CompiledDesign>()
  const edition = (number: number, change: (design: Design) => void) => {
    const design = inSiteHours()
    change(design)
    const compiled = new CompiledDesign(design, number, (other) => editions.get(other))
    editions.set(number, compiled)
    return compiled
  }
  const first = edition(1, () => undefined)
  const adopt = (ticket: Ticket, to: CompiledDesign, now: number) => {
    ticket.edition = to
    return ticket.do({ kind: 'adopt' }, now, { person: 'olin-brandt' })
  }
  const everywhere = (design: Design, exception: Calendar['exceptions'][number]) => {
    for (const calendar of design.calendars) calendar.exceptions = [...calendar.exceptions, exception]
  }

  it('changes nothing but the edition where hours and promises are the same', () => {
    const ticket = new Ticket(first).log(ASKED)
    const { clocks } = ticket.state!
    adopt(
      ticket,
      edition(2, () => undefined),
      at(30),
    )
    expect(ticket.state).toMatchObject({ edition: 2, clocks })
    expect(ticket.entries.at(-1)!.kind).toBe('editionAdopted')
    adopt(ticket, editions.get(2)!, at(40))
    expect(ticket.entries.at(-1)!.at).toBe(at(30))
  })

  it('comes along where its category stands elsewhere in the edition, with why', () => {
    const ticket = new Ticket(first).log(ASKED)
    const { category } = ticket.state!
    const next = edition(30, (design) => {
      const { steps } = moveCategories(design, [category], 'loans')
      Object.assign(design, steps.reduce(changeDesign, design))
    })
    adopt(ticket, next, at(30))
    const now = `loans/${category.split('/').at(-1)!}`
    expect(ticket.state!.category).toBe(now)
    expect(ticket.state!.because.category).toMatchObject({
      edition: 30,
      why: [{ is: 'categoryMoved', from: category, category: now, edition: 30 }],
    })
  })

  it('moves the due moment by a holiday to come, and leaves the lines of the past as they stand', () => {
    const ticket = new Ticket(first).log(ASKED)
    const before = dueAt(clockOf(ticket), hoursOf(ticket, clockOf(ticket)))!
    const spentBefore = spentOf(ticket, at(30))
    const next = edition(3, (design) =>
      everywhere(design, {
        name: 'Regatta',
        shut: 'all day',
        date: new Date(before).toISOString().slice(0, 10),
      }),
    )
    adopt(ticket, next, at(30))
    const clock = clockOf(ticket)
    expect(clock.carried).toBeUndefined()
    expect(clock.grants).toHaveLength(1)
    expect(ticket.entries.at(-1)).toMatchObject({ kind: 'editionAdopted', hours: ['respond', 'resolve'] })
    expect(spentOf(ticket, at(30))).toBe(spentBefore)
    expect(balance(clock, hoursOf(ticket, clock), at(30))).toBe(clock.grants.at(-1)!.granted - spentBefore)
    expect(dueAt(clock, hoursOf(ticket, clock))!).toBeGreaterThanOrEqual(before)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('keeps what was counted when hours of the past change, as a line of its own', () => {
    const ticket = new Ticket(first).log(ASKED)
    const spentBefore = spentOf(ticket, at(60))
    const today = new Date(DEMO_BEGINS).toISOString().slice(0, 10)
    adopt(
      ticket,
      edition(4, (design) => everywhere(design, { name: 'Storm', shut: 'all day', date: today })),
      at(60),
    )
    expect(spentOf(ticket, at(60))).toBe(spentBefore)
    if (spentBefore > 0) expect(clockOf(ticket).carried).toMatchObject({ amount: spentBefore })
    expect(spentOf(ticket, at(61))).toBe(spentBefore)
  })

  it('rings of the rungs that a new ladder has in the past only the highest', () => {
    const ticket = new Ticket(first).log(ASKED)
    const rung = (id: string, share: number) => atShare(id, share, [{ to: 'technician' }])
    const next = edition(5, (design) => {
      const rungs = [rung('a', 0.001), rung('b', 0.002), rung('c', 0.003), rung('d', 0.9)]
      design.ladders = [{ id: 'new', name: 'New', target: 'resolve', when: { all: [] }, rungs }]
    })
    const evening = at(60 * 3)
    adopt(ticket, next, evening)
    expect(ticket.entries.at(-1)).toMatchObject({ kind: 'rungsPassed' })
    ticket.do({ kind: 'ring' }, evening, { system: 'alarm' })
    const rang = ticket.entries.flatMap((one) => (one.kind === 'rungRang' ? one.rung : []))
    expect(rang).toEqual(['c'])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('ends promises whose level is no more, and says so by the name that it had', () => {
    const ticket = new Ticket(first).log(ASKED)
    const [{ serviceLevel }] = ticket.state!.clocks as [Clock]
    const { name } = first.design.serviceLevels.find((one) => one.id === serviceLevel)!
    adopt(
      ticket,
      edition(7, (design) => (design.serviceLevels = [])),
      at(5),
    )
    expect(ticket.state!.clocks.map((one) => one.outcome)).toEqual(['cancelled', 'cancelled'])
    const words = {
      language: 'en',
      design: (number: number) => editions.get(number),
      directory: ticket.directory,
    } as const
    const because = ticket.entries.flatMap((one) => (one.kind === 'clockStopped' ? (one.because ?? []) : []))
    expect(because.map((one) => becauseInWords(one, words).text)).toEqual([
      `edition 7 has no service level “${name}”`,
      `edition 7 has no service level “${name}”`,
    ])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
    // One that is called off since its level does not hold any more says nothing of the kind.
    const other = new Ticket(first).log(ASKED)
    adopt(
      other,
      edition(8, (design) => {
        for (const level of design.serviceLevels) level.when = { fact: 'item', op: 'is', value: 'nothing' }
      }),
      at(5),
    )
    expect(other.entries.filter((one) => one.kind === 'clockStopped' && one.because)).toEqual([])
  })

  it('is refused where the edition lacks what the ticket needs; nothing has changed then', () => {
    const ticket = new Ticket(first).log(ASKED)
    const count = ticket.entries.length
    const without = edition(
      6,
      (design) => (design.priorities = design.priorities.filter((one) => one.id !== ticket.state!.priority)),
    )
    expect(() => adopt(ticket, without, at(5))).toThrow('has no priority')
    expect(ticket.entries).toHaveLength(count)
  })

  it('leaves a ticket that is done as it is', () => {
    const ticket = new Ticket(first).log(ASKED)
    ticket.do(
      { kind: 'move', from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'Done' } },
      at(5),
      TORA,
    )
    adopt(ticket, editions.get(2)!, at(30))
    expect(ticket.state!.edition).toBe(1)
  })
})
