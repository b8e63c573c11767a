import { minuteOfDay, dayNumberOf } from '../time/calendar'
import { DAY, Zone, type Instant } from '../time'

/** Who is on call when: members take over from each other at a fixed hour. */
export interface Rota {
  id: string
  name: string
  zone: string
  /** Local date of the first member's first turn. */
  from: string
  /** Local time of day at which the next one takes over. */
  handOver: string
  /** Length of a turn in days. */
  turnDays: number
  members: string[]
}

/**
 * The person on call at an instant.
 * @returns undefined before the rota begins or when it has no members
 */
export function onRota(rota: Rota, at: Instant): string | undefined {
  const turn = turnAt(rota, at)
  return turn < 0 || rota.members.length === 0 ? undefined : rota.members[turn % rota.members.length]
}

/** The instant at which the turn that runs at `at` ends. */
export function turnEnds(rota: Rota, at: Instant): Instant {
  const day = dayNumberOf(rota.from) + (turnAt(rota, at) + 1) * rota.turnDays
  const date = new Date(day * DAY)
  const minute = minuteOfDay(rota.handOver)
  return Zone.of(rota.zone).toInstant({
    year: date.getUTCFullYear(),
    month: date.getUTCMonth() + 1,
    day: date.getUTCDate(),
    hour: Math.floor(minute / 60),
    minute: minute % 60,
  })
}

function turnAt(rota: Rota, at: Instant): number {
  const zone = Zone.of(rota.zone)
  const local = zone.toLocal(at)
  const started = local.hour * 60 + local.minute >= minuteOfDay(rota.handOver) ? 0 : -1
  return Math.floor((zone.dayNumber(at) + started - dayNumberOf(rota.from)) / rota.turnDays)
}
