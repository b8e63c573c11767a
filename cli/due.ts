import { messageOf } from '../core/error/messageOf'
import { readFileSync } from 'node:fs'
import { statementCsv, trialBetween, trialDue, lineInWords, type TimeLedger } from '../core/clock'
import {
  durationInWords,
  isoTime,
  parseDuration,
  parseMoment,
  signedBalance,
  type Calendar,
  type CalendarTime,
} from '../core/time'
import { Refused } from '../core/ticket'
import { readIcalendar } from '../server/calendars/icalendar'
import { fromHere } from './fromHere'
import { hoursOf } from '../server/calendars/workingTime'

const USAGE =
  'Write: ./yare due FILE [CALENDAR] START DURATION, such as ./yare due design.json hallin 2026-11-16T10:42 PT2H'

/**
 * Answers `./yare due`: working time from files, without a server.
 * @returns the statement, in words or as CSV
 * @throws Error that says what is wrong with the files or the words
 */
export function due(words: string[]): string {
  const wantsCsv = words.includes('--csv')
  const [file, ...rest] = words.filter((one) => one !== '--csv')
  if (!file || rest.length < 2 || rest.length > 3) throw new Error(USAGE)
  const name = rest.length === 3 ? rest.shift() : undefined
  const [start, last] = rest as [string, string]
  try {
    const hours = hoursOfFile(file, name)
    return answer(hours, start, last, wantsCsv)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    const fields = error.fields.map((one) => `${one.field}: ${one.message}`).join('; ')
    throw new Error(fields || error.message, { cause: error })
  }
}

function answer(hours: CalendarTime, start: string, last: string, wantsCsv: boolean): string {
  const { zone } = hours.calendar
  const from = parseMoment(start, zone)
  const isDuration = last.startsWith('P')
  const { ledger, end } = isDuration
    ? upTo(trialDue(hours, from, parseDuration(last)))
    : { ...trialBetween(hours, from, parseMoment(last, zone)), end: parseMoment(last, zone) }
  if (wantsCsv) return statementCsv(ledger, zone, end, (id) => id).trimEnd()
  const verdict = isDuration
    ? `due ${isoTime(end, zone)} (${zone})`
    : `${durationInWords(ledger.spent)} of working time (${zone})`
  return `${inColumns(ledger, zone)}\n${verdict}`
}

const upTo = ({ due: end, ledger }: { due: number; ledger: TimeLedger }) => ({ ledger, end })

function inColumns(ledger: TimeLedger, zone: string): string {
  return ledger.lines
    .map((line) => {
      const to = line.to === undefined ? '' : isoTime(line.to, zone).slice(0, 16)
      return [
        isoTime(line.from, zone).slice(0, 16),
        to.padEnd(16),
        signedBalance(line.amount).padStart(8),
        signedBalance(line.balance).padStart(8),
        lineInWords(line, (id) => id),
      ].join('  ')
    })
    .join('\n')
}

/** The calendar of a design file, of a calendar's own file, or of an iCalendar file. */
function hoursOfFile(file: string, name: string | undefined): CalendarTime {
  const text = readFileSync(fromHere(file), 'utf8')
  if (/^\s*BEGIN:VCALENDAR/i.test(text)) {
    const { zone = 'UTC', left: _, ...rest } = readIcalendar(text)
    return hoursOf({ ...rest, zone }, [])
  }
  let value: { calendars?: Calendar[] }
  try {
    value = JSON.parse(text) as typeof value
  } catch (error) {
    throw new Error(`${file} is neither JSON nor iCalendar: ${messageOf(error)}`, { cause: error })
  }
  const list = value.calendars
  if (!list) return hoursOf(value, [])
  if (!name) throw new Error(`say which calendar of ${file}: ${list.map((one) => one.id).join(', ')}`)
  return hoursOf(name, list)
}
