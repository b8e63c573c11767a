import { oneAt } from '../lookup'
import { TIME_TYPED, type Instant, type Interval } from '../time'

/** Who and when somebody typed, or what of it is unclear. */
export type TypedPlace =
  { person: string; start: Instant } | { fault: 'nobody' | 'several' | 'noTime' | 'noDay'; names?: string[] }

interface Person {
  id: string
  name: string
}

/** By which days and times are read. */
export interface TypedBy {
  weekday: (day: Interval) => string
  /** The moment of a day at which a clock on the wall shows so many minutes. */
  wallTime: (day: Interval, minutes: number) => Instant
}

/** Words are the same whether written large or small, with accents or without. */
const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Each word that was typed begins a word of the name, in any order. */
const fits = (name: string, words: readonly string[]) => {
  const parts = plain(name).split(/[\s-]+/)
  return words.every((word) => parts.some((part) => part.startsWith(word)))
}

/**
 * A place as somebody types it: a name, or what begins it, and a time, with the day of the week before it where the board shows several.
 * @param days those of the board, the first one is meant where none is said
 * @param by the name of a day, such as `Tue`, and its moments
 * @example typedPlace('sten 13:15', people, days, by) // { person: 'sten-vik', start: … }
 */
export function typedPlace(
  text: string,
  people: readonly Person[],
  days: readonly Interval[],
  { weekday, wallTime }: TypedBy,
): TypedPlace {
  const words = plain(text).trim().split(/\s+/).filter(Boolean).slice(0, 8)
  const time = words.findLast((one) => TIME_TYPED.test(one))
  const [, hour, minute] = TIME_TYPED.exec(time ?? '') ?? []
  // A word that begins somebody's name is not the day.
  const isDay = (word: string, one: Interval) =>
    word.length > 2 &&
    plain(weekday(one)).startsWith(word.slice(0, 3)) &&
    !people.some(({ name }) => fits(name, [word]))
  const day = days.find((one) => words.some((word) => isDay(word, one)))
  const names = words.filter((one) => one !== time && !(day && isDay(one, day)))
  const found = names.length ? people.filter(({ name }) => fits(name, names)) : []
  if (!found.length) return { fault: 'nobody' }
  if (found.length > 1) return { fault: 'several', names: found.slice(0, 4).map((one) => one.name) }
  if (hour === undefined || minute === undefined) return { fault: 'noTime' }
  const on = day ?? days[0]
  if (!on) return { fault: 'noDay' }
  return { person: oneAt(found, 0).id, start: wallTime(on, Number(hour) * 60 + Number(minute)) }
}
