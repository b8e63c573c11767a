import { oneAt } from '../core/lookup'
import { Placing, slotsFor, Ways, type Hand, type Job, type Round, type Sums } from '../core/dispatch'
import { DAY, HOUR, MINUTE } from '../core/time'

// Places for a job among many people, and many jobs placed at once, on one core.

const NOW = Date.UTC(2026, 10, 16)
let seed = 4203
/** The same numbers in every run. */
const random = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 2 ** 32
const below = (count: number) => Math.floor(random() * count)
const SKILLS = ['radio', 'fibre', 'tills', 'masts']
const sites = Array.from({ length: 40 }, (_, at) => ({ id: `site ${at}`, x: below(60), y: below(60) }))
const ways = new Ways(
  sites.map((one, at) => ({
    id: one.id,
    ways: Object.fromEntries(
      sites.slice(at + 1).map((to) => [to.id, 5 + Math.abs(one.x - to.x) + Math.abs(one.y - to.y)]),
    ),
  })),
)
const site = () => oneAt(sites, below(sites.length)).id

/** Somebody who works eight hours a day, with so many fixed times on each. */
function hand(at: number, days: number, perDay: number): Hand {
  const begins = NOW + (6 + below(4)) * HOUR
  const shifts = Array.from({ length: days }, (_, day) => ({
    start: begins + day * DAY,
    end: begins + day * DAY + 8 * HOUR,
  }))
  return {
    ...{ id: `hand ${at}`, base: site(), free: shifts },
    skills: new Set(SKILLS.filter(() => random() < 0.5)),
    visits: shifts.flatMap(({ start }, day) =>
      Array.from({ length: perDay }, (_, of) => {
        const from = start + of * 2 * HOUR + 45 * MINUTE
        return { id: `${at} ${day} ${of}`, site: site(), start: from, end: from + 45 * MINUTE }
      }),
    ),
  }
}
function job(at: number, days: number): Job {
  const opens = NOW + (6 + below(3)) * HOUR
  return {
    ...{ id: `job ${at}`, duration: (2 + below(6)) * 15 * MINUTE, site: site() },
    ...(random() < 0.5 && { skill: oneAt(SKILLS, below(SKILLS.length)) }),
    due: NOW + (8 + below(days * 24)) * HOUR,
    open: Array.from({ length: days }, (_, day) => ({
      start: opens + day * DAY,
      end: opens + day * DAY + 10 * HOUR,
    })),
  }
}

function places(): void {
  const hands = Array.from({ length: 100 }, (_, at) => hand(at, 14, 3))
  const jobs = Array.from({ length: 60 }, (_, at) => job(at, 14))
  const within = { start: NOW, end: NOW + 14 * DAY, now: NOW }
  for (const one of jobs) slotsFor(one, hands, ways, within, 5)
  const times = jobs
    .map((one) => {
      const began = performance.now()
      slotsFor(one, hands, ways, within, 5)
      return performance.now() - began
    })
    .sort((a, b) => a - b)
  console.log(
    `places for a job among 100 people and 14 days: p50 ${oneAt(times, 30).toFixed(1)} ms, p95 ${oneAt(times, 56).toFixed(1)} ms, most ${oneAt(times, -1).toFixed(1)} ms`,
  )
}

const said = ({ unplaced, broken, way }: Sums) =>
  `${unplaced} unplaced, ${broken} promises over, ${(way / HOUR).toFixed(1)} h on the way`

/** What is found in some seconds, from one beginning. */
function placed(round: Round, seconds: number, from: number): { first: number; sums: Sums } {
  seed = from
  const began = performance.now()
  const placing = new Placing(round, random)
  const first = performance.now() - began
  while (performance.now() - began < seconds * 1000) placing.step()
  return { first, sums: placing.best.sums }
}

function all(): void {
  const days = 2
  const round: Round = {
    hands: Array.from({ length: 30 }, (_, at) => hand(at, days, 0)),
    jobs: Array.from({ length: 200 }, (_, at) => job(at, days)),
    ways,
    within: { start: NOW, end: NOW + days * DAY, now: NOW },
  }
  const { first, sums } = placed(round, 20, 1)
  console.log(`200 jobs for 30 people: first answer ${first.toFixed(0)} ms`)
  console.log(`200 jobs for 30 people, in 20 s: ${said(sums)}`)
  for (const [from, seconds] of [
    [2, 20],
    [3, 120],
    [4, 120],
  ] as const)
    console.log(
      `200 jobs for 30 people, another run of ${seconds} s: ${said(placed(round, seconds, from).sums)}`,
    )
}

places()
all()
