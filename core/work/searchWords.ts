import { isOneOf, oneAt } from '../lookup'
/** What somebody looks for, taken apart. */
export interface SearchWords {
  /** Digits alone, or after a number sign: the number of a ticket, an agreement or a piece of equipment. */
  number?: number
  /** Words to be found, in small letters. */
  terms: string[]
  /** Words that stand for a filter, as they were typed. */
  filters: SearchFilter[]
}

export const SEARCH_STATES = ['open', 'done', 'mine', 'unassigned', 'overdrawn', 'held'] as const
export type SearchState = (typeof SEARCH_STATES)[number]

export type SearchFilter =
  | { by: 'state'; state: SearchState; words: string }
  | { by: 'team' | 'organisation' | 'technician'; id: string; words: string }
  | { by: SearchThing; number: number; words: string }

/** What is looked for by its number after its name: `agreement 1057`. */
export const SEARCH_THINGS = ['agreement', 'equipment'] as const
export type SearchThing = (typeof SEARCH_THINGS)[number]

/** What may be named after `in`, `of` and `by`. */
export interface SearchNames {
  teams: readonly { id: string; name: string }[]
  organisations: readonly { id: string; name: string }[]
  people: readonly { id: string; name: string }[]
}

const NUMBER = /^\d{1,15}$/
const WORD = /[\p{L}\p{N}]+/gu
const fold = (text: string) => text.toLocaleLowerCase('en')
const partsOf = (text: string) => fold(text).match(WORD) ?? []

const LEADS = [
  ['in', 'team', 'teams'],
  ['of', 'organisation', 'organisations'],
  ['by', 'technician', 'people'],
] as const

/**
 * Takes a search apart: a number, words, and words that stand for a filter — `open`, `mine`, `in Networks`,
 * `of Merrow Line`, `by Tora Aas`, `agreement 1057`. A word in quotation marks is looked for, whatever it may stand for.
 */
export function readSearch(text: string, names: SearchNames): SearchWords {
  const quoted: string[] = []
  const rest = text.replace(/["“”]([^"“”]+)["“”]/g, (_, words: string) => {
    quoted.push(...partsOf(words))
    return ' '
  })
  const words = partsOf(rest)
  const filters: SearchFilter[] = []
  const terms: string[] = []
  for (let index = 0; index < words.length;) {
    const taken = filterAt(words, index, names)
    if (taken) {
      filters.push(taken.filter)
      index += taken.length
    } else terms.push(oneAt(words, index++))
  }
  const all = [...terms, ...quoted]
  const digits = text.replace(/^\s*(?:#|№|ticket\s)|\s/gi, '')
  return { ...(NUMBER.test(digits) && { number: Number(digits) }), terms: all, filters }
}

/** A number after the name of what it is the number of. */
function thingAt(words: string[], index: number): SearchFilter | undefined {
  const by = oneAt(words, index)
  const digits = words[index + 1] ?? ''
  if (!isOneOf(SEARCH_THINGS, by) || !NUMBER.test(digits)) return undefined
  return { by, number: Number(digits), words: `${by} ${digits}` }
}

function filterAt(
  words: string[],
  index: number,
  names: SearchNames,
): { filter: SearchFilter; length: number } | undefined {
  const word = oneAt(words, index)
  if (isOneOf(SEARCH_STATES, word)) return { filter: { by: 'state', state: word, words: word }, length: 1 }
  const thing = thingAt(words, index)
  if (thing) return { filter: thing, length: 2 }
  const lead = LEADS.find(([one]) => one === word)
  if (!lead) return undefined
  const [, by, list] = lead
  // The longest name that stands here, so that “Merrow Line” is not taken for “Merrow”.
  const found = names[list]
    .map((one) => ({ one, parts: partsOf(one.name) }))
    .filter(({ parts }) => parts.length && parts.every((part, at) => words[index + 1 + at] === part))
    .sort((a, b) => b.parts.length - a.parts.length)[0]
  if (!found) return undefined
  const filter: SearchFilter = { by, id: found.one.id, words: `${word} ${found.one.name}` }
  return { filter, length: 1 + found.parts.length }
}
