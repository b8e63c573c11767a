import type { Instant } from '~~/core/time'
import {
  daySaid,
  momentSaid,
  numberSaid,
  problemSaid,
  say as sayIn,
  type Key,
  type Language,
  type Values,
} from '~~/core/words'

/** What a portal and its forms say, in the language in which it is read; the desk reads English. */
export function usePortalWords() {
  const language = useState<Language>('portal-language', () => 'en')
  return {
    language,
    say: (key: Key, values?: Values) => sayIn(language.value, key, values),
    /** A moment as short as stays clear, seen from `now`. */
    moment: (at: Instant, zone: string, now: Instant) => momentSaid(at, zone, now, language.value),
    day: (at: Instant, zone: string) => daySaid(at, zone, language.value),
    /** What went wrong. */
    problem: (error: unknown) => problemSaid(asApiError(error).problem, language.value),
    /** What is wrong with a field; what the server says of it is English. */
    problemOn(error: ApiError | undefined, field: string): string | undefined {
      const message = error?.on(field)
      return message === undefined || language.value === 'en'
        ? message
        : sayIn(language.value, 'problem.field')
    },
    /** How large a file is. */
    size: (bytes: number) =>
      bytes > 1_000_000
        ? `${numberSaid(Math.round(bytes / 104_857.6) / 10, language.value)} MB`
        : `${Math.max(1, Math.round(bytes / 1024))} KB`,
  }
}
