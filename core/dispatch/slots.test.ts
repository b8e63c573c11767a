import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CalendarTime, DAY, HOUR, MINUTE, parseMoment, weekly, type Interval } from '../time'
import { normalise } from '../time/intervals'
import { conflictsOf, GRID, isRemark, slotsFor, slotsOf, Ways, type Hand, type Job } from '.'

const at = (hours: number, minutes = 0) => hours * HOUR + minutes * MINUTE
const span = (from: number, to: number): Interval => ({ start: at(from), end: at(to) })
const WAYS = new Ways([
  { id: 'hallin', ways: { landing: 14, varnes: 35 } },
  { id: 'landing', ways: { breakwater: 10 } },
  { id: 'skerry' },
])
const hand = (more: Partial<Hand> = {}): Hand => ({
  ...{ id: 'sten', skills: new Set(['masts']), base: 'hallin', free: [span(8, 16)], visits: [] },
  ...more,
})
const JOB: Job = { id: '6041', duration: at(1, 30), skill: 'masts', site: 'breakwater' }
const WITHIN = { start: 0, end: 2 * DAY, now: at(7) }
const first = (job: Partial<Job>, ...hands: Partial<Hand>[]) =>
  slotsFor({ ...JOB, ...job }, hands.map(hand), WAYS, WITHIN)[0]

describe('the ways between sites', () => {
  it('are the shortest, over other sites where nobody wrote them down, in both directions', () => {
    expect(WAYS.between('hallin', 'breakwater')).toBe(24 * MINUTE)
    expect(WAYS.between('breakwater', 'varnes')).toBe(59 * MINUTE)
    expect(WAYS.between('hallin', 'hallin')).toBe(0)
    expect(WAYS.between(undefined, 'hallin')).toBe(0)
  })

  it('begin now: nobody is there who would have had to set out before', () => {
    const far = { site: 'varnes' }
    const way = new Ways([{ id: 'hallin', ways: { varnes: 55 } }])
    const [one] = slotsFor({ ...JOB, ...far }, [hand({})], way, { ...WITHIN, now: at(10, 42) })
    expect(one!.start).toBe(at(11, 45))
    const trial = { job: { ...JOB, ...far }, hand: hand({}), start: at(11), ways: way, now: at(10, 42) }
    expect(conflictsOf(trial).map((each) => each.is)).toContain('noWay')
  })

  it('are a guess where none is known, and that is told', () => {
    expect(WAYS.between('hallin', 'skerry')).toBeUndefined()
    expect(WAYS.assumed('hallin', 'skerry')).toBe(30 * MINUTE)
    expect(first({ site: 'skerry' }, {})).toMatchObject({ isKnown: false, start: at(8, 30) })
  })
})

describe('places for a job', () => {
  it('begin once somebody can be there, at a quarter of an hour, and say where they come from', () => {
    expect(first({}, {})).toMatchObject({
      ...{ hand: 'sten', start: at(8, 30), end: at(10), from: { site: 'hallin' }, way: 24 * MINUTE },
      ...{ isFirst: true, isKnown: true, freeAfter: at(6), left: null },
    })
  })

  it('lie between visits, with the way to the next one', () => {
    const visits = [
      { id: '6031', ...span(8, 10), site: 'landing' },
      { id: '6040', ...span(12, 13), site: 'varnes' },
    ]
    // From 10:15 it would end at 11:45, and the next is 59 minutes away.
    expect(first({}, { visits })).toMatchObject({ start: at(14), from: { site: 'varnes', visit: '6040' } })
    expect(first({ duration: at(0, 45) }, { visits })).toMatchObject({ start: at(10, 15), freeAfter: MINUTE })
  })

  it('are with whoever knows it, is on shift, and has not too much already', () => {
    expect(first({ skill: 'displays' }, {})).toBeUndefined()
    expect(first({ duration: at(9) }, {})).toBeUndefined()
    const visits = [{ id: '1', ...span(8, 12) }]
    expect(first({}, { visits, most: at(5) })).toBeUndefined()
    expect(first({}, { visits, most: at(5, 30) })).toBeDefined()
  })

  it('lie where the site is open, not before it can be, and not beyond what is possible', () => {
    expect(first({ open: [span(11, 12), span(13, 15)] }, {})).toMatchObject({ start: at(13) })
    expect(first({ earliest: at(9, 50) }, {})).toMatchObject({ start: at(10) })
    expect(first({ latest: at(9) }, {})).toBeUndefined()
  })

  it('lie in the hours of a site in another zone, also on the day when its clock is changed', () => {
    // Clocks of Halifax go back on 1 November 2026, those of London a week before (IANA time zone database).
    const yard = new CalendarTime({
      ...{ id: 'yard', name: 'Yard', zone: 'America/Halifax', exceptions: [] },
      week: weekly([1, 2, 3, 4, 5, 6, 7], '08:00', '10:00'),
    })
    const firstOn = (day: string) => {
      const start = parseMoment(day, 'Europe/London')
      const within = { start, end: start + DAY, now: start }
      const job = { ...JOB, site: 'landing', open: yard.openIntervals(start, start + DAY) }
      const always = hand({ free: [{ start, end: start + DAY }] })
      return new Date(slotsFor(job, [always], WAYS, within)[0]!.start).toISOString()
    }
    expect(firstOn('2026-10-31')).toBe('2026-10-31T11:00:00.000Z')
    expect(firstOn('2026-11-01')).toBe('2026-11-01T12:00:00.000Z')
    // On the day of 25 hours of the desk nothing of the other zone moves.
    expect(firstOn('2026-10-25')).toBe('2026-10-25T11:00:00.000Z')
  })

  it('keep the promise first, then take the shorter way, then are sooner', () => {
    const busy = { id: 'mika', visits: [{ id: '1', ...span(8, 12), site: 'breakwater' }] }
    expect(first({ due: at(11) }, {}, busy)).toMatchObject({ hand: 'sten', left: at(1) })
    const near = { id: 'odd', base: 'breakwater', free: [span(9, 16)] }
    expect(first({}, {}, near)).toMatchObject({ hand: 'odd', detour: 0 })
    expect(slotsFor(JOB, [hand(), hand(busy), hand(near)], WAYS, WITHIN)).toHaveLength(3)
  })

  it('are given over the promise where nothing sooner is free', () => {
    expect(first({ due: at(9) }, {})).toMatchObject({ left: -at(1) })
  })
})

const minutes = (least: number, most: number) =>
  fc.integer({ min: least / 5, max: most / 5 }).map((one) => one * 5 * MINUTE)
const spans = (most: number) =>
  fc
    .array(fc.tuple(minutes(0, 2880), minutes(5, 300)), { maxLength: most })
    .map((all) => normalise(all.map(([start, long]) => ({ start, end: start + long }))))
const site = fc.constantFrom('hallin', 'landing', 'breakwater', 'varnes', 'skerry', undefined)
const anyJob = fc.record(
  {
    id: fc.constant('1'),
    duration: minutes(5, 300),
    site,
    open: spans(5),
    earliest: minutes(0, 2880),
    due: minutes(0, 2880),
    latest: minutes(0, 2880),
  },
  { requiredKeys: ['id', 'duration'] },
)
const anyHand = fc
  .record({
    free: spans(4),
    base: site,
    most: fc.option(minutes(60, 600), { nil: undefined }),
    visits: spans(6),
    where: fc.array(site, { minLength: 6, maxLength: 6 }),
  })
  .map(({ where, visits, ...one }) => ({
    ...{ id: 'sten', skills: new Set<string>(), ...one },
    visits: visits.map((visit, index) => ({ ...visit, id: String(index), site: where[index] })),
  }))

describe('places and conflicts', () => {
  it('agree: what is proposed has none, and where a quarter of an hour has none there is a place as soon', () => {
    fc.assert(
      fc.property(anyJob, anyHand, minutes(0, 2880), (job, one, now) => {
        const within = {
          start: Math.max(now, job.earliest ?? 0),
          end: Math.min(2 * DAY, job.latest ?? Infinity),
          now,
        }
        const slots = slotsOf(job, one, WAYS, within)
        const against = (start: number) =>
          conflictsOf({ job, hand: one, start, ways: WAYS, now }).filter((each) => !isRemark(each))
        for (const slot of slots) expect(against(slot.start)).toEqual([])
        for (let start = 0; start + job.duration <= 2 * DAY; start += GRID)
          if (!against(start).length) {
            expect(slots.some((slot) => slot.start <= start)).toBe(true)
            break
          }
      }),
      { numRuns: 400 },
    )
  })
})

describe('what speaks against a place', () => {
  const against = (job: Partial<Job>, start: number, more: Partial<Hand> = {}) =>
    conflictsOf({ job: { ...JOB, ...job }, hand: hand(more), start, ways: WAYS, now: at(7) })

  it('is all that does, each with what is missing', () => {
    const visits = [
      { id: '6035', ...span(11, 12), site: 'landing' },
      { id: '6037', ...span(13, 14), site: 'varnes' },
    ]
    expect(against({}, at(12), { visits })).toEqual([
      { is: 'overlap', visit: '6037', from: at(13), to: at(14) },
      { is: 'noWay', visit: '6035', site: 'landing', missing: 10 * MINUTE },
    ])
    expect(against({ skill: 'displays' }, at(9))).toEqual([{ is: 'skill', skill: 'displays' }])
    expect(against({}, at(15))).toEqual([{ is: 'offShift' }])
    expect(against({}, at(8))).toEqual([{ is: 'noWay', visit: '', site: 'hallin', missing: 24 * MINUTE }])
    expect(against({ open: [span(13, 15)] }, at(9))).toEqual([{ is: 'shut', next: at(13) }])
    expect(against({ open: [span(13, 14)] }, at(9))).toEqual([{ is: 'shut', next: null }])
    expect(against({ latest: at(10) }, at(9))).toEqual([{ is: 'tooLate', latest: at(10) }])
    expect(against({ due: at(10) }, at(9))).toEqual([{ is: 'overdue', over: at(0, 30) }])
    expect(against({ site: undefined }, at(6))).toEqual([{ is: 'offShift' }, { is: 'past' }])
    expect(against({}, at(9), { most: at(1) })).toEqual([{ is: 'overLimit', over: at(0, 30) }])
    expect(against({ site: 'skerry' }, at(9))).toEqual([{ is: 'wayUnknown', from: 'hallin', to: 'skerry' }])
  })
})
