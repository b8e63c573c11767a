import { say, type Key, type Language } from '~~/core/words'

/** A Monday, and the first of a January: the names of days and months are taken from the browser. */
const MONDAY = Date.UTC(2024, 0, 1)
const DAY = 24 * 3600 * 1000

const SAYS = {
  chooseDate: 'kit.chooseDay',
  chooseMonth: 'kit.chooseMonth',
  chooseYear: 'kit.chooseYear',
  prevMonth: 'kit.monthBefore',
  nextMonth: 'kit.monthAfter',
  prevYear: 'kit.yearBefore',
  nextYear: 'kit.yearAfter',
  prevDecade: 'kit.yearsBefore',
  nextDecade: 'kit.yearsAfter',
  today: 'kit.today',
  clear: 'kit.clear',
  emptySearchMessage: 'kit.nothingFound',
} as const satisfies Record<string, Key>

/** What the library's parts say by themselves, in a language; weeks begin on Monday. */
export function localeOf(language: Language) {
  const named = (options: Intl.DateTimeFormatOptions, moments: number[]) => {
    const format = new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' })
    return moments.map((at) => format.format(at))
  }
  // The library counts its days from Sunday.
  const days = Array.from({ length: 7 }, (_, at) => MONDAY + (at - 1) * DAY)
  const months = Array.from({ length: 12 }, (_, at) => Date.UTC(2024, at, 1))
  return {
    firstDayOfWeek: 1,
    dayNames: named({ weekday: 'long' }, days),
    dayNamesShort: named({ weekday: 'short' }, days),
    dayNamesMin: named({ weekday: 'short' }, days).map((one) => one.slice(0, 2)),
    monthNames: named({ month: 'long' }, months),
    monthNamesShort: named({ month: 'short' }, months),
    ...Object.fromEntries(Object.entries(SAYS).map(([name, key]) => [name, say(language, key)])),
  }
}
