import { LENGTH_PATTERN, LONGEST, readLength, writeLength } from '../../condition'
import type { Language } from '../../words'
import type { Answer, QuestionTerms } from '../question'
import type { QuestionTypeTerms } from '../questionType'
import { oneAt } from '../../lookup'

/** What each unit is called where it is typed, in any language, and how many minutes it has. */
const UNITS: readonly [pattern: string, minutes: number][] = [
  ['d|days?|dag|dager|døgn', 24 * 60],
  ['h|hours?|hrs?|t|timer?', 60],
  ['m|mins?|minutes?|minutt|minutter', 1],
]
const NUMBER = String.raw`(\d{1,6}(?:[.,]\d{1,4})?)`
/** Days, hours and minutes in this order, each of which may be left out, with or without spaces. */
const IN_WORDS = new RegExp(
  `^${UNITS.map(([unit]) => `(?:${NUMBER} ?(?:${unit})(?![a-zø]) ?)?`).join('')}$`,
  'u',
)
const ON_A_CLOCK = /^(\d{1,4}):([0-5]\d)$/

/** Minutes of a length of time as somebody types it; undefined where it says none. */
function minutesTyped(typed: string): number | undefined {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/ (?:and|og) /g, ' ')
  const clock = ON_A_CLOCK.exec(text)
  if (clock) return Number(clock[1]) * 60 + Number(clock[2])
  const parts = IN_WORDS.exec(text)?.slice(1) ?? []
  if (!parts.some((one) => one !== undefined)) return undefined
  return parts.reduce(
    (sum, part, at) => sum + Number((part ?? '0').replace(',', '.')) * oneAt(UNITS, at)[1],
    0,
  )
}

/** What was typed, as it is kept; what cannot be read stays as it is, and is refused. */
function read(typed: string): string {
  const kept = typed.trim().toUpperCase()
  if (readLength(kept) !== undefined) return kept
  const minutes = Math.round(minutesTyped(typed) ?? 0)
  return minutes >= 1 && minutes <= LONGEST ? writeLength(minutes) : typed.trim()
}

const SAID: Record<Language, { one: readonly string[]; many: readonly string[] }> = {
  en: { one: ['day', 'hour', 'minute'], many: ['days', 'hours', 'minutes'] },
  nb: { one: ['dag', 'time', 'minutt'], many: ['dager', 'timer', 'minutter'] },
}

/** In words: whole days where it is many hours, else hours and minutes. */
function said(answer: Answer, _: QuestionTerms | undefined, __: unknown, language: Language): string {
  const length = readLength(answer)
  if (length === undefined) return String(answer)
  const isDays = length >= 48 * 60 && length % (24 * 60) === 0
  const counts = isDays ? [length / (24 * 60), 0, 0] : [0, Math.floor(length / 60), length % 60]
  const { one, many } = SAID[language]
  return counts
    .flatMap((count, at) => (count ? `${count} ${oneAt(count === 1 ? one : many, at)}` : []))
    .join(' ')
}

const WRONG = {
  en: 'please say how long, like 2 h 30 min, 1:30 or 3 days (written down as ISO 8601: PT2H30M)',
  nb: 'skriv hvor lenge, som 2 t 30 min, 1:30 eller 3 dager (lagret etter ISO 8601: PT2H30M)',
}

/**
 * How long something takes or is wanted for, in hours and whole minutes: kept as ISO 8601 has it, typed and read as
 * people say it. Rules compare lengths as such.
 *
 * @example
 * duration.typed.read('2 h 30 min') // 'PT2H30M'
 */
export const duration = {
  name: 'length of time',
  control: 'typed',
  fact: 'length',
  terms: ['default'],
  isField: true,
  sortsAs: 'length',
  check: (answer) => (readLength(answer) === undefined ? WRONG : undefined),
  schema: () => ({ type: 'string', pattern: `^${LENGTH_PATTERN}$` }),
  said,
  first: () => 'PT1H',
  tried: (_, compared) => {
    const lengths = compared.flatMap((one) => readLength(one) ?? [])
    const beside = [1, ...lengths.flatMap((one) => [one - 1, one, one + 1])]
    return [...new Set(beside)].filter((one) => one >= 1 && one <= LONGEST).map(writeLength)
  },
  domain: () => ({ type: 'length' }),
  typed: {
    read,
    write: (answer, language) => said(answer, undefined, undefined, language),
    hint: { en: '2 h 30 min', nb: '2 t 30 min' },
  },
} satisfies QuestionTypeTerms
