import { dueAt, grantedOf, isBeyondLevels, isOfTarget, momentWhenSpent, type Clock } from '../clock'
import { parseDuration, type Instant, type WorkingTime } from '../time'
import {
  acknowledgementOf,
  isRemembered,
  type Acknowledgement,
  type Counted,
  type Ladder,
  type LadderRun,
  type Rung,
} from './ladder'
import { oneAt } from '../lookup'

/** A moment at which something is to happen to a ticket. */
export interface Alarm {
  /** Unique within the ticket; the same alarm keeps its key when its moment moves. */
  key: string
  at: Instant
}

/** What of a ticket its ladders ring by. */
export interface Climbing {
  clocks: readonly Clock[]
  hoursOf: (clock: Clock) => WorkingTime
  /** The remembered ladders that have begun. */
  runs: Readonly<Record<string, LadderRun>>
  acknowledged: Readonly<Record<string, Acknowledgement>>
  /** Keys of alarms that have rung; of a rung that repeats the last one only. */
  rang: readonly string[]
  /** Since when it is there, when something was said last, and since when it is in its status. */
  since: { created: Instant; reply: Instant; status: Instant }
  calendar: (id: string) => WorkingTime
}

/** Tells apart what rings for one running of a target: when it started, and how often it was extended since. */
export function runningOf(clock: Clock): string {
  const extensions = clock.grants.filter((grant) => grant.extendedBy !== undefined).length
  // A ladder climbs along all stages, or all that partners owe, of which several may begin at the same moment.
  const stage = isBeyondLevels(clock.target) ? `/${inKey(clock.target)}` : ''
  return `${clock.startedAt}${extensions ? `+${extensions}` : ''}${stage}`
}

/** Ids as a part of a key: without what parts keys. */
const inKey = (text: string) => encodeURIComponent(text).replaceAll('.', '%2E')

export function rungKey(ladder: string, rung: string, clock: Clock): string {
  return `rung:${ladder}:${rung}:${runningOf(clock)}`
}

export function dueKey(clock: Clock): string {
  return `due:${clock.target}:${runningOf(clock)}`
}

/** The key of a rung that rings at once on what happened at an instant; the sequence tells two of them apart. */
export const eventKey = (ladder: string, rung: string, at: Instant, sequence: number) =>
  `${eventPrefix(ladder, rung)}${at}.${sequence}`

const eventPrefix = (ladder: string, rung: string) => `rung:${ladder}:${rung}:e`

/** The parts of a rung's key: `run` tells apart its runnings, `time` is 0 the first time and counts repetitions. */
export function readRungKey(key: string): { ladder: string; rung: string; run: string; time: number } {
  const [, ladder = '', rung = '', rest = ''] = key.split(':')
  const [run = '', time = '0'] = rest.split('#')
  return { ladder, rung, run, time: Number(time) }
}

const baseOf = (key: string) => oneAt(key.split('#'), 0)

/** The keys that have rung, with one more; of a rung that repeats, or rings on what happens, the last one is kept. */
export function withRang(rang: readonly string[], key: string): string[] {
  const { ladder, rung, run, time } = readRungKey(key)
  const others = (isEarlier: (one: string) => boolean) => rang.filter((one) => !isEarlier(one))
  if (run.startsWith('e')) return [...others((one) => one.startsWith(eventPrefix(ladder, rung))), key]
  return [...(time > 0 ? others((one) => baseOf(one) === baseOf(key)) : rang), key]
}

/**
 * The alarms of ladders that a ticket arms, without those that rang before and those of ladders that stopped since
 * somebody has it.
 * @param now where given, a repetition that was missed gives way to the last one that is due
 */
export function ladderAlarms(ladders: readonly Ladder[], climbing: Climbing, now?: Instant): Alarm[] {
  const rang = new Map(climbing.rang.map((key) => [baseOf(key), readRungKey(key).time]))
  return ladders.flatMap((ladder) => {
    const run = climbing.runs[ladder.id]
    if (isRemembered(ladder) && !run) return []
    return ladder.rungs.flatMap((rung) =>
      pointsOf(ladder, rung, climbing, run).flatMap((point) => {
        const stopped =
          ladder.acknowledgementStops && acknowledgementOf(climbing.acknowledged, ladder.id, point.climb)
        return stopped ? [] : nextOf(rung, point, rang, now)
      }),
    )
  })
}

/** The due moments of clocks that run and are not overdrawn yet. */
export function dueAlarms({ clocks, hoursOf, rang }: Climbing): Alarm[] {
  return clocks.flatMap((clock) => {
    const key = dueKey(clock)
    if (clock.stoppedAt !== undefined || rang.includes(key)) return []
    const at = dueAt(clock, hoursOf(clock))
    return at === undefined ? [] : [{ key, at }]
  })
}

/** A point in time at which a rung rings first. */
interface Point {
  key: string
  at: Instant
  /** Hours in which its repetitions count. */
  hours: WorkingTime | undefined
  /** The running that an acknowledgement silences. */
  climb: string
}

/** The clock that a rung along a target rings for. */
export function clockOfRun(
  clocks: readonly Clock[],
  { target }: Pick<Ladder, 'target'>,
  run: string,
): Clock | undefined {
  const running = clocks.filter((one) => isOfTarget(one, target) && one.stoppedAt === undefined)
  return running.find((one) => run === runningOf(one) || run.startsWith(`${runningOf(one)}.`)) ?? running[0]
}

/** Which running of a ladder an acknowledgement is for. */
export const climbOf = (run: LadderRun | undefined, clock: Clock | undefined) =>
  run ? `s${run.startedAt}` : clock ? runningOf(clock) : ''

function pointsOf(ladder: Ladder, rung: Rung, climbing: Climbing, run: LadderRun | undefined): Point[] {
  const { moment } = rung
  switch (moment.at) {
    case 'share':
    case 'due':
      return climbing.clocks
        .filter((clock) => isOfTarget(clock, ladder.target) && clock.stoppedAt === undefined)
        .flatMap((clock) => {
          const hours = climbing.hoursOf(clock)
          const at =
            moment.at === 'share'
              ? momentWhenSpent(clock, hours, Math.round(moment.share * grantedOf(clock)))
              : beyond(dueAt(clock, hours), moment.after, moment.counted, () => hours)
          if (at === undefined) return []
          const key = rungKey(ladder.id, rung.id, clock) + (run ? `.${run.startedAt}` : '')
          return [{ key, at, hours, climb: climbOf(run, clock) }]
        })
    case 'event':
      return lastOfEvent(ladder, rung, climbing, run)
    default: {
      if (!run) return []
      const from = moment.at === 'start' ? run.startedAt : climbing.since[moment.at]
      const hours = climbing.calendar(run.calendar)
      const at = beyond(from, moment.after, moment.counted, () => hours)
      const key = `rung:${ladder.id}:${rung.id}:${moment.at[0]}${from}.${run.startedAt}`
      return at === undefined ? [] : [{ key, at, hours, climb: climbOf(run, undefined) }]
    }
  }
}

/** An event rung rings with its event; only its repetitions are alarms. */
function lastOfEvent(ladder: Ladder, rung: Rung, climbing: Climbing, run: LadderRun | undefined): Point[] {
  if (!rung.repeat || !run) return []
  const begin = eventPrefix(ladder.id, rung.id)
  const last = climbing.rang.findLast((key) => key.startsWith(begin))
  if (!last) return []
  const key = baseOf(last)
  const hours = climbing.calendar(run.calendar)
  return [{ key, at: Number(key.slice(begin.length).split('.')[0]), hours, climb: climbOf(run, undefined) }]
}

function beyond(
  from: Instant | undefined,
  after: string,
  counted: Counted | undefined,
  hours: () => WorkingTime,
): Instant | undefined {
  if (from === undefined) return undefined
  const isBefore = after.startsWith('-')
  const duration = parseDuration(after.replace(/^-/, ''))
  if (counted !== 'working') return from + (isBefore ? -duration : duration)
  return isBefore ? hours().subtract(from, duration) : hours().add(from, duration)
}

function nextOf(
  { repeat }: Rung,
  { key, at, hours }: Point,
  rang: ReadonlyMap<string, number>,
  now: Instant | undefined,
): Alarm[] {
  const last = rang.get(key)
  if (last === undefined) return [{ key, at }]
  if (!repeat) return []
  const most = repeat.times ?? Number.POSITIVE_INFINITY
  if (last >= most) return []
  const every = parseDuration(repeat.every)
  const inHours = repeat.counted === 'working' ? hours : undefined
  const passed = (until: Instant) => (inHours ? inHours.between(at, until) : until - at)
  const missed = now === undefined ? 0 : Math.floor(passed(now) / every)
  const time = Math.min(most, Math.max(last + 1, missed))
  return [{ key: `${key}#${time}`, at: inHours ? inHours.add(at, time * every) : at + time * every }]
}
