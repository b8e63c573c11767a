import { momentWhenSpent, grantedOf, type Clock } from '../clock'
import type { Condition } from '../condition'
import type { Instant, WorkingTime } from '../time'

/** Who is told: found anew each time a rung rings. */
export type Recipient =
  | { to: 'technician' | 'teamLead' | 'requester' }
  | { to: 'rota'; rota: string }
  | { to: 'person'; person: string }

export interface Rung {
  id: string
  /** Share of the target that is spent when it rings: 0.5 is half, 1 is the due moment, 1.5 is half as much again. */
  share: number
  tell: Recipient[]
  /** Template of the message. */
  template: string
}

/** An escalation along one target: while it runs, each rung rings once. */
export interface Ladder {
  id: string
  name: string
  target: string
  when: Condition
  rungs: Rung[]
}

/** A moment at which something is to happen to a ticket. */
export interface Alarm {
  /** Unique within the ticket; the same alarm keeps its key when its moment moves. */
  key: string
  at: Instant
}

/** Tells apart what rings for one running of a target: when it started, and how often it was extended since. */
function runningOf(clock: Clock): string {
  const extensions = clock.grants.filter((grant) => grant.extendedBy !== undefined).length
  return extensions ? `${clock.startedAt}+${extensions}` : String(clock.startedAt)
}

export function rungKey(ladder: string, rung: string, clock: Clock): string {
  return `rung:${ladder}:${rung}:${runningOf(clock)}`
}

export function dueKey(clock: Clock): string {
  return `due:${clock.target}:${runningOf(clock)}`
}

/**
 * The alarms that a running clock arms: the due moment and the rungs of its ladders, without those
 * that rang before. A paused or stopped clock arms none.
 * @param rang keys of alarms that have rung
 */
export function alarmsOf(
  clock: Clock,
  hours: WorkingTime,
  ladders: readonly Ladder[],
  rang: ReadonlySet<string>,
): Alarm[] {
  if (clock.stoppedAt !== undefined) return []
  const alarms: Alarm[] = []
  const arm = (key: string, share: number) => {
    if (rang.has(key)) return
    const at = momentWhenSpent(clock, hours, Math.round(share * grantedOf(clock)))
    if (at !== undefined) alarms.push({ key, at })
  }
  for (const ladder of ladders)
    if (ladder.target === clock.target)
      for (const rung of ladder.rungs) arm(rungKey(ladder.id, rung.id, clock), rung.share)
  arm(dueKey(clock), 1)
  return alarms
}
