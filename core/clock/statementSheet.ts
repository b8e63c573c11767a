import { dayAndMonth, signedBalance, timeOfDay, type Instant } from '../time'
import type { Clock } from './clock'
import type { TimeLedger } from './ledger'
import { lineInWords, shownStatement } from './statement'

/** Whose statement it is, as the head of a sheet says it. */
export interface SheetOf {
  reference: number
  summary: string
  organisation: string
  site: string
  /** Zone of the site. */
  siteZone: string
  requester: string
}

/** One line on paper: every field a text, the last two in hours and minutes. */
export interface SheetLine {
  from: string
  to: string
  what: string
  time: string
  balance: string
  /** Set where no time was counted, such as while it was paused. */
  isQuiet: boolean
}

/** The head of a sheet. */
export interface SheetHead {
  title: string
  /** Whose it is; which target, when it was printed and in which zone its times are. */
  about: readonly [string, string]
}

/** The account of one target as it stands on paper, to be drawn by whoever has the paper. */
export interface StatementSheet extends SheetHead {
  columns: readonly [string, string, string, string, string]
  lines: readonly SheetLine[]
  sum: SheetLine
}

/** A moment on paper, which is read on another day: `16 Nov 2026 10:42`. */
export const momentOnPaper = (at: Instant, zone: string): string =>
  `${dayAndMonth(at, zone)} ${timeOfDay(at, zone)}`

/** What a line changes in the balance: `−0:10`, `0:00`. */
export const amountShown = (ms: number): string => (ms === 0 ? '0:00' : signedBalance(ms))

/** A balance, whose sign is said only where it is overdrawn. */
export const balanceShown = (ms: number): string => signedBalance(ms).replace('+', '')

/** How an account ends: what came of it, or when it is due. @param when says a moment in words */
export function endOfStatement(clock: Clock, ledger: TimeLedger, when: (at: Instant) => string): string {
  if (clock.outcome && clock.stoppedAt !== undefined)
    return `${clock.outcome}, ended ${when(clock.stoppedAt)}`
  if (ledger.due === undefined) return 'paused: no due moment until it goes on'
  return ledger.balance < 0 ? `was due ${when(ledger.due)}` : `due ${when(ledger.due)} if nothing pauses it`
}

/** What stands above a statement on paper. @param zone in which its times are said @param now when it is printed */
export const sheetHead = (of: SheetOf, clock: Clock, zone: string, now: Instant): SheetHead => ({
  title: `${of.reference} ${of.summary}`,
  about: [
    `${of.organisation} · ${of.site} (${of.siteZone}) · ${of.requester}`,
    `${clock.label} · printed ${momentOnPaper(now, zone)}, times in ${zone}`,
  ],
})

/**
 * The account of one target on paper: whose it is, every line with its day, and sums that come to the same when they
 * are added up by hand.
 * @param clock whose reasons are in words (`withWords`)
 * @param zone in which the times are said
 * @param now when it is printed
 */
export function statementSheet(
  of: SheetOf,
  clock: Clock,
  ledger: TimeLedger,
  { zone, now, nameOf }: { zone: string; now: Instant; nameOf: (id: string) => string },
): StatementSheet {
  const when = (at: Instant) => momentOnPaper(at, zone)
  const shown = shownStatement(ledger)
  return {
    ...sheetHead(of, clock, zone, now),
    columns: ['From', 'To', 'What', 'Time', 'Balance'],
    lines: shown.lines.map(({ line, amount, balance }) => ({
      from: when(line.from),
      to: line.to === undefined ? '' : when(line.to),
      what: lineInWords(line, nameOf),
      time: amountShown(amount),
      balance: balanceShown(balance),
      isQuiet: line.kind === 'shut' || line.kind === 'paused',
    })),
    sum: {
      from: clock.outcome ? 'End' : 'Now',
      to: '',
      what: endOfStatement(clock, ledger, when),
      time: amountShown(-shown.spent),
      balance: balanceShown(shown.balance),
      isQuiet: false,
    },
  }
}
