import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR, MINUTE } from '../time'
import {
  conflictsOf,
  isRemark,
  remediesFor,
  troublesOf,
  Ways,
  type Hand,
  type Job,
  type StandingJob,
} from '.'

const at = (hour: number) => hour * HOUR
const ways = new Ways([{ id: 'quay', ways: { mast: 30 } }])
const shift = [{ start: at(8), end: at(16) }]
const standing = (
  id: string,
  from: number,
  to: number,
  more: Partial<StandingJob & { site: string }> = {},
): StandingJob => {
  const { site = 'quay', ...rest } = more
  return {
    job: { id, duration: at(to) - at(from), site },
    visit: { id, start: at(from), end: at(to), site },
    ...rest,
  }
}
const hand = (id: string, jobs: readonly StandingJob[], more: Partial<Hand> = {}): Hand => ({
  ...{ id, skills: new Set<string>(), free: shift, visits: jobs.map((one) => one.visit) },
  ...more,
})
const troubles = (jobs: readonly StandingJob[], more: Partial<Hand> = {}, now = at(7)) =>
  troublesOf([hand('hal', jobs, more)], new Map([['hal', jobs]]), ways, now)

describe('what cannot stay as it stands', () => {
  it('is the later of two at once, named once', () => {
    const jobs = [standing('a', 9, 11), standing('b', 10, 12)]
    expect(troubles(jobs)).toMatchObject([{ visit: 'b', conflicts: [{ is: 'overlap', visit: 'a' }] }])
  })

  it('is what lacks the way from what is before it', () => {
    const jobs = [standing('a', 9, 10), standing('b', 10, 11, { site: 'mast' })]
    expect(troubles(jobs)).toMatchObject([
      { visit: 'b', conflicts: [{ is: 'noWay', visit: 'a', missing: 30 * MINUTE }] },
    ])
  })

  it('is all of somebody who is away, but not what is over', () => {
    const jobs = [standing('a', 6, 7), standing('b', 9, 10), standing('c', 12, 13)]
    const gone = troubles(jobs, { free: [] }, at(8))
    expect(gone.map((one) => one.visit)).toEqual(['b', 'c'])
    expect(gone[0]?.conflicts).toEqual([{ is: 'offShift' }])
  })

  it('is what somebody began who went home ill: the rest of it, in quarters of an hour', () => {
    const begun = [standing('a', 9, 11, { begun: true })]
    const [left] = troubles(begun, { free: [{ start: at(8), end: at(9.5) }] }, at(10) + 5 * MINUTE)
    expect(left).toMatchObject({ visit: 'a', isLeft: true, job: { duration: HOUR } })
    expect(troubles(begun, {}, at(10))).toEqual([])
    expect(troubles(begun, { free: [] }, at(12))).toEqual([])
  })

  it('is nothing where all is well', () => {
    expect(troubles([standing('a', 9, 10), standing('b', 10.5, 11, { site: 'mast' })])).toEqual([])
  })
})

describe('the ways out', () => {
  const job: Job = { id: 'b', duration: HOUR, site: 'quay' }
  it('are somebody else at that time, and the same person when they can', () => {
    const busy = standing('a', 9, 11)
    const hands = [hand('hal', [busy]), hand('dara', [])]
    const found = remediesFor(job, { hands, hand: 'hal', ways }, at(10), { ...shift[0]!, now: at(7) })
    expect(found).toMatchObject({
      other: { hand: 'dara', start: at(10) },
      later: { hand: 'hal', start: at(11) },
    })
  })

  it('are an earlier time where nothing later is free, and nothing where nobody can', () => {
    const late = standing('a', 11, 16)
    const within = { ...shift[0]!, now: at(7) }
    expect(
      remediesFor(job, { hands: [hand('hal', [late])], hand: 'hal', ways }, at(12), within),
    ).toMatchObject({
      later: { start: at(8) },
    })
    const away = [hand('hal', [], { free: [] })]
    expect(remediesFor(job, { hands: away, hand: 'hal', ways }, at(12), within)).toEqual({})
  })

  it('have nothing that speaks against them, whatever stands', () => {
    const visits = fc.array(
      fc.record({ from: fc.integer({ min: 32, max: 60 }), takes: fc.integer({ min: 1, max: 6 }) }),
      {
        maxLength: 5,
      },
    )
    fc.assert(
      fc.property(visits, visits, fc.integer({ min: 32, max: 60 }), (one, two, when) => {
        const jobsOf = (list: typeof one, id: string) =>
          list.reduce<StandingJob[]>((all, { from, takes }, index) => {
            const start = Math.max(from / 4, (all.at(-1)?.visit.end ?? 0) / HOUR)
            return [...all, standing(`${id}${index}`, start, start + takes / 4)]
          }, [])
        const hands = [hand('hal', jobsOf(one, 'h')), hand('dara', jobsOf(two, 'd'))]
        const within = { ...shift[0]!, now: at(8) }
        const { other, later } = remediesFor(job, { hands, hand: 'hal', ways }, at(when / 4), within)
        for (const slot of [other, later]) {
          if (!slot) continue
          const whose = hands.find((each) => each.id === slot.hand)!
          const found = conflictsOf({ job, hand: whose, start: slot.start, ways, now: at(8) })
          expect(found.filter((each) => !isRemark(each))).toEqual([])
        }
      }),
    )
  })
})
