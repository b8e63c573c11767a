import { END_WORDS, type CounterpartStands } from './counterpart'
import type { EndWhy } from './exchange'

/** How an exchange stands, with what is on its way. */
export interface ExchangeStands {
  /** What the partner is called. */
  name: string
  stands: CounterpartStands
  /** Whether the pairing holds. */
  isPaired: boolean
  ended: EndWhy | null
  refused: string | null
  /** How many words of the ticket wait to go. */
  waiting: number
  /** Since when the partner is not reached, in words. */
  unreachedSince: string | null
}

/** A ticket's counterpart, as lists say it. */
export interface CounterpartAt {
  /** What the partner is called. */
  name: string
  stands: CounterpartStands
  /** The number of the ticket there, once they have said it. */
  number: number | null
  /** How they say that it stands; null where our map reads no status of theirs. */
  says: string | null
  /** When they said something last. */
  heardAt: number | null
}

/**
 * A ticket's counterpart in a few words.
 * @param when a moment in the words of whoever reads it
 * @example counterpartInWords({ name: 'Varnes', stands: 'linked', number: 7, says: 'Busy', heardAt }, when)
 * // '7 Busy at Varnes (heard 10:04)'
 */
export function counterpartInWords(one: CounterpartAt, when: (at: number) => string): string {
  const { name, stands, number, says, heardAt } = one
  if (stands === 'asked') return `${name} is asked`
  if (stands === 'refused') return `${name} refused it`
  // Names of desks are long: what is of this ticket comes first, where a row cuts it last.
  const known = stands === 'ended' ? null : says
  const there = [number, known, 'at', name].filter((part) => part !== null).join(' ')
  if (stands === 'ended') return `${there}, ended`
  return heardAt === null ? there : `${there} (heard ${when(heardAt)})`
}

const changes = (count: number) => (count === 1 ? 'one change waits' : `${count} changes wait`)

/**
 * How an exchange stands, in one sentence.
 * @example exchangeInWords({ stands: 'linked', waiting: 0, … }) // 'linked: all of it is there'
 */
export function exchangeInWords(one: ExchangeStands): string {
  const { name, stands, isPaired, ended, refused, waiting, unreachedSince } = one
  if (ended) return `ended: ${END_WORDS[ended]}`
  if (stands === 'refused') return `refused: ${refused ?? 'they do not say why'}`
  if (!isPaired) return 'stopped: the desks are not paired any more'
  const away = `${name} cannot be reached since ${unreachedSince}`
  if (stands === 'asked') {
    if (!waiting) return 'sent: they have not said yet what becomes of it'
    return unreachedSince === null ? 'waits to go' : `held: ${away}. It goes by itself once they can be`
  }
  if (!waiting) return 'linked: all of it is there'
  return unreachedSince === null
    ? `linked: ${changes(waiting)} to go`
    : `linked, and held: ${away}; ${changes(waiting)}`
}
