import fc from 'fast-check'
import munkres from 'munkres-js'
import { describe, expect, it } from 'vitest'
import { solve } from 'yalps'
import { DAY, HOUR, MINUTE, type Interval } from '../time'
import {
  compareSums,
  conflictsOf,
  isRemark,
  Placing,
  Ways,
  type Hand,
  type Job,
  type Round,
  type Sums,
} from '.'
import { goThrough, toursOf, type Stop, type Tour } from './tour'

/** Numbers from 0 up to 1, the same for the same seed (a linear congruential generator, Numerical Recipes, 3rd ed., 7.1). */
function seeded(seed: number) {
  let state = seed >>> 0
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
}
const span = (from: number, to: number): Interval => ({ start: from * HOUR, end: to * HOUR })
const WAYS = new Ways([
  { id: 'hallin', ways: { landing: 15, varnes: 40, breakwater: 20 } },
  { id: 'landing', ways: { breakwater: 10, varnes: 30 } },
])
const SITES = ['hallin', 'landing', 'varnes', 'breakwater']
const WITHIN = { ...span(0, 24), now: 0 }
const hand = (id: string, more: Partial<Hand> = {}): Hand => ({
  ...{ id, skills: new Set<string>(), base: 'hallin', free: [span(8, 16)], visits: [] },
  ...more,
})
const job = (id: string, more: Partial<Job> = {}): Job => ({ id, duration: HOUR, site: 'landing', ...more })
function placed(round: Partial<Round>, steps = 300, seed = 1) {
  const placing = new Placing({ jobs: [], hands: [], ways: WAYS, within: WITHIN, ...round }, seeded(seed))
  for (let step = 0; step < steps; step++) placing.step()
  return placing.best
}

/** The best of all ways to do some jobs: each with each hand in each order. */
function exhaustive({ jobs, hands, ways, within }: Round): Sums {
  let best: Sums | undefined
  const tours = toursOf(hands, within)
  const go = (left: readonly Job[], now: readonly Tour[], unplaced: number) => {
    const [first, ...rest] = left
    if (!first) {
      const all = now.map((tour) => goThrough(tour, ways, within))
      if (all.some((one) => !one)) return
      const work = new Map<string, number>()
      for (const [at, tour] of now.entries())
        work.set(tour.hand.id, (work.get(tour.hand.id) ?? 0) + all[at]!.work)
      const sums: Sums = {
        ...{ unplaced, moved: 0, broken: all.reduce((sum, one) => sum + one!.broken, 0) },
        way: all.reduce((sum, one) => sum + one!.way, 0),
        uneven: [...work.values()].reduce((sum, one) => sum + (one / HOUR) ** 2, 0),
      }
      if (!best || compareSums(sums, best) < 0) best = sums
      return
    }
    go(rest, now, unplaced + 1)
    for (const [at, tour] of now.entries())
      for (let place = 0; place <= tour.stops.length; place++) {
        const stops: Stop[] = [...tour.stops.slice(0, place), { job: first }, ...tour.stops.slice(place)]
        go(rest, now.with(at, { ...tour, stops }), unplaced)
      }
  }
  go(jobs, tours, 0)
  return best!
}

/**
 * The least way through all places, for some who set out from one place: a linear programme with an arc for each pair and
 * an order that no arc runs against (Miller, Tucker and Zemlin 1960; memory), solved by yalps.
 */
function leastWay(minutes: number[][], hands: number): number {
  const jobs = minutes.length - 1
  const constraints: Record<string, { equal?: number; max?: number }> = { 'out 0': { max: hands } }
  const variables: Record<string, Record<string, number>> = {}
  const binaries: string[] = []
  for (let to = 1; to <= jobs; to++) {
    constraints[`in ${to}`] = { equal: 1 }
    constraints[`out ${to}`] = { max: 1 }
    constraints[`last ${to}`] = { max: jobs }
    variables[`order ${to}`] = { [`last ${to}`]: 1 }
  }
  for (let from = 0; from <= jobs; from++)
    for (let to = 1; to <= jobs; to++) {
      if (from === to) continue
      const arc = `${from} ${to}`
      binaries.push(arc)
      variables[arc] = { way: minutes[from]![to]!, [`in ${to}`]: 1, [`out ${from}`]: 1 }
      if (from === 0) continue
      constraints[arc] = { max: jobs - 1 }
      variables[arc][arc] = jobs
      variables[`order ${from}`]![arc] = 1
      variables[`order ${to}`]![arc] = -1
    }
  return solve({ direction: 'minimize', objective: 'way', constraints, variables, binaries }).result
}

describe('all jobs placed', () => {
  it('keep promises first, then take the least way, then are spread evenly', () => {
    const jobs = [job('1', { due: 9.5 * HOUR }), job('2', { due: 9.5 * HOUR }), job('3'), job('4')]
    const { sums, placed: all } = placed({ jobs, hands: [hand('a'), hand('b')] })
    expect(sums).toMatchObject({ unplaced: 0, broken: 0, way: 30 * MINUTE })
    expect(all.filter((one) => one.hand === 'a')).toHaveLength(2)
  })

  it('say why each is left that cannot be placed', () => {
    const jobs = [
      job('skill', { skill: 'masts' }),
      job('long', { duration: 9 * HOUR }),
      job('shut', { open: [span(10, 10.5)] }),
      job('off', { earliest: 15.5 * HOUR }),
      ...Array.from({ length: 8 }, (_, at) => job(`full ${at}`)),
    ]
    const { unplaced } = placed({ jobs, hands: [hand('a')] })
    const why = new Map(unplaced.map((one) => [one.job, one.why]))
    expect(why.get('skill')).toEqual({ is: 'noSkill', skill: 'masts' })
    expect(why.get('long')).toEqual({ is: 'tooLong', longest: 8 * HOUR })
    expect(why.get('shut')).toEqual({ is: 'shut' })
    expect(why.get('off')).toEqual({ is: 'noRoom' })
    expect([...why.values()].filter((one) => one.is === 'full')).toHaveLength(1)
  })

  it('leave fixed times alone, also those that collide with each other', () => {
    const visits = [
      { id: 'x', ...span(9, 11), site: 'varnes' },
      { id: 'y', ...span(11, 12), site: 'hallin' },
    ]
    const { placed: all, sums } = placed({ jobs: [job('1'), job('2')], hands: [hand('a', { visits })] })
    expect(sums.unplaced).toBe(0)
    for (const { start, end } of all)
      expect(visits.some((one) => one.start < end && start < one.end)).toBe(false)
  })

  it('take the least way through seven places, by an exact solver', () => {
    const random = seeded(7)
    for (let round = 0; round < 6; round++) {
      const ids = Array.from({ length: 8 }, (_, at) => `place ${at}`)
      // Streets at right angles: no way is shorter by way of another place.
      const at = ids.map(() => [Math.floor(random() * 30), Math.floor(random() * 30)] as const)
      const minutes = at.map(([x, y]) => at.map(([u, v]) => 1 + Math.abs(x - u) + Math.abs(y - v)))
      const ways = new Ways(
        ids.map((id, from) => ({
          id,
          ways: Object.fromEntries(
            ids.flatMap((to, other) => (other > from ? [[to, minutes[from]![other]!]] : [])),
          ),
        })),
      )
      const jobs = ids.slice(1).map((site) => job(site, { site, duration: 15 * MINUTE }))
      const hands = ['a', 'b'].map((id) => hand(id, { base: 'place 0', free: [span(0, 24)] }))
      const { sums } = placed({ jobs, hands, ways }, 3000, round)
      expect(sums.unplaced).toBe(0)
      expect(sums.way / MINUTE).toBeCloseTo(leastWay(minutes, hands.length), 6)
    }
  })

  it('move as few as can be when a day goes wrong', () => {
    const jobs = ['1', '2', '3', '4'].map((id) => job(id, { due: 16 * HOUR }))
    const before = placed({ jobs, hands: [hand('a'), hand('b')] })
    const held = new Map(before.placed.map((one) => [one.job, one]))
    // One of them falls ill at ten.
    const ill = hand('a', { free: [span(8, 10)] })
    const after = placed({ jobs, held, hands: [ill, hand('b')] }, 500)
    const hit = before.placed.filter((one) => one.hand === 'a' && one.end > 10 * HOUR)
    expect(after.sums).toMatchObject({ unplaced: 0, broken: 0 })
    expect(after.sums.moved).toBeGreaterThanOrEqual(hit.length)
    expect(after.sums.moved).toBeLessThanOrEqual(hit.length + 1)
  })

  it('leave what is placed where it stands, at its time, as long as nothing is gained by moving it', () => {
    const standing = job('1', { due: 16 * HOUR })
    const held = new Map([['1', { hand: 'b', start: 10 * HOUR }]])
    const alone = placed({ jobs: [standing], held, hands: [hand('a'), hand('b')] })
    expect(alone.placed).toMatchObject([{ hand: 'b', start: 10 * HOUR, isMoved: false }])
    expect(alone.sums.moved).toBe(0)
    // Others are placed round it.
    const jobs = [standing, ...['2', '3', '4'].map((id) => job(id, { due: 13 * HOUR }))]
    const { placed: all, sums } = placed({ jobs, held, hands: [hand('a'), hand('b')] })
    expect(all.find((one) => one.job === '1')).toMatchObject({ hand: 'b', start: 10 * HOUR })
    expect(sums).toMatchObject({ unplaced: 0, moved: 0 })
  })

  const HARD_SQUARE = [
    ...[
      [5, 5, 12, 38, 5, 8, 5],
      [5, 10, 5, 8, 10, 8, 5],
      [8, 35, 7, 5, 5, 8, 5],
    ],
    ...[
      [6, 7, 5, 7, 7, 10, 6],
      [13, 13, 8, 10, 10, 13, 9],
      [5, 6, 5, 5, 5, 8, 5],
      [6, 6, 5, 6, 6, 9, 5],
    ],
  ]
  it('have the least way that an assignment can have (munkres-js as a second opinion)', () => {
    const minutes = fc.integer({ min: 5, max: 90 })
    const square = fc.integer({ min: 2, max: 7 }).chain((size) =>
      fc.array(fc.array(minutes, { minLength: size, maxLength: size }), {
        minLength: size,
        maxLength: size,
      }),
    )
    fc.assert(
      fc.property(square, (costs) => {
        // Each has time for one job alone, and the way to it is all that differs.
        const ways = new Ways(
          costs.map((row, at) => ({
            id: `base${at}`,
            // Far enough from each other that no way leads over another base.
            ways: Object.fromEntries(row.map((cost, to) => [`site${to}`, 200 + cost])),
          })),
        )
        const hands = costs.map((_, at) =>
          hand(String(at), { base: `base${at}`, free: [span(0, 10)], most: HOUR }),
        )
        const jobs = costs.map((_, at) => job(String(at), { site: `site${at}` }))
        const least = munkres(costs).reduce((sum, [row, column]) => sum + 200 + costs[row]![column]!, 0)
        const placing = new Placing({ jobs, hands, ways, within: WITHIN }, seeded(1))
        // Of a thousand squares of seven none asked for more than 1,400 steps.
        for (let step = 0; step < 5_000 && placing.best.sums.way > least * MINUTE; step++) placing.step()
        expect(placing.best.sums).toMatchObject({ unplaced: 0, way: least * MINUTE })
      }),
      // One that 400 steps left a minute longer than the least.
      { numRuns: 25, examples: [[HARD_SQUARE]] },
    )
  })

  it('are the best of all ways where these can all be tried', () => {
    const anyJob = fc.record(
      {
        duration: fc.constantFrom(30, 60, 120).map((one) => one * MINUTE),
        site: fc.constantFrom(...SITES),
        due: fc.integer({ min: 8, max: 16 }).map((one) => one * HOUR),
        open: fc.constantFrom([span(8, 12)], [span(9, 11), span(13, 16)]),
      },
      { requiredKeys: ['duration', 'site'] },
    )
    fc.assert(
      fc.property(fc.array(anyJob, { minLength: 1, maxLength: 5 }), (some) => {
        const jobs = some.map((one, at): Job => ({ id: String(at), ...one }))
        const round: Round = {
          jobs,
          hands: [hand('a'), hand('b', { base: 'varnes' })],
          ways: WAYS,
          within: WITHIN,
        }
        const { sums } = placed(round, 400)
        expect(compareSums(sums, exhaustive(round))).toBeLessThanOrEqual(0)
      }),
      { numRuns: 25, seed: 7 },
    )
  }, 120_000)

  it('have no conflicts, never come twice, and are the same for the same seed', () => {
    const random = seeded(11)
    const pick = <T>(all: readonly T[]) => all[Math.floor(random() * all.length)]!
    const jobs = Array.from({ length: 40 }, (_, at) =>
      job(String(at), {
        ...{ duration: (1 + Math.floor(random() * 6)) * 20 * MINUTE, site: pick(SITES) },
        ...{ due: (9 + Math.floor(random() * 30)) * HOUR, skill: pick(['masts', undefined]) },
      }),
    )
    const hands = ['a', 'b', 'c'].map((id, at) =>
      hand(id, { free: [span(8, 16), span(32, 40)], skills: new Set(at ? ['masts'] : []), most: 6 * HOUR }),
    )
    const round = { jobs, hands, within: { ...WITHIN, end: 2 * DAY } }
    const best = placed(round, 200)
    expect(placed(round, 200)).toEqual(best)
    expect(new Set([...best.placed, ...best.unplaced].map((one) => one.job)).size).toBe(40)
    for (const one of best.placed) {
      const own = hands.find((each) => each.id === one.hand)!
      const others = best.placed
        .filter((each) => each.hand === one.hand && each !== one)
        .map((each) => ({ ...each, id: each.job, site: jobs[Number(each.job)]!.site }))
        .sort((a, b) => a.start - b.start)
      const against = conflictsOf({
        ...{ job: jobs[Number(one.job)]!, hand: { ...own, visits: others } },
        ...{ start: one.start, ways: WAYS, now: 0 },
      })
      expect(against.filter((each) => !isRemark(each))).toEqual([])
    }
  })

  it('are none where there is nothing to place, or nobody', () => {
    expect(placed({}).placed).toEqual([])
    expect(placed({ jobs: [job('1')] }).unplaced).toEqual([{ job: '1', why: { is: 'noSkill', skill: '' } }])
  })
})
