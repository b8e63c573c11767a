import { isOneOf } from '../lookup'
/** The languages that the desk can say everything in that requesters read; the first is whole. */
export const LANGUAGES = ['en', 'nb'] as const
export type Language = (typeof LANGUAGES)[number]

/** Each by its own name. */
export const LANGUAGE_NAMES: Record<Language, string> = { en: 'English', nb: 'Norsk' }

/** The languages of a list of tags, such as that of a portal; English where there is none. */
export function languagesOf({ languages = [] }: { languages?: readonly string[] }): Language[] {
  const known = languages.filter(isLanguage)
  return known.length ? known : ['en']
}

export function isLanguage(tag: unknown): tag is Language {
  return isOneOf(LANGUAGES, tag)
}

/** Languages whose speakers read another that we have: the written forms of Norwegian. */
const READ_AS: Record<string, Language> = { no: 'nb', nn: 'nb' }

/** Most languages of a header that are looked at. */
const MOST = 20

/**
 * Reads the header Accept-Language: the wanted languages, the dearest first (RFC 9110 §12.5.4).
 * @returns tags in small letters; what is refused by `q=0`, and what is no tag, is left out
 */
export function wantedLanguages(header: string): string[] {
  return header
    .slice(0, 500)
    .split(',', MOST)
    .flatMap((part, place) => {
      const [tag = '', ...more] = part.split(';').map((one) => one.trim().toLowerCase())
      const quality = more.find((one) => one.startsWith('q='))
      const weight = quality === undefined ? 1 : Number(quality.slice(2))
      return /^[a-z]{1,8}(-[a-z0-9]{1,8})*$/.test(tag) && weight > 0 && weight <= 1
        ? [{ tag, weight, place }]
        : []
    })
    .sort((a, b) => b.weight - a.weight || a.place - b.place)
    .map((one) => one.tag)
}

/**
 * Chooses a language: the first wanted one that is offered, each looked up with ever less of its tag (RFC 4647 §3.4).
 * @param offered what there is; the first one is taken where none is wanted
 */
export function chooseLanguage(wanted: readonly string[], offered: readonly Language[]): Language {
  for (const tag of wanted)
    for (let parts = tag.toLowerCase().split('-'); parts.length; parts = parts.slice(0, -1)) {
      const shorter = parts.join('-')
      const found = offered.find((one) => one === shorter || one === READ_AS[shorter])
      if (found) return found
    }
  return offered[0] ?? 'en'
}
