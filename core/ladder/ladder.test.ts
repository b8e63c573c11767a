import { said } from '../reason'
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { Clock } from '../clock'
import { CalendarTime, DAY, HOUR, ROUND_THE_CLOCK, weekly } from '../time'
import { dueAlarms, ladderAlarms, readRungKey, withRang, type Climbing } from './alarms'
import { atShare, type Ladder } from './ladder'
import { linksOf, loopsOf } from './loops'
import { dutiesBetween, onCall, onRota, rotaFaults, turnEnds, type Rota } from './rota'

const hours = new CalendarTime({
  id: 'clock',
  name: 'Clock',
  zone: 'UTC',
  week: ROUND_THE_CLOCK,
  exceptions: [],
})
const ladder: Ladder = {
  id: 'slow',
  name: 'Nobody has answered',
  target: 'respond',
  when: { all: [] },
  rungs: [0.5, 0.8, 1, 1.5].map((share, index) => atShare(`r${index}`, share, [{ to: 'technician' }])),
}
const START = Date.parse('2026-11-16T12:00Z')
const clock = (more: Partial<Clock> = {}): Clock => ({
  target: 'respond',
  label: 'Answer',
  serviceLevel: 'x',
  calendar: 'clock',
  edition: 1,
  startedAt: START,
  grants: [{ at: START, granted: 2 * HOUR, why: said('High') }],
  pauses: [],
  stopOn: 'reply',
  pauseIn: [],
  ...more,
})
const climbing = (clocks: Clock[], more: Partial<Climbing> = {}): Climbing => ({
  clocks,
  hoursOf: () => hours,
  runs: {},
  acknowledged: {},
  rang: [],
  since: { created: START, reply: START, status: START },
  calendar: () => hours,
  ...more,
})
const alarms = (one: Clock, rang: string[] = []) => {
  const all = climbing([one], { rang })
  return [...ladderAlarms([ladder], all), ...dueAlarms(all)]
}

describe('the alarms of a clock', () => {
  it('stand at the shares of its rungs and at its due moment', () => {
    expect(
      alarms(clock())
        .map(({ at }) => (at - START) / HOUR)
        .sort(),
    ).toEqual([1, 1.6, 2, 2, 3])
  })

  it('are none while it is paused or once it has stopped', () => {
    expect(alarms(clock({ stoppedAt: START + HOUR, outcome: 'kept' }))).toEqual([])
    const paused = clock({ pauses: [{ from: START + HOUR / 2, by: 'x', why: said('waiting') }] })
    expect(alarms(paused)).toEqual([])
  })

  it('keep their keys when their moment moves, and do not come again once they rang', () => {
    const before = alarms(clock())
    const later = alarms(
      clock({ pauses: [{ from: START, to: START + 3 * HOUR, by: 'x', why: said('waiting') }] }),
    )
    expect(later.map((one) => one.key)).toEqual(before.map((one) => one.key))
    expect(later.map((one) => one.at)).toEqual(before.map((one) => one.at + 3 * HOUR))
    expect(alarms(clock(), [before[0]!.key])).toHaveLength(before.length - 1)
  })

  it('have new keys after an extension, so that they ring for the longer promise too', () => {
    const more = { at: START + HOUR, granted: 4 * HOUR, why: said('agreed'), extendedBy: 'olin' }
    const extended = clock({ grants: [...clock().grants, more] })
    const rang = alarms(clock()).map((one) => one.key)
    expect(alarms(extended, rang)).toHaveLength(rang.length)
  })
})

describe('a ladder with points of its own', () => {
  const run = { startedAt: START, calendar: 'clock', depth: 0 }
  const rung = (moment: Ladder['rungs'][0]['moment'], repeat?: Ladder['rungs'][0]['repeat']): Ladder => ({
    id: 'own',
    name: 'Own',
    target: 'respond',
    when: { all: [] },
    rungs: [{ id: 'r', moment, actions: [], ...(repeat && { repeat }) }],
  })
  const hoursAfter = (one: Ladder, more: Partial<Climbing> = {}, now?: number) =>
    ladderAlarms([one], climbing([clock()], { runs: { own: run }, ...more }), now).map(
      ({ at }) => (at - START) / HOUR,
    )

  it('rings before and after due, since it began, was logged, came into its status and anybody spoke', () => {
    const since = { created: START - HOUR, reply: START + HOUR, status: START + 2 * HOUR }
    const at = (moment: Ladder['rungs'][0]['moment']) => hoursAfter(rung(moment), { since })
    expect(at({ at: 'due', after: '-PT30M' })).toEqual([1.5])
    expect(at({ at: 'due', after: 'PT15M' })).toEqual([2.25])
    expect(at({ at: 'start', after: 'PT3M' })).toEqual([0.05])
    expect(at({ at: 'created', after: 'PT4H' })).toEqual([3])
    expect(at({ at: 'reply', after: 'PT1H' })).toEqual([2])
    expect(at({ at: 'status', after: 'P3D' })).toEqual([74])
  })

  it('counts working time in its calendar where it says so', () => {
    const office = new CalendarTime({
      id: 'office',
      name: 'Office',
      zone: 'UTC',
      week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
      exceptions: [],
    })
    const one = rung({ at: 'created', after: 'PT6H', counted: 'working' })
    // 16 November 2026 is a Monday: five hours are left of it at 12:00, one is taken of Tuesday.
    expect(hoursAfter(one, { calendar: () => office })).toEqual([22])
  })

  it('repeats as often as it says; what was missed rings once, as the last one that is due', () => {
    // Practice: stakeholders from 3 minutes after the start, again every 2 minutes.
    const one = rung({ at: 'start', after: 'PT3M' }, { every: 'PT2M', times: 3 })
    const first = ladderAlarms([one], climbing([clock()], { runs: { own: run } }))[0]!.key
    const minutes = (rang: string[], now?: number) =>
      hoursAfter(one, { rang }, now === undefined ? undefined : START + now * 60_000).map((at) =>
        Math.round(at * 60),
      )
    expect(minutes([])).toEqual([3])
    expect(minutes([first])).toEqual([5])
    expect(minutes([`${first}#1`])).toEqual([7])
    expect(minutes([first], 8)).toEqual([7])
    expect(minutes([first], 500)).toEqual([9])
    expect(minutes([`${first}#3`])).toEqual([])
    expect(readRungKey(`${first}#2`).time).toBe(2)
    expect(withRang(['rung:a:r:e1', 'rung:a:other:e1'], 'rung:a:r:e2')).toEqual([
      'rung:a:other:e1',
      'rung:a:r:e2',
    ])
    expect(withRang(['x', first, `${first}#1`], `${first}#2`)).toEqual(['x', `${first}#2`])
  })

  it('is silent once somebody has it, until it runs anew', () => {
    const one = { ...rung({ at: 'start', after: 'PT3M' }), acknowledgementStops: true }
    const has = { own: { run: `s${START}`, by: 'tora', at: START } }
    expect(hoursAfter(one, { acknowledged: has })).toEqual([])
    const again = { own: { ...run, startedAt: START + HOUR } }
    expect(hoursAfter(one, { acknowledged: has, runs: again })).toEqual([1.05])
    expect(hoursAfter(one, { runs: {} })).toEqual([])
  })
})

describe('what can set off what', () => {
  const make = (id: string, actions: Ladder['rungs'][0]['actions'], more: Partial<Ladder> = {}): Ladder => ({
    id,
    name: id,
    when: { all: [] },
    rungs: [{ id: 'r', moment: { at: 'start', after: 'PT1H' }, actions }],
    ...more,
  })
  const on = (event: 'priorityRaised' | 'deliveryFailed'): Partial<Ladder> => ({
    rungs: [{ id: 'r', moment: { at: 'event', event }, actions: [{ do: 'raisePriority' }] }],
  })
  const priorities = ['p1', 'p2', 'p3']
  const loops = (...ladders: Ladder[]) => loopsOf(linksOf(ladders, priorities)).map((way) => way.length)

  it('finds ladders that set each other off, over any number of steps', () => {
    const a = make('a', [{ do: 'setOff', ladder: 'b' }])
    const b = make('b', [{ do: 'setOff', ladder: 'c' }])
    expect(loops(a, b, make('c', []))).toEqual([])
    expect(loops(a, b, make('c', [{ do: 'setOff', ladder: 'a' }]))).toEqual([3])
    expect(loops(make('a', [{ do: 'setOff', ladder: 'a' }]))).toEqual([1])
  })

  it('finds what events and changed facts set off', () => {
    expect(loops(make('a', [], on('priorityRaised')))).toEqual([1])
    const whenI = { fact: 'priority', op: 'is', value: 'p1' } as const
    const begins = make('b', [{ do: 'raisePriority', to: 'p2' }], { startWhen: whenI })
    expect(linksOf([begins], priorities)).toEqual([])
    expect(loops(make('b', [{ do: 'raisePriority', to: 'p1' }], { startWhen: whenI }))).toEqual([1])
    // It cannot be for that ticket any more once the priority is I.
    const notI = { ...begins, startWhen: { none: [whenI] } }
    expect(
      linksOf([{ ...notI, rungs: make('x', [{ do: 'raisePriority', to: 'p1' }]).rungs }], priorities),
    ).toEqual([])
  })

  it('lets a ladder tell of failed deliveries, since a message about one sets nothing off', () => {
    const tell = make('a', [], {
      rungs: [
        {
          id: 'r',
          moment: { at: 'event', event: 'deliveryFailed' },
          actions: [{ do: 'notify', tell: [{ to: 'teamLead' }], template: 'rung' }],
        },
      ],
    })
    expect(loops(tell)).toEqual([])
  })

  it('finds a loop where and only where walking the links comes back (by trying every walk)', () => {
    const ids = ['a', 'b', 'c', 'd']
    const ways = fc.array(fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids)), { maxLength: 7 })
    fc.assert(
      fc.property(ways, (pairs) => {
        const ladders = ids.map((id) =>
          make(
            id,
            pairs.filter(([from]) => from === id).map(([, to]) => ({ do: 'setOff' as const, ladder: to })),
          ),
        )
        const reach = (from: string, to: string, left: number): boolean =>
          left > 0 && pairs.some(([a, b]) => a === from && (b === to || reach(b, to, left - 1)))
        const found = loopsOf(linksOf(ladders, priorities))
        expect(found.length > 0).toBe(ids.some((id) => reach(id, id, ids.length)))
      }),
    )
  })
})

describe('a rota', () => {
  const rota: Rota = {
    id: 'night',
    name: 'Night',
    zone: 'America/Halifax',
    from: '2026-01-05',
    handOver: '08:00',
    turnDays: 7,
    members: ['a', 'b', 'c'],
  }
  const local = (text: string) => DateTime.fromISO(text, { zone: rota.zone }).toMillis()

  it('hands over at its hour in its own zone, summer and winter', () => {
    expect(onRota(rota, local('2026-01-05T08:00'))).toBe('a')
    expect(onRota(rota, local('2026-01-12T07:59'))).toBe('a')
    expect(onRota(rota, local('2026-01-12T08:00'))).toBe('b')
    // The clocks went forward on 8 March (US Energy Policy Act of 2005 §110; Halifax keeps it too).
    expect(onRota(rota, local('2026-03-16T07:59'))).toBe(onRota(rota, local('2026-03-09T08:00')))
    expect(onRota(rota, local('2026-03-16T08:00'))).not.toBe(onRota(rota, local('2026-03-16T07:59')))
  })

  it('has nobody before it begins or without members', () => {
    expect(onRota(rota, local('2026-01-05T07:59'))).toBeUndefined()
    expect(onRota({ ...rota, members: [] }, local('2026-02-01T12:00'))).toBeUndefined()
  })

  it('changes at the end of each turn and not before', () => {
    const turns = fc.record({
      turnDays: fc.integer({ min: 1, max: 14 }),
      handOver: fc.constantFrom('00:00', '08:00', '17:30'),
    })
    fc.assert(
      fc.property(turns, fc.integer({ min: 0, max: 700 * 24 }), (turn, hour) => {
        const one = { ...rota, ...turn }
        const at = local('2026-01-06T00:00') + hour * HOUR
        const end = turnEnds(one, at)
        expect(end).toBeGreaterThan(at)
        expect(end - at).toBeLessThanOrEqual(turn.turnDays * DAY + HOUR)
        expect(onRota(one, end - 60_000)).toBe(onRota(one, at))
        expect(onRota(one, end)).not.toBe(onRota(one, at))
      }),
    )
  })

  it('lets a swap come first, skips whoever is away, and names who comes after', () => {
    const at = local('2026-01-06T12:00')
    const swap = { id: 1, rota: 'night', from: at - HOUR, to: at + HOUR, person: 'c', why: 'swap' }
    expect(onCall(rota, at)).toEqual(['a', 'b', 'c'])
    expect(onCall(rota, at, { overrides: [swap] })).toEqual(['c', 'a', 'b'])
    expect(onRota(rota, at, { overrides: [swap] }, 2)).toBe('a')
    expect(onRota(rota, at + HOUR, { overrides: [swap] })).toBe('a')
    expect(onCall(rota, at, { overrides: [{ ...swap, person: null }] })).toEqual([])
    expect(onRota(rota, at, { isAway: (person) => person === 'a' })).toBe('b')
    expect(onCall(rota, at, { overrides: [{ ...swap, rota: 'other' }] })).toEqual(['a', 'b', 'c'])
  })

  it('has layers on top for some hours only, over midnight too', () => {
    const nights = {
      id: 'nights',
      from: '2026-01-05',
      handOver: '00:00',
      turnDays: 1,
      members: ['n', 'm'],
      only: { days: [1, 2, 3, 4, 5], from: '22:00', to: '06:00' },
    }
    const layered = { ...rota, layers: [nights] }
    // Monday 5 January 2026; the night of Friday ends on Saturday at 06:00.
    expect(onRota(layered, local('2026-01-05T21:59'))).toBe('a')
    expect(onRota(layered, local('2026-01-05T22:00'))).toBe('n')
    expect(onRota(layered, local('2026-01-06T05:59'))).toBe('m')
    expect(onRota(layered, local('2026-01-06T06:00'))).toBe('a')
    expect(onRota(layered, local('2026-01-10T05:00'))).toBe('m')
    expect(onRota(layered, local('2026-01-11T05:00'))).toBe('a')
  })

  it('is the same as asking hour by hour, whatever its turns, layers and swaps (brute force)', () => {
    const layer = fc.record({
      id: fc.constant('l'),
      from: fc.constantFrom('2026-01-01', '2026-03-02'),
      handOver: fc.constantFrom('00:00', '08:00', '17:00'),
      turnDays: fc.integer({ min: 1, max: 9 }),
      members: fc.subarray(['x', 'y', 'z']),
      only: fc.option(
        fc.record({
          days: fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 }),
          from: fc.constantFrom('06:00', '18:00'),
          to: fc.constantFrom('07:00', '22:00'),
        }),
        { nil: undefined },
      ),
    })
    const from = local('2026-03-05T00:00')
    const swaps = fc.array(
      fc.record({
        id: fc.constant(1),
        rota: fc.constant('night'),
        from: fc.integer({ min: 0, max: 200 }).map((hour) => from + hour * HOUR),
        to: fc.integer({ min: 0, max: 240 }).map((hour) => from + hour * HOUR),
        person: fc.constantFrom('c', null),
        why: fc.constant(''),
      }),
      { maxLength: 2 },
    )
    const away = fc.subarray(['a', 'x'])
    fc.assert(
      fc.property(fc.array(layer, { maxLength: 2 }), swaps, away, (layers, overrides, gone) => {
        const one = { ...rota, layers }
        const facts = { overrides, isAway: (person: string) => gone.includes(person) }
        // Ten days over the Sunday on which the clocks go forward.
        const duties = dutiesBetween(one, from, from + 10 * DAY, facts)
        expect(duties[0]!.from).toBe(from)
        expect(duties.at(-1)!.to).toBe(from + 10 * DAY)
        for (let at = from; at < from + 10 * DAY; at += HOUR) {
          const duty = duties.find((part) => part.from <= at && at < part.to)!
          expect(duty.people).toEqual(onCall(one, at, facts))
        }
      }),
      { numRuns: 40 },
    )
  })

  it('hands over at one instant where the hour occurs twice or is left out, for the plan and for who is on call', () => {
    // In London 01:00 to 02:00 occurs twice on 25 October 2026 and is left out on 29 March (EU directive 2000/84/EC).
    const daily = { ...rota, zone: 'Europe/London', from: '2026-01-05', handOver: '01:30', turnDays: 1 }
    const at = (text: string) => onRota(daily, Date.parse(text))
    expect(at('2026-10-25T00:29Z')).not.toBe(at('2026-10-25T00:30Z'))
    expect(at('2026-10-25T01:00Z')).toBe(at('2026-10-25T00:30Z'))
    expect(at('2026-10-26T01:29Z')).toBe(at('2026-10-25T00:30Z'))
    expect(at('2026-03-29T01:29Z')).not.toBe(at('2026-03-29T01:30Z'))
    const times = fc.integer({ min: 0, max: 47 }).map((half) => {
      const two = (value: number) => String(value).padStart(2, '0')
      return `${two(Math.floor(half / 2))}:${half % 2 ? '30' : '00'}`
    })
    const change = fc.constantFrom(
      ['Europe/London', '2026-10-25T01:00Z'],
      ['Europe/London', '2026-03-29T01:00Z'],
      ['America/Halifax', '2026-11-01T05:00Z'],
      ['Australia/Lord_Howe', '2026-04-04T15:00Z'],
      ['Atlantic/Reykjavik', '2026-10-25T01:00Z'],
    )
    fc.assert(
      fc.property(
        change,
        times,
        times,
        times,
        fc.array(fc.nat(48 * 60)),
        (which, handOver, from, to, minutes) => {
          const [zone, text] = which as [string, string]
          const only = { days: [1, 2, 3, 4, 5, 6, 7], from, to }
          const layers = [{ id: 'l', from: '2026-01-06', handOver, turnDays: 2, members: ['d', 'e'], only }]
          const one: Rota = { ...rota, zone, handOver, turnDays: 1, layers }
          const begin = Date.parse(text) - 24 * HOUR
          const duties = dutiesBetween(one, begin, begin + 48 * HOUR)
          for (const minute of minutes) {
            const moment = begin + minute * 60_000
            const duty = duties.find((each) => each.from <= moment && moment < each.to)
            if (duty) expect(onCall(one, moment)).toEqual(duty.people)
          }
        },
      ),
    )
  })

  it('finds gaps, and people who have two rotas at once', () => {
    const days = (hours: number) => local('2026-01-12T08:00') + hours * HOUR
    const other = { ...rota, id: 'day', members: ['b'], from: '2026-01-05' }
    const gap = { id: 1, rota: 'day', from: days(5), to: days(7), person: null, why: 'nobody could' }
    const faults = rotaFaults([rota, other], days(0), days(24), { overrides: [gap] })
    expect(faults).toEqual([
      { kind: 'double', person: 'b', rotas: ['night', 'day'], from: days(0), to: days(5) },
      { kind: 'gap', rota: 'day', from: days(5), to: days(7) },
      { kind: 'double', person: 'b', rotas: ['night', 'day'], from: days(7), to: days(24) },
    ])
  })
})
