import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CalendarTime, HOUR, MINUTE, weekly } from '../time'
import {
  benchOrder,
  dueInFreeTime,
  earliestDue,
  fewestLate,
  forgottenSince,
  FreeTime,
  lookAhead,
  otherWay,
  LINK_KINDS,
  placeInWords,
  readSearch,
  roundedTime,
  shelfOf,
  type BenchKey,
  type BenchTicket,
  type Job,
  type Move,
} from '.'

const utc = (text: string) => Date.parse(text)
const endsOf = (order: readonly Job[]) => {
  let end = 0
  return order.map((job) => ({ job, end: (end += job.takes) }))
}
const lateIn = (order: readonly Job[]) => endsOf(order).filter(({ job, end }) => end > job.due).length
const greatestLateness = (order: readonly Job[]) =>
  Math.max(...endsOf(order).map(({ job, end }) => end - job.due))

function* permutations<T>(list: T[]): Generator<T[]> {
  if (list.length < 2) return yield list
  for (let index = 0; index < list.length; index++)
    for (const rest of permutations(list.filter((_, other) => other !== index))) yield [list[index]!, ...rest]
}

const jobs = fc
  .array(fc.record({ takes: fc.integer({ min: 1, max: 9 }), due: fc.integer({ min: 1, max: 25 }) }), {
    minLength: 1,
    maxLength: 6,
  })
  .map((list) => list.map((one, key): Job => ({ key, ...one })))

describe('orders', () => {
  it('fewest late: the example 3.3.3 of Pinedo, Scheduling (from memory)', () => {
    const takes = [7, 8, 4, 6, 6]
    const due = [9, 17, 18, 19, 21]
    const { order, late } = fewestLate(
      takes.map((one, index) => ({ key: index + 1, takes: one, due: due[index]! })),
    )
    expect(late).toHaveLength(2)
    expect(order.slice(0, 3).map((one) => one.key)).toEqual([3, 4, 5])
  })

  it('fewest late: no order has fewer (Moore 1968), against all orders', () => {
    fc.assert(
      fc.property(jobs, (list) => {
        const { order, late } = fewestLate(list)
        const best = Math.min(...[...permutations(list)].map(lateIn))
        expect(late).toHaveLength(best)
        expect(lateIn(order)).toBe(best)
        expect([...order].sort((a, b) => a.key - b.key)).toEqual(list)
      }),
      { numRuns: 200 },
    )
  })

  it('earliest due first: no order has a smaller greatest lateness (Jackson 1955), against all orders', () => {
    fc.assert(
      fc.property(jobs, (list) => {
        const best = Math.min(...[...permutations(list)].map(greatestLateness))
        expect(greatestLateness(earliestDue(list))).toBe(best)
      }),
      { numRuns: 200 },
    )
  })

  it('bear jobs that owe nothing', () => {
    const list = [
      { key: 1, takes: 5, due: Infinity },
      { key: 2, takes: 1, due: 1 },
    ]
    expect(earliestDue(list).map((one) => one.key)).toEqual([2, 1])
    expect(fewestLate(list).late).toEqual([])
  })
})

describe('a bench', () => {
  const ticket = (reference: number, more: Partial<BenchTicket> = {}): BenchTicket => ({
    reference,
    priorityOrder: 3,
    band: 'fine',
    loggedAt: 0,
    ...more,
  })
  const say = {
    priority: (order: number) => `P${order}`,
    moment: (at: number) => `at ${at}`,
    balance: String,
  }

  it('has each ticket in its place, and says why', () => {
    const keys: BenchKey[] = ['band', 'priority', 'due', 'logged']
    const order = benchOrder(
      [
        ticket(1),
        ticket(2, { priorityOrder: 1 }),
        ticket(3, { band: 'over' }),
        ticket(4, { dueAt: 50 }),
        ticket(5, { dueAt: 40 }),
        ticket(6, { band: 'paused', priorityOrder: 1 }),
      ],
      keys,
    )
    expect(order.map((one) => one.reference)).toEqual([3, 2, 5, 4, 1, 6])
    const why = order.map((one, index) => placeInWords(one, order[index + 1], keys, say))
    expect(why).toEqual([
      'a promise of it is over',
      'priority P1 comes before P3',
      'it falls due at 40, the next at 50',
      'it falls due at 50, the next at no time',
      'its promises are fine',
      'it is the last',
    ])
    expect(placeInWords(ticket(1), ticket(2), keys, say)).toContain('lower number')
  })

  it('is the same however its tickets came', () => {
    const one = fc.record({
      reference: fc.integer({ min: 1, max: 9999 }),
      priorityOrder: fc.integer({ min: 1, max: 5 }),
      band: fc.constantFrom('over', 'close', 'fine', 'paused'),
      loggedAt: fc.integer({ min: 0, max: 5 }),
    }) as fc.Arbitrary<BenchTicket>
    const list = fc.uniqueArray(one, { selector: (each) => each.reference, maxLength: 20 })
    fc.assert(
      fc.property(list, (tickets) => {
        expect(benchOrder([...tickets].reverse(), ['band', 'logged'])).toEqual(
          benchOrder(tickets, ['band', 'logged']),
        )
      }),
    )
  })
})

describe('looking ahead', () => {
  // Thursday 19 November 2026: nine to five, as in London.
  const shift = new CalendarTime({
    ...{ id: 'day', name: 'day', zone: 'Europe/London', exceptions: [] },
    week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  })
  const now = utc('2026-11-19T09:00Z')
  const lunch = { from: now + 3 * HOUR, to: now + 4 * HOUR }

  it('lays work down for what is fixed and at the end of a shift, and takes it up again', () => {
    const free = new FreeTime(shift, [lunch])
    const slots = lookAhead(
      [
        { reference: 1, takes: 2 * HOUR, doneBy: now + 2 * HOUR },
        { reference: 2, takes: 2 * HOUR, answerBy: now + HOUR, doneBy: now + 5 * HOUR },
        { reference: 3, takes: 4 * HOUR },
      ],
      free,
      now,
    )
    expect(slots.map(({ from, to }) => [(from - now) / HOUR, (to - now) / HOUR])).toEqual([
      [0, 2],
      [2, 5],
      [5, 25],
    ])
    expect(slots.map((one) => one.broken)).toEqual([[], ['answer'], []])
    expect(free.between(now, now + 24 * HOUR)).toBe(7 * HOUR)
    expect(dueInFreeTime({ reference: 1, takes: HOUR, doneBy: now + 5 * HOUR }, free, now)).toBe(4 * HOUR)
    expect(dueInFreeTime({ reference: 1, takes: HOUR, answerBy: now + HOUR }, free, now)).toBe(2 * HOUR)
    expect(dueInFreeTime({ reference: 1, takes: HOUR, doneBy: now - HOUR }, free, now)).toBe(-1)
    expect(dueInFreeTime({ reference: 1, takes: HOUR }, free, now)).toBe(Infinity)
  })

  it('knows a shift that never comes again, and somebody without shifts', () => {
    const gone = new CalendarTime({
      ...{ id: 'gone', name: 'gone', zone: 'Europe/London', week: [] },
      exceptions: [{ date: '2026-11-19', open: [{ from: '09:00', to: '10:00' }], name: 'last day' }] as never,
    })
    expect(new FreeTime(gone, []).spend(now, 2 * HOUR).to).toBe(Infinity)
    expect(new FreeTime(undefined, [lunch]).spend(now, 4 * HOUR)).toEqual({ from: now, to: now + 5 * HOUR })
  })

  it('spends exactly the free time there is (property)', () => {
    const fixed = fc.array(fc.tuple(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 300 })), {
      maxLength: 6,
    })
    fc.assert(
      fc.property(fixed, fc.integer({ min: 1, max: 2000 }), (list, minutes) => {
        const free = new FreeTime(
          shift,
          list.map(([from, length]) => ({ from: now + from * MINUTE, to: now + (from + length) * MINUTE })),
        )
        const { from, to } = free.spend(now, minutes * MINUTE)
        expect(free.between(from, to)).toBe(minutes * MINUTE)
        expect(free.between(now, from)).toBe(0)
      }),
    )
  })
})

describe('time records', () => {
  it('are rounded by the rule of the desk', () => {
    expect(roundedTime(61_000, { step: 'PT1M', way: 'up' })).toBe(2 * MINUTE)
    expect(roundedTime(7 * MINUTE, { step: 'PT5M', way: 'nearest' })).toBe(5 * MINUTE)
    expect(roundedTime(8 * MINUTE, { step: 'PT5M', way: 'nearest' })).toBe(10 * MINUTE)
    expect(roundedTime(MINUTE, { step: 'PT5M', way: 'up', least: 'PT15M' })).toBe(15 * MINUTE)
    expect(roundedTime(0, { step: 'PT5M', way: 'up' })).toBe(0)
    expect(() => roundedTime(1, { step: 'PT0M', way: 'up' })).toThrow(RangeError)
  })

  it('ask about a timer that was forgotten', () => {
    const timer = { person: 'p', since: 0 }
    expect(forgottenSince(timer, 2 * HOUR, 2 * HOUR + 20 * MINUTE)).toEqual({
      until: 2 * HOUR,
      why: 'your shift ended',
    })
    expect(forgottenSince(timer, 2 * HOUR, 2 * HOUR + 5 * MINUTE)).toBeUndefined()
    expect(forgottenSince(timer, undefined, 10 * HOUR)?.until).toBe(9 * HOUR)
    expect(forgottenSince({ person: 'p', since: 3 * HOUR }, 2 * HOUR, 4 * HOUR)).toBeUndefined()
  })
})

describe('small things of work', () => {
  it('a link has an other end, and its other end is itself', () => {
    for (const one of LINK_KINDS) expect(otherWay(otherWay(one))).toBe(one)
  })

  it('a shelf holds what its role may see, in its order', () => {
    const move = (id: string, more: Partial<Move> = {}): Move => ({
      ...{ id, name: id, when: { all: [] }, asks: [], steps: [] },
      ...more,
    })
    const moves = [move('a'), move('b', { roles: ['lead'] }), move('c', { teams: ['x'] })]
    const shelves = [{ id: 'technician' as const, name: 't', moves: ['c', 'gone', 'b', 'a'] }]
    const ids = (role: string, teams: string[]) =>
      shelfOf({ moves, shelves }, { role, teams }).map((one) => one.id)
    expect(ids('technician', ['x'])).toEqual(['c', 'a'])
    expect(ids('lead', [])).toEqual(['a', 'b'])
  })
})

describe('a search', () => {
  const names = {
    teams: [{ id: 'networks', name: 'Networks' }],
    organisations: [
      { id: 'merrow', name: 'Merrow Line' },
      { id: 'port', name: 'Hallin Port Trust' },
    ],
    people: [{ id: 'tora-aas', name: 'Tora Aas' }],
  }
  const read = (text: string) => readSearch(text, names)

  it.each([
    ['5 961', { number: 5961, terms: ['5', '961'], filters: [] }],
    ['#6037', { number: 6037, terms: ['6037'], filters: [] }],
    ['agreement 1057 open', { terms: [], filters: ['agreement 1057', 'open'] }],
    ['agreement with merrow', { terms: ['agreement', 'with', 'merrow'], filters: [] }],
    ['gate SCANNER', { terms: ['gate', 'scanner'], filters: [] }],
    ['wifi open in networks', { terms: ['wifi'], filters: ['open', 'in Networks'] }],
    ['of merrow line by Tora Aas till', { terms: ['till'], filters: ['of Merrow Line', 'by Tora Aas'] }],
    ['“open” gate', { terms: ['gate', 'open'], filters: [] }],
    ['in the van of somebody', { terms: ['in', 'the', 'van', 'of', 'somebody'], filters: [] }],
    ['', { terms: [], filters: [] }],
  ])('“%s”', (text, wanted) => {
    const { filters, ...rest } = read(text)
    expect({ ...rest, filters: filters.map((one) => one.words) }).toEqual(wanted)
  })
})
