import { fieldsOf } from '../design/templateFields'
import { fieldOf } from '../fields'
import type { Exchange, SentField, Wire } from '../partner'
import type { CounterpartEntry } from './counterpartState'

// What of an exchange with a partner somebody sees who does not see every field: neither the values of those fields nor
// what a map makes of them.

/** Whether somebody sees what goes over by a name. */
export interface SeenExchange {
  /** By our name of what we say. */
  said(field: string): boolean
  /** By the partner's name of what they say. */
  heard(field: string): boolean
  /** By what it is here. */
  target(to: string): boolean
}

/** Our own fields whose values are said by a line of a map. */
function ownFieldsSaid({ from }: SentField): string[] {
  const names = 'fact' in from ? [from.fact] : 'text' in from ? fieldsOf(from.text) : []
  return names.flatMap((name) => fieldOf(name) ?? [])
}

/**
 * @param exchange how tickets are exchanged with the partner now; undefined where nothing is any more
 * @param sees whether somebody sees a field of ours
 * @param hidesAny whether there is a field that they do not see: then what no map knows any more may have said it
 */
export function seenExchange(
  exchange: Exchange | undefined,
  sees: (name: string) => boolean,
  hidesAny: boolean,
): SeenExchange {
  const target = (to: string) => {
    const own = fieldOf(to)
    return own === undefined || sees(own)
  }
  return {
    said(field) {
      const line = exchange?.sends.fields.find((one) => one.id === field)
      return line ? ownFieldsSaid(line).every(sees) : !hidesAny
    },
    heard: (field) => {
      const lines = exchange?.takes.fields.filter((one) => one.from === field) ?? []
      return lines.every(({ to }) => target(to))
    },
    target,
  }
}

const only = (wire: Wire, sees: (field: string) => boolean): Wire =>
  Object.fromEntries(Object.entries(wire).filter(([field]) => sees(field)))

const isEmpty = (wire: Wire) => !Object.keys(wire).length

/** An entry as somebody reads it; undefined where nothing of it is for them. */
export function counterpartEntrySeen(
  entry: CounterpartEntry,
  seen: SeenExchange,
): CounterpartEntry | undefined {
  if (entry.kind === 'partnerTold') {
    const { tiding } = entry
    const changes = only(tiding.changes, seen.said)
    const saysNothing = isEmpty(changes) && !tiding.said && !tiding.ends
    return saysNothing && !isEmpty(tiding.changes) ? undefined : { ...entry, tiding: { ...tiding, changes } }
  }
  if (entry.kind === 'partnerRound') {
    const changes = only(entry.changes, seen.said)
    return isEmpty(changes) ? undefined : { ...entry, changes }
  }
  if (entry.kind === 'partnerHeard') return heardSeen(entry, seen)
  if (entry.kind === 'partnerAnswered' && entry.untaken)
    return { ...entry, untaken: entry.untaken.filter(({ field }) => !field || seen.said(field)) }
  return entry.kind === 'partnerDecided' && !seen.target(entry.target) ? undefined : entry
}

function heardSeen(
  entry: Extract<CounterpartEntry, { kind: 'partnerHeard' }>,
  seen: SeenExchange,
): CounterpartEntry | undefined {
  const { word, taken, untaken, conflicts, known } = entry
  const left = {
    taken: taken.filter(({ to }) => seen.target(to)),
    untaken: untaken.filter(({ field }) => seen.heard(field)),
    conflicts: conflicts.filter(({ target }) => seen.target(target)),
  }
  const count = (one: typeof left) => one.taken.length + one.untaken.length + one.conflicts.length
  if (!count(left) && count({ taken, untaken, conflicts }) && !word.said && !word.ends) return undefined
  const changes = only(word.changes, seen.heard)
  return { ...entry, ...left, word: { ...word, changes }, known: only(known, seen.said) }
}
