import { readWhen, valueOf, type Facts } from '../condition'
import { NeverOpens, parseDuration, parseMoment, type Instant, type WorkingTime } from '../time'

/** A day that an answer or a field holds, and how a plan goes by it. */
export interface DayOf {
  /** The fact: `form.startsOn`, `field.backOn`. */
  fact: string
  /** The time of that day, such as `06:00`; of a day alone its beginning if left out. */
  at?: string
  /** So much working time before, as an ISO 8601 duration. */
  before?: string
}

/** Where and in whose hours a day is meant. */
export interface DayIn {
  facts: Facts
  zone: string
  hours: Pick<WorkingTime, 'subtract'>
}

/** A time of day as a plan writes it. */
export const TIME_OF_DAY = /^([01]\d|2[0-3]):[0-5]\d$/

/**
 * The moment that a day comes to.
 * @returns undefined where nothing that can be read is answered
 */
export function momentOf({ fact, at, before }: DayOf, { facts, zone, hours }: DayIn): Instant | undefined {
  const when = readWhen(valueOf(facts, fact))
  if (!when) return undefined
  const moment = at === undefined && when.at !== undefined ? when.at : dayAt(when.day, at ?? '00:00', zone)
  return before === undefined ? moment : ifOpen(() => hours.subtract(moment, parseDuration(before)))
}

/**
 * So much working time after a moment.
 * @returns undefined in hours that never open so long any more: then nobody can say when it is
 */
export const momentAfter = (
  hours: Pick<WorkingTime, 'add'>,
  from: Instant,
  span: string,
): Instant | undefined => ifOpen(() => hours.add(from, parseDuration(span)))

/** Hours that are shut for good must not keep a request from being taken. */
function ifOpen(moment: () => Instant): Instant | undefined {
  try {
    return moment()
  } catch (error) {
    if (error instanceof NeverOpens) return undefined
    throw error
  }
}

const dayAt = (day: string, time: string, zone: string) => parseMoment(`${day}T${time}`, zone)
