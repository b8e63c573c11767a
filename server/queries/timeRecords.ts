import { hoursAndMinutes, isoDate, timeOfDay } from '../../core/time'
import type { Sight } from '../../core/rights'
import { seenSql } from './sight'
import type { Reading } from './reading'

/** Most time records in one sheet. */
const MOST = 20_000

interface TimeAsked {
  from: number
  to: number
  /** Whose; everybody's if left out. */
  person?: string
  /** In which days and hours are written. */
  zone: string
  /** The tickets whose time is told; all if left out. */
  sight?: Sight
}

/**
 * Time that was worked, as lines of a sheet with a sum at the end.
 */
export async function timeSheet(
  desk: Reading,
  { from, to, person, zone, sight }: TimeAsked,
): Promise<string[][]> {
  const directory = await desk.knowledge.directory()
  let question = desk.db
    .selectFrom('time_record')
    .innerJoin('ticket', 'ticket.reference', 'time_record.reference')
    .select(['time_record.reference', 'time_record.person', 'starts', 'ends', 'counted', 'what'])
    .select(['ticket.summary', 'ticket.organisation', 'ticket.team'])
    .where('starts', '>=', from)
    .where('starts', '<', to)
    .orderBy('starts')
    .orderBy('time_record.reference')
    .limit(MOST)
  if (sight) question = question.where(seenSql(sight))
  if (person !== undefined) question = question.where('time_record.person', '=', person)
  const rows = await question.execute()
  const sum = rows.reduce((total, one) => total + one.counted, 0)
  return [
    ['Day', 'From', 'To', 'Who', 'No.', 'Summary', 'Organisation', 'Team', 'What', 'Counted', 'Minutes'],
    ...rows.map((one) => [
      isoDate(one.starts, zone),
      timeOfDay(one.starts, zone),
      timeOfDay(one.ends, zone),
      directory.nameOf(one.person),
      String(one.reference),
      one.summary,
      directory.organisations.get(one.organisation ?? '')?.name ?? '',
      directory.teams.get(one.team)?.name ?? one.team,
      one.what,
      hoursAndMinutes(one.counted),
      String(one.counted / 60_000),
    ]),
    ...(rows.length === MOST
      ? [['', '', '', '', '', `Cut off after ${MOST} records; ask for a shorter time.`]]
      : []),
    ['', '', '', '', '', 'Sum', '', '', '', hoursAndMinutes(sum), String(sum / 60_000)],
  ]
}
