import type { Condition } from '../condition'
import type { Instant } from '../time'
import type { Action } from './actions/list'
import type { LadderEvent } from './event'
import type { Recipient } from './recipient'

export type { Action } from './actions/list'
export { LADDER_EVENTS, type LadderEvent } from './event'
export type { Recipient } from './recipient'

/** Milliseconds of working time, in the hours that count for the ticket, or of all time. */
export type Counted = 'working' | 'elapsed'

/**
 * When a rung rings. Durations are ISO 8601; one before its point begins with a minus, such as `-PT30M`.
 * `start` is when the ladder began for a ticket, `reply` what was said last, either way, `status` the entering of the
 * status it is in.
 */
export type Moment =
  /** Share of the target that is spent: 0.5 is half, 1 is the due moment, 1.5 is half as much again. */
  | { at: 'share'; share: number }
  | { at: 'due' | 'start' | 'created' | 'reply' | 'status'; after: string; counted?: Counted }
  | { at: 'event'; event: LadderEvent }

export interface Rung {
  id: string
  moment: Moment
  /** Done in their order. */
  actions: Action[]
  /** Rings again so often, `times` times or until the ladder stops. */
  repeat?: { every: string; times?: number; counted?: Counted }
}

/** The plainest rung: at a share of the target it tells somebody. */
export const atShare = (id: string, share: number, tell: Recipient[], template = 'rung'): Rung => ({
  id,
  moment: { at: 'share', share },
  actions: [{ do: 'notify', tell, template }],
})

/** An escalation: rungs that ring one after the other for as long as it climbs. */
export interface Ladder {
  id: string
  name: string
  /** The target along which shares and due moments are taken; it climbs while that runs. */
  target?: string
  /** For which tickets it is. */
  when: Condition
  /** Begins once this holds; with the ticket if left out. */
  startWhen?: Condition
  /** Ends as soon as this holds. A ticket that is done ends it as well. */
  stopWhen?: Condition
  /** Begins only when another ladder sets it off. */
  onlySetOff?: boolean
  /** Whether it stops climbing once somebody has said that they have it. */
  acknowledgementStops?: boolean
  /** Of rungs that lie in the past when it comes to a ticket only the highest rings, unless `each` does. */
  past?: 'highest' | 'each'
  rungs: Rung[]
}

/** A ladder that climbs for a ticket, with what cannot be told from the ticket's clocks. */
export interface LadderRun {
  startedAt: Instant
  /** Calendar of the design in which its working time counts. */
  calendar: string
  /** How many ladders set each other off before it. */
  depth: number
}

/** Somebody has it: a ladder that stops at that stays silent for the rest of that run. */
export interface Acknowledgement {
  run: string
  by: string
  at: Instant
}

/** Of a ladder along stages each running is acknowledged by itself: several climb at the same time. */
export const acknowledgedAs = (ladder: string, run: string): string =>
  run.includes('/') ? `${ladder} ${run}` : ladder

/** The ladder of an acknowledgement. */
export const ladderAcknowledged = (key: string, { run }: Acknowledgement): string =>
  key.endsWith(` ${run}`) ? key.slice(0, -run.length - 1) : key

/** Who has taken a running of a ladder on; undefined where nobody has. */
export function acknowledgementOf(
  acknowledged: Readonly<Record<string, Acknowledgement>> | undefined,
  ladder: string,
  run: string,
): Acknowledgement | undefined {
  const one = acknowledged?.[acknowledgedAs(ladder, run)]
  return one?.run === run ? one : undefined
}

/** Longest chain of ladders that set each other off; what would come after is stopped, and the record says so. */
export const MOST_IN_A_CHAIN = 5

/**
 * Whether a ticket remembers when the ladder began: where it has a beginning or an end of its own, or counts from
 * something else than a clock. All others follow from the clocks alone.
 */
export function isRemembered({ target, startWhen, stopWhen, onlySetOff, rungs }: Ladder): boolean {
  const own = startWhen !== undefined || stopWhen !== undefined || onlySetOff === true
  return own || target === undefined || rungs.some(({ moment }) => !['share', 'due'].includes(moment.at))
}

/** Whether the rungs of a ladder can be reached by time at all; event rungs ring with what happens. */
export const isTimed = ({ moment }: Rung) => moment.at !== 'event'

/** The ladders of one name, for looking up. */
export const ladderOf = (ladders: readonly Ladder[], id: string) => ladders.find((one) => one.id === id)
