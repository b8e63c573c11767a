import { canonicalJson } from '../../json'
import type { Condition } from '../../condition'
import { duration } from '../../intake/types/duration'
import type { NamedThing, Naming } from './naming'

/** What became of one part of a thing, in sentences without their subject; none where nothing did. */
export type Phrase<V> = (before: V | undefined, after: V | undefined, naming: Naming) => string[]

/** A phrase for every part of a thing: what has no words does not compile. */
export type Book<T> = { readonly [K in keyof Required<T>]: Phrase<Exclude<T[K], undefined>> }

export const isSame = (a: unknown, b: unknown) => canonicalJson(a ?? null) === canonicalJson(b ?? null)

/** So many letters of a text are shown. */
const MOST = 120
export const cut = (text: string) => (text.length > MOST ? `${text.slice(0, MOST)} …` : text)
const isNothing = (value: unknown) =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && !value.length)

/** A value that is shown by some words: “description “New” instead of “Old””. */
export const shown =
  <V>(label: string, words: (value: V, naming: Naming) => string): Phrase<V> =>
  (before, after, naming) => {
    if (isSame(before, after)) return []
    const [was, is] = [before, after].map((one) => (isNothing(one) ? undefined : words(one as V, naming)))
    if (is === undefined) return [`${label}: none any more instead of ${was}`]
    return [was === undefined ? `${label}: ${is}` : `${label}: ${is} instead of ${was}`]
  }

const quoted = (text: unknown) => `“${cut(String(text))}”`
export const text = (label: string): Phrase<string> => shown<string>(label, quoted)
export const number = (label: string, unit = ''): Phrase<number> =>
  shown<number>(label, (value) => `${value}${unit}`)
export const percent = (label: string): Phrase<number> =>
  shown<number>(label, (value) => `${Math.round(value * 1000) / 10} %`)
export const span = (label: string): Phrase<string> => shown<string>(label, (value) => spanInWords(value))
export const choice = <V extends string>(label: string, words: Readonly<Record<V, string>>): Phrase<V> =>
  shown<V>(label, (value) => words[value])
export const when = (label: string): Phrase<Condition> =>
  shown<Condition>(label, (value, naming) => naming.condition(value))
export const ref = (label: string, what: NamedThing): Phrase<string> =>
  shown<string>(label, (id, naming) => `“${naming.nameOf(what, id)}”`)

/** A length of time as people say it; hours stay hours, since how long a day is the calendar says. */
export function spanInWords(iso: string): string {
  const words = duration.typed.write(iso, 'en')
  return words.replace(/^(\d+) days$/, (_, days: string) =>
    /^P\d+D$/.test(iso) ? words : `${Number(days) * 24} hours`,
  )
}

/** What is yes or no: a sentence for each. */
export const yes =
  (on: string, off: string): Phrase<boolean> =>
  (before, after) =>
    Boolean(before) === Boolean(after) ? [] : [after ? on : off]

const listed = (names: readonly string[]) => names.map((one) => `“${cut(one)}”`).join(', ')

/** Several of something, in an order or not. */
export const several =
  <V extends string | number>(
    label: string,
    words: (value: V, naming: Naming) => string,
    isOrdered = false,
  ): Phrase<readonly V[]> =>
  (before = [], after = [], naming) => {
    const added = after.filter((one) => !before.includes(one))
    const gone = before.filter((one) => !after.includes(one))
    const stays = (list: readonly V[], other: readonly V[]) =>
      list.filter((one) => other.includes(one)).join()
    const says = (list: readonly V[]) => listed(list.map((one) => words(one, naming)))
    return [
      ...(added.length ? [`${label}: adds ${says(added)}`] : []),
      ...(gone.length ? [`${label}: takes out ${says(gone)}`] : []),
      ...(isOrdered && stays(before, after) !== stays(after, before) ? [`${label}: in another order`] : []),
    ]
  }
export const refs = (label: string, what: NamedThing, isOrdered = false): Phrase<readonly string[]> =>
  several<string>(label, (id, naming) => naming.nameOf(what, id), isOrdered)

/** What became of a thing, by the phrases of its parts. */
export const bookOf =
  <T extends object>(book: Book<T>): Phrase<T> =>
  (before, after, naming) =>
    isSame(before, after)
      ? []
      : (Object.keys(book) as (keyof T)[]).flatMap((key) => {
          const said = book[key] as Phrase<T[keyof T]>
          return said(before?.[key], after?.[key], naming)
        })

/** What is never told by itself: an id, or what something else tells. */
export const silent = () => []

/** How things of an inner list are told. */
interface Things<T> {
  /** What one is: “status”, “option”. */
  one: string
  keyOf: (thing: T, at: number) => string
  nameOf: (thing: T, naming: Naming, at: number) => string
  book: Phrase<T>
  isOrdered?: boolean
}

/** Things in a thing: those that came, those that went, and what became of those that stay. */
export const things =
  <T>({ one, keyOf, nameOf, book, isOrdered = true }: Things<T>): Phrase<readonly T[]> =>
  (before = [], after = [], naming) => {
    if (isSame(before, after)) return []
    const old = new Map(before.map((thing, at) => [keyOf(thing, at), { thing, at }]))
    const fresh = new Map(after.map((thing, at) => [keyOf(thing, at), { thing, at }]))
    const said = ({ thing, at }: { thing: T; at: number }) => `“${cut(nameOf(thing, naming, at))}”`
    const added = [...fresh].flatMap(([key, now]) => {
      if (old.has(key)) return []
      const last = after[now.at - 1]
      const where = isOrdered && last !== undefined ? ` after ${said({ thing: last, at: now.at - 1 })}` : ''
      return [`adds the ${one} ${said(now)}${where}`]
    })
    const gone = [...old].flatMap(([key, was]) =>
      fresh.has(key) ? [] : [`takes out the ${one} ${said(was)}`],
    )
    const changed = [...fresh].flatMap(([key, now]) => {
      const was = old.get(key)
      return was ? book(was.thing, now.thing, naming).map((what) => `${one} ${said(now)}: ${what}`) : []
    })
    const stays = (list: readonly T[], other: ReadonlyMap<string, unknown>) =>
      list
        .map(keyOf)
        .filter((key) => other.has(key))
        .join()
    const isMoved = isOrdered && stays(before, fresh) !== stays(after, old)
    return [...added, ...gone, ...changed, ...(isMoved ? [`its ${plural(one)} stand in another order`] : [])]
  }

const plural = (one: string) =>
  one.endsWith('y') ? `${one.slice(0, -1)}ies` : one.endsWith('s') ? `${one}es` : `${one}s`

/** Something by a key, such as a time by its priority. */
export const byKey =
  <V>(
    label: (key: string, naming: Naming) => string,
    phrase: (label: string) => Phrase<V>,
  ): Phrase<Readonly<Record<string, V>>> =>
  (before = {}, after = {}, naming) =>
    [...new Set([...Object.keys(after), ...Object.keys(before)])].flatMap((key) =>
      phrase(label(key, naming))(before[key], after[key], naming),
    )
