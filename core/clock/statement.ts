import { textOf } from '../reason'
import { formatDuration, hoursAndMinutes, isoTime, shownBalance, signedBalance, type Instant } from '../time'
import type { LedgerLine, TimeLedger } from './ledger'

/**
 * What a line of a statement says: `paused by Tora Aas: part ordered`.
 * @param line of a clock whose reasons are in words (`withWords`)
 * @param nameOf gives a person's name by id
 */
export function lineInWords(line: LedgerLine, nameOf: (id: string) => string): string {
  const why = line.why ? textOf(line.why) : ''
  if (line.kind === 'counted') return why || 'counted'
  const said = line.kind === 'shut' ? ['outside hours', ...(line.names ?? [])].join('; ') : why
  return `${line.kind}${line.by ? ` by ${nameOf(line.by)}` : ''}: ${said}`
}

/** One field of a CSV file after RFC 4180; a text that a spreadsheet would take for a formula gets an apostrophe. */
export function csvField(value: string): string {
  const safe = /^[=+\-@\t\r]/.test(value) && !/^[+-]?\d+([:.]\d+)?$/.test(value) ? `'${value}` : value
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** A file of lines of fields after RFC 4180. */
export function csvOf(lines: readonly (readonly string[])[]): string {
  return lines.map((line) => line.map(csvField).join(',') + '\r\n').join('')
}

const plainSign = (text: string) => text.replace('−', '-').replace('+', '')

/** A line as it is shown: its amount and its balance in whole minutes, in milliseconds. */
export interface ShownLine {
  line: LedgerLine
  amount: number
  balance: number
}

/**
 * The lines of a statement in the minutes that are shown, so that they add up by hand: the balance of each is that of
 * the line before it and its amount. What is less than a minute goes to the line in which the minute is full.
 * @returns the lines, and what is spent in all: granted less what is left
 */
export function shownStatement(ledger: TimeLedger): { lines: ShownLine[]; spent: number; balance: number } {
  let before = 0
  const lines = ledger.lines.map((line) => {
    const balance = shownBalance(line.balance)
    const amount = balance - before
    before = balance
    return { line, amount, balance }
  })
  const spent = -lines.filter(({ line }) => line.amount < 0).reduce((sum, one) => sum + one.amount, 0)
  return { lines, spent, balance: shownBalance(ledger.balance) }
}

/**
 * The statement as CSV (RFC 4180): a line each with its times in a zone (ISO 8601 with offset), what it is, what it
 * changes in the balance and the balance after it (hours:minutes), and at the end the sums.
 * @param now where the account ends
 */
export function statementCsv(
  ledger: TimeLedger,
  zone: string,
  now: Instant,
  nameOf: (id: string) => string,
): string {
  const shown = shownStatement(ledger)
  const lines = shown.lines.map(({ line, amount, balance }) => [
    isoTime(line.from, zone),
    line.to === undefined ? '' : isoTime(line.to, zone),
    lineInWords(line, nameOf),
    plainSign(signedBalance(amount)),
    plainSign(signedBalance(balance)),
    String(line.amount),
  ])
  const due = ledger.due === undefined ? 'no due moment' : `due ${isoTime(ledger.due, zone)}`
  return csvOf([
    ['from', 'to', 'what', 'time', 'balance', 'milliseconds'],
    ...lines,
    [
      '',
      isoTime(now, zone),
      due,
      `-${hoursAndMinutes(shown.spent)}`,
      plainSign(signedBalance(ledger.balance)),
      String(-ledger.spent),
    ],
  ])
}

/** A ledger as data for the API: durations as ISO 8601, instants as ISO 8601 in a zone. */
export function statementData(ledger: TimeLedger, zone: string, nameOf: (id: string) => string) {
  const signed = (ms: number) => `${ms < 0 ? '-' : ''}${formatDuration(Math.abs(ms))}`
  return {
    lines: ledger.lines.map((line) => ({
      kind: line.kind,
      from: isoTime(line.from, zone),
      to: line.to === undefined ? null : isoTime(line.to, zone),
      what: lineInWords(line, nameOf),
      amount: signed(line.amount),
      balance: signed(line.balance),
    })),
    granted: signed(ledger.granted),
    spent: signed(ledger.spent),
    balance: signed(ledger.balance),
    due: ledger.due === undefined ? null : isoTime(ledger.due, zone),
  }
}
