import { duration } from '~~/core/intake/types/duration'
import { formatDuration, HOUR, MINUTE, parseDuration } from '~~/core/time'

/** A time that a target grants, in hours and minutes: `72:00`; what cannot be read stays as it is. */
export function timeShown(span: string | undefined): string {
  if (!span) return ''
  try {
    const length = parseDuration(span)
    return `${Math.floor(length / HOUR)}:${String(Math.round((length % HOUR) / MINUTE)).padStart(2, '0')}`
  } catch {
    return span
  }
}

/**
 * Reads a time as it is typed: hours and minutes, in figures or in words; nothing where the field is empty.
 * @returns an ISO 8601 duration
 * @throws Error that says what to write. Days are none: how many hours one has is for the calendar to say.
 */
export function timeRead(typed: string): string | undefined {
  const text = typed.trim()
  if (!text) return undefined
  if (/d|[yw]/i.test(text.replace(/minutes?|hours?/gi, '')))
    throw new Error('Write hours, such as 24:00. Days have as many hours as the calendar is open.')
  const span = duration.typed.read(/^\d+$/.test(text) ? `${text} h` : text)
  try {
    return formatDuration(parseDuration(span))
  } catch {
    throw new Error('Write hours and minutes, such as 2:00 or 30 min.')
  }
}
