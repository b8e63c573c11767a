import {
  Placing,
  Ways,
  type Job,
  type Proposal,
  type SiteWays,
  type Sums,
  type Visit,
  type Within,
} from '~~/core/dispatch'
import type { Interval } from '~~/core/time'

/** Somebody as they are sent to a worker, which takes plain data only. */
export interface PlainHand {
  id: string
  skills: string[]
  base?: string
  free: Interval[]
  visits: Visit[]
}

export interface PlaceJobsRequest {
  jobs: Job[]
  hands: PlainHand[]
  sites: SiteWays[]
  within: Within
  /** Where jobs stand that may be moved. */
  held: [job: string, at: { hand: string; start: number }][]
}

export interface PlaceJobsAnswer {
  /** The best so far. */
  proposal: Proposal
  /** The first that was found, to hold the best against. */
  first: Sums
  /** How often it was tried to do better. */
  tries: number
}

/** So long it tries at a stretch before it looks whether it is to stop, in milliseconds. */
const STRETCH = 80
/** So often the page hears of something better, in milliseconds. */
const TOLD_EVERY = 250

addEventListener('message', ({ data }: MessageEvent<PlaceJobsRequest>) => {
  const { jobs, hands, sites, within, held } = data
  const placing = new Placing(
    {
      ...{ jobs, within, ways: new Ways(sites), held: new Map(held) },
      hands: hands.map((one) => ({ ...one, skills: new Set(one.skills) })),
    },
    Math.random,
  )
  const first = placing.best.sums
  let [tries, toldAt] = [0, performance.now()]
  const tell = () => {
    toldAt = performance.now()
    const answer: PlaceJobsAnswer = { proposal: placing.best, first, tries }
    postMessage(answer)
  }
  tell()
  function go() {
    const until = performance.now() + STRETCH
    while (performance.now() < until) {
      placing.step()
      tries++
    }
    if (performance.now() - toldAt > TOLD_EVERY) tell()
    setTimeout(go)
  }
  if (jobs.length) setTimeout(go)
})
