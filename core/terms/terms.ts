import snowball, { type Stemmer } from 'snowball-stemmers'
import { LANGUAGES, type Language } from '../words'

/** So much of a text is read, in characters: a log of a megabyte says no more than its beginning. */
export const MOST_READ = 20_000
/** So many terms of a text are kept, those that come first. */
export const MOST_TERMS = 300
/** Longer runs of letters are no words; what is cut says enough. */
const LONGEST_TERM = 40

/** Words that say nothing about what is meant, by language. Common practice, no source. */
const EMPTY: Record<Language, ReadonlySet<string>> = {
  en: new Set(
    `a about after again all also am an and any are as at be because been but by can cannot could did do does for from
    get got had has have he hello her here hi him his how i if in into is it its just me my no not now of off on one or
    our out over please she since so some than thank thanks that the their them then there they this to too up us was
    we were what when where which who why will with would you your`.split(/\s+/),
  ),
  nb: new Set(
    `alle av at bare ble da de den der det dette du eller en er et etter for fra før går ha hadde han har hei her hun
    hva hvis hvor i igjen ikke ingen jeg kan kom med meg men min mitt må nå når og også om oss over på så seg siden
    skal som takk til ut var vi vil være å`.split(/\s+/),
  ),
}

const STEMMERS: Record<Language, Stemmer> = {
  en: snowball.newStemmer('english'),
  nb: snowball.newStemmer('norwegian'),
}

/** Scripts that put no space between words: there a term is two letters that follow each other. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Khmer}]/u

/**
 * The words of a text as they stand, in small letters, in their order. One or two letters before a hyphen belong to what
 * follows, and what owns something is that something’s owner.
 * @example tokensIn('The purser’s Wi-Fi') // ['the', 'purser', 'wifi']
 */
export function tokensIn(text: string): string[] {
  const plain = text.slice(0, MOST_READ).normalize('NFKC').toLowerCase()
  const joined = plain
    .replace(/(?<![\p{L}\p{N}])(\p{L}{1,2})-(?=\p{L})/gu, '$1')
    .replace(/(?<=\p{L})['’]s(?!\p{L})/gu, '')
  return joined.match(/[\p{L}\p{M}\p{N}]+/gu) ?? []
}

/**
 * In which language a text is, by its words that carry no meaning; where both have as many, or none, it is the one given.
 * @example languageOf('skriveren er tom', 'en') // 'nb'
 */
export function languageOf(text: string, otherwise: Language): Language {
  const tokens = tokensIn(text)
  const count = (language: Language) => tokens.filter((one) => EMPTY[language].has(one)).length
  const own = count(otherwise)
  const best = LANGUAGES.map((language) => ({ language, hits: count(language) })).sort(
    (a, b) => b.hits - a.hits,
  )[0]
  return best && best.hits > own ? best.language : otherwise
}

/**
 * The terms by which a text is compared, in their order, as often as they stand in it: without words that say nothing, each
 * by its stem (Snowball), numbers as they are. In scripts without spaces pairs of letters (Manning, Raghavan, Schütze,
 * Introduction to Information Retrieval, ch. 2.2.1).
 * @example termsIn('The scanners at gate 3 are scanning slowly', 'en') // ['scanner', 'gate', '3', 'scan', 'slowli']
 */
export function termsIn(text: string, language: Language): string[] {
  const terms: string[] = []
  for (const token of tokensIn(text)) {
    if (terms.length >= MOST_TERMS) break
    if (UNSPACED.test(token)) terms.push(...pairsOf(token))
    else if (!EMPTY[language].has(token)) terms.push(stemOf(token, language))
  }
  return terms.slice(0, MOST_TERMS)
}

function stemOf(token: string, language: Language): string {
  const cut = token.slice(0, LONGEST_TERM)
  return /\p{N}/u.test(cut) ? cut : STEMMERS[language].stem(cut)
}

function pairsOf(token: string): string[] {
  const letters = [...token]
  return letters.length < 2 ? letters : letters.slice(1).map((letter, at) => letters[at]! + letter)
}

/** The number under which a term is kept: FNV-1a of its UTF-16 units, as a signed number of 32 bits. */
export function codeOf(term: string): number {
  let hash = 0x811c9dc5
  for (let at = 0; at < term.length; at++) hash = Math.imul(hash ^ term.charCodeAt(at), 0x01000193)
  return hash | 0
}
