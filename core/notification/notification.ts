import { minuteOfDay } from '../time/calendar'
import type { Reason } from '../reason'
import type { ChannelKind } from './channels/list'
import { Zone, type Instant } from '../time'

/** A stretch of every day, in local time; one that ends before it begins goes over midnight. */
export interface DayStretch {
  from: string
  to: string
}

/** One way to reach somebody. */
export interface Way {
  channel: ChannelKind
  /** Number of a telephone or pager, name in the chat room; mail goes to the person's own address if left out. */
  address?: string
  /** Only at these hours; at any if left out. */
  hours?: DayStretch
}

/** How somebody wants to be told. */
export interface Preferences {
  /** Tried one after the other when one fails; by mail if left out. */
  ways?: Way[]
  /** What is not urgent waits until these hours are over. */
  quiet?: DayStretch
  /** Language in which templates are taken where they have it; a language tag. */
  language?: string
}

/** Who is told, as far as it matters for how. */
export interface Told {
  mail: string
  zone: string
  notify?: Preferences
}

/** How a message goes out. */
export interface Plan {
  channel: ChannelKind
  address: string
  /** Not before this, since quiet hours hold it back. */
  notBefore?: Instant
  /** Why it waits, or does not go the first way. */
  why?: Reason
}

/** Whether a moment lies in a stretch of the day, in a zone. */
export function isWithin({ from, to }: DayStretch, zone: string, at: Instant): boolean {
  const local = Zone.of(zone).toLocal(at)
  const minute = local.hour * 60 + local.minute
  const [begin, end] = [minuteOfDay(from), minuteOfDay(to)]
  return begin <= end ? minute >= begin && minute < end : minute >= begin || minute < end
}

/** The next moment at which it is a time of day in a zone. */
function nextAt(time: string, zone: string, after: Instant): Instant {
  const local = Zone.of(zone).toLocal(after)
  const minute = minuteOfDay(time) % 1440
  const at = (days: number) => {
    const date = new Date(Date.UTC(local.year, local.month - 1, local.day + days))
    return Zone.of(zone).toInstant({
      year: date.getUTCFullYear(),
      month: date.getUTCMonth() + 1,
      day: date.getUTCDate(),
      hour: Math.floor(minute / 60),
      minute: minute % 60,
    })
  }
  const today = at(0)
  return today > after ? today : at(1)
}

/**
 * Which way a message goes: the first of the person's ways that is open at this hour and was not tried yet.
 * What is not urgent waits until quiet hours are over; what is urgent goes at any hour, and where no way is open at
 * this hour the first one is taken all the same.
 * @param tried ways that failed for this message
 * @returns undefined when there is none (left)
 */
export function planDelivery(
  person: Told,
  now: Instant,
  { urgent = false, tried = [] }: { urgent?: boolean; tried?: readonly ChannelKind[] } = {},
): Plan | undefined {
  const { zone, notify = {} } = person
  const ways = waysOf(person).filter((way) => way.address && !tried.includes(way.channel))
  const isQuiet = !urgent && notify.quiet !== undefined && isWithin(notify.quiet, zone, now)
  const until = isQuiet ? nextAt(notify.quiet!.to, zone, now) : undefined
  const at = until ?? now
  const way = ways.find((one) => !one.hours || isWithin(one.hours, zone, at)) ?? ways[0]
  if (!way) return undefined
  const { channel, address } = way
  if (until !== undefined)
    return { channel, address, notBefore: until, why: { is: 'quietUntil', until, zone } }
  return { channel, address, ...(tried.length && { why: { is: 'waysFailed', channels: [...tried] } }) }
}

/** Somebody's ways, each with where it leads. */
function waysOf({ mail, notify }: Told): (Way & { address: string })[] {
  const ways: Way[] = notify?.ways?.length ? notify.ways : [{ channel: 'mail' }]
  return ways.map((way) => ({ ...way, address: way.address || (way.channel === 'mail' ? mail : '') }))
}
