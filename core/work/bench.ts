import type { Instant } from '../time'
import { oneAt } from '../lookup'

/** What the order of a bench is made of, for one ticket. Durations in milliseconds. */
export interface BenchTicket {
  reference: number
  /** 1 is the most urgent. */
  priorityOrder: number
  /** Least balance of its running promises, in their own hours; undefined where none runs. */
  balance?: number
  band: 'over' | 'close' | 'fine' | 'paused'
  /** When the first of its promises falls due. */
  dueAt?: Instant
  loggedAt: Instant
  /** Since when the other side waits for a word. */
  waitingSince?: Instant
  /** It is being worked on. */
  isBegun?: boolean
}

/** What the lead may order benches by. */
export const BENCH_KEYS = ['begun', 'band', 'priority', 'due', 'balance', 'waiting', 'logged'] as const
export type BenchKey = (typeof BENCH_KEYS)[number]

/** Where the design says nothing. */
export const PLAIN_BENCH: BenchKey[] = ['band', 'priority', 'due', 'logged']

interface KeyRule {
  name: string
  /** Smaller comes first. */
  value: (one: BenchTicket) => number
  /** What one has that the next has not. */
  because: (one: BenchTicket, next: BenchTicket, say: BenchWords) => string
}

/** How a bench speaks of values that the core cannot put in words by itself. */
export interface BenchWords {
  priority: (order: number) => string
  moment: (at: Instant) => string
  balance: (milliseconds: number) => string
}

const BANDS = ['over', 'close', 'fine', 'paused']
const BAND_NAMES: Record<BenchTicket['band'], string> = {
  over: 'a promise of it is over',
  close: 'a promise of it is close',
  fine: 'its promises are fine',
  paused: 'its promises stand still',
}
const LAST = Number.MAX_SAFE_INTEGER

const RULES: Record<BenchKey, KeyRule> = {
  begun: {
    name: 'what is begun already',
    value: (one) => (one.isBegun ? 0 : 1),
    because: () => 'it is begun already',
  },
  band: {
    name: 'over, then close, then fine',
    value: (one) => BANDS.indexOf(one.band),
    because: (one) => BAND_NAMES[one.band],
  },
  priority: {
    name: 'priority',
    value: (one) => one.priorityOrder,
    because: (one, next, say) =>
      `priority ${say.priority(one.priorityOrder)} comes before ${say.priority(next.priorityOrder)}`,
  },
  due: {
    name: 'what falls due first',
    value: (one) => one.dueAt ?? LAST,
    because: (one, next, say) =>
      `it falls due ${say.moment(one.dueAt!)}, the next ${next.dueAt === undefined ? 'at no time' : say.moment(next.dueAt)}`,
  },
  balance: {
    name: 'least time left',
    value: (one) => one.balance ?? LAST,
    because: (one, next, say) =>
      `${say.balance(one.balance!)} left, the next ${next.balance === undefined ? 'has no promise' : `has ${say.balance(next.balance)}`}`,
  },
  waiting: {
    name: 'who has waited longest',
    value: (one) => one.waitingSince ?? LAST,
    because: (one, _, say) => `its requester has waited since ${say.moment(one.waitingSince!)}`,
  },
  logged: {
    name: 'what was logged first',
    value: (one) => one.loggedAt,
    because: (one, _, say) => `it was logged first, ${say.moment(one.loggedAt)}`,
  },
}

export const benchKeyName = (key: BenchKey) => RULES[key].name

/**
 * Puts the tickets of a bench in the order in which to work: by the first key, where that is the same by the second, and
 * so on; last by number, so that the order is always the same.
 */
export function benchOrder<T extends BenchTicket>(tickets: readonly T[], keys: readonly BenchKey[]): T[] {
  const weighed = tickets.map((one) => ({ one, values: keys.map((key) => RULES[key].value(one)) }))
  weighed.sort((a, b) => {
    for (let index = 0; index < keys.length; index++) {
      const difference = oneAt(a.values, index) - oneAt(b.values, index)
      if (difference !== 0) return difference
    }
    return a.one.reference - b.one.reference
  })
  return weighed.map(({ one }) => one)
}

/** Why a ticket stands before the next: the first key that tells them apart. */
export function placeInWords(
  one: BenchTicket,
  next: BenchTicket | undefined,
  keys: readonly BenchKey[],
  say: BenchWords,
): string {
  if (!next) return 'it is the last'
  const key = keys.find((each) => RULES[each].value(one) !== RULES[each].value(next))
  if (!key) return 'all else is the same, so the lower number comes first'
  return RULES[key].because(one, next, say)
}
