import { ENGLISH } from './english'
import type { Language } from './language'
import { PORTAL_ENGLISH } from './portal/english'
import { PORTAL_NORWEGIAN } from './portal/norwegian'
import { oneAt } from '../lookup'
import { withForms } from './plural'

export type Values = Readonly<Record<string, string | number>>

const WHOLE = { ...ENGLISH, ...PORTAL_ENGLISH }
export type Key = keyof typeof WHOLE

/** What a language lacks is said in English: what the desk alone reads. */
const TABLES: Record<Language, Partial<Record<Key, string>>> = { en: WHOLE, nb: PORTAL_NORWEGIAN }

/** What is filled in: braces with a name. */
const PLACE = /\{(\w+)\}/g

/**
 * Says something in a language.
 * @param values what stands in the braces of its text
 * @example say('en', 'reason.nextInTurn', { person: 'Tora Aas' }) // Next in turn is Tora Aas.
 */
export function say(language: Language, key: Key, values: Values = {}): string {
  const own = TABLES[language][key]
  const text = own ?? WHOLE[key]
  // A form may have places of its own.
  const whole = text.includes(', plural,')
    ? withForms(own === undefined ? 'en' : language, text, values)
    : text
  return whole.replace(PLACE, (_, name: string) => String(values[name] ?? ''))
}

/** A number as a language writes it: `2.5`, `2,5`. */
export const numberSaid = (value: number, language: Language): string =>
  String(value).replace('.', say(language, 'number.point'))

/** A sentence begins with it. */
export const capital = (text: string) => (text[0] ?? '').toUpperCase() + text.slice(1)

/** `a`, `a and b`, `a, b and c`. */
export function listInWords(words: readonly string[], language: Language = 'en'): string {
  if (words.length < 2) return words.join('')
  const [first, last] = [words.slice(0, -1).join(', '), oneAt(words, -1)]
  return say(language, 'list.last', { first, last })
}
