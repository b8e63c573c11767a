import type { Target } from '~~/core/clock'
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

/** Whether a text holds times for more than one place: cells of a sheet, or times with semicolons between them. */
export const areTimes = (text: string): boolean => /[\t\n;]/.test(text.trim())

/**
 * Targets with times laid over them from one place on, to the right and downwards.
 * @param priorities ids, in the order in which they stand
 * @param text a time, or several as `areTimes` says; an empty one takes the time away
 * @throws Error that says what to write, where one cannot be read or has no place
 * @example
 * withTimes(targets, ['p1', 'p2', 'p3'], { target: 0, priority: 1 }, '1:00; 4:00')
 */
export function withTimes(
  targets: readonly Target[],
  priorities: readonly string[],
  from: { target: number; priority: number },
  text: string,
): Target[] {
  const lines = text.trimEnd().split(/\r?\n/)
  const after = targets.map((one) => ({ ...one, granted: { ...one.granted } }))
  for (const [down, line] of lines.entries())
    for (const [right, typed] of line.split(/[\t;]/).entries()) {
      const target = after[from.target + down]
      const priority = priorities[from.priority + right]
      if (!target || priority === undefined)
        throw new Error(`There is no place for “${typed.trim()}”: begin further up or to the left.`)
      const span = timeRead(typed)
      const { [priority]: _, ...others } = target.granted
      target.granted = span ? { ...others, [priority]: span } : others
    }
  return after
}
