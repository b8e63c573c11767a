import type { Because } from '../reason'
import { durationInWords, hoursAndMinutes, type Instant, type WorkingTime } from '../time'
import {
  countsSince,
  dueAt,
  grantedOf,
  livePauses,
  spent,
  summedOf,
  type Carried,
  type Clock,
  type Pause,
  type Stretch,
} from './clock'
import { oneAt } from '../lookup'

export type LineKind = 'granted' | 'changed' | 'extended' | 'counted' | 'shut' | 'paused'

/** One line of a time ledger. `amount` is what it changes in the balance, in milliseconds. */
export interface LedgerLine {
  kind: LineKind
  from: Instant
  to?: Instant
  /** What was granted or paused for; of what was counted before in other hours, where only the sum is known. */
  why?: Because
  /** What shuts the hours besides the hour itself, such as a holiday. */
  names?: string[]
  /** Id of the person who paused or extended it. */
  by?: string
  amount: number
  balance: number
}

/** The account of one target: lines, sums and where it stands. All times in milliseconds. */
export interface TimeLedger {
  lines: LedgerLine[]
  granted: number
  spent: number
  balance: number
  /** When the balance reaches zero if nothing else happens. */
  due?: Instant
}

/** Writes the account of a clock up to `now` (or to where it stopped), line by line. */
export function timeLedger(clock: Clock, hours: WorkingTime, now: Instant): TimeLedger {
  const end = Math.max(countsSince(clock), clock.stoppedAt ?? now)
  const cuts = [...new Set(clock.grants.slice(1).map((grant) => grant.at))]
  const stretches = split([...(clock.carried?.stretches ?? []), ...stretchesOf(clock, hours, end)], cuts)
  const lines: LedgerLine[] = []
  let balance = 0
  let grant = 0
  const enter = (line: Omit<LedgerLine, 'balance'>) =>
    lines.push({ ...line, balance: (balance += line.amount) })
  const enterGrants = (until: Instant) => {
    for (; grant < clock.grants.length && oneAt(clock.grants, grant).at <= until; grant++)
      enter(grantLine(clock, grant))
  }
  enterGrants(clock.startedAt)
  const sum = summedOf(clock.carried)
  if (sum) {
    enter({ kind: 'counted', from: clock.startedAt, to: sum.until, why: sum.note, amount: -sum.amount })
    enterGrants(sum.until)
  }
  for (const stretch of stretches) {
    const { kind, from, to } = stretch
    enterGrants(from)
    enter({ ...stretch, amount: kind === 'counted' ? from - to : 0 })
  }
  enterGrants(Number.POSITIVE_INFINITY)
  const granted = grantedOf(clock)
  return { lines, granted, spent: granted - balance, balance, due: dueAt(clock, hours) }
}

/**
 * What a clock has spent so far, with its account, to be carried into other hours.
 * @param note what the statement says where only the sum is shown
 */
export function carriedOf(clock: Clock, hours: WorkingTime, now: Instant, note: Because): Carried {
  const summed = summedOf(clock.carried)
  return {
    until: now,
    amount: spent(clock, hours, now),
    note,
    stretches: [...(clock.carried?.stretches ?? []), ...stretchesOf(clock, hours, now)],
    ...(summed && { summed }),
  }
}

const pausedStretch = ({ why, by, byHand }: Pause, from: Instant, to: Instant): Stretch => ({
  ...{ kind: 'paused', from, to, why },
  ...(byHand && { by }),
})

function grantLine(clock: Clock, index: number): Omit<LedgerLine, 'balance'> {
  const { at, granted, why, extendedBy } = oneAt(clock.grants, index)
  const before = index > 0 ? oneAt(clock.grants, index - 1).granted : 0
  const kind = extendedBy !== undefined ? 'extended' : index > 0 ? 'changed' : 'granted'
  return { kind, from: at, why, by: extendedBy, amount: granted - before }
}

function stretchesOf(clock: Clock, hours: WorkingTime, end: Instant): Stretch[] {
  const stretches: Stretch[] = []
  let from = countsSince(clock)
  for (const pause of livePauses(clock)) {
    stretches.push(...running(hours, from, Math.min(pause.from, end)))
    const to = Math.min(pause.to ?? end, end)
    if (to > pause.from) stretches.push(pausedStretch(pause, pause.from, to))
    from = to
  }
  return [...stretches, ...running(hours, from, end)]
}

function running(hours: WorkingTime, from: Instant, to: Instant): Stretch[] {
  const stretches: Stretch[] = []
  let at = from
  for (const open of hours.openIntervals(from, to)) {
    if (open.start > at) stretches.push(shut(hours, at, open.start))
    stretches.push({ kind: 'counted', from: open.start, to: open.end })
    at = open.end
  }
  if (at < to) stretches.push(shut(hours, at, to))
  return stretches
}

function shut(hours: WorkingTime, from: Instant, to: Instant): Stretch {
  const names = [...new Set(hours.shutNames(from, to))]
  return { kind: 'shut', from, to, ...(names.length && { names }) }
}

/** Cuts stretches at the moments at which the target changed, so that the running balance is right there. */
function split(stretches: Stretch[], cuts: Instant[]): Stretch[] {
  return stretches.flatMap((stretch) => {
    const inside = cuts.filter((cut) => cut > stretch.from && cut < stretch.to).sort((a, b) => a - b)
    const edges = [stretch.from, ...inside, stretch.to]
    return edges.slice(1).map((to, index) => ({ ...stretch, from: oneAt(edges, index), to }))
  })
}

/** The statement in one sentence, for a screen reader and for plain mails. */
export function statementInWords(ledger: TimeLedger, label: string): string {
  const left =
    ledger.balance < 0
      ? `overdrawn by ${durationInWords(-ledger.balance)}`
      : `${durationInWords(ledger.balance)} left`
  return `${label}: ${durationInWords(ledger.granted)} granted, ${hoursAndMinutes(ledger.spent)} spent, ${left}`
}
