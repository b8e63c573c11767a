import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { csvOf } from '../../../core/clock'
import { DAY } from '../../../core/time'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'
import { sightOf } from '../../queries/sight'
import { timeSheet } from '../../queries/timeRecords'
import { SHEET_TYPES, workbookOf } from '../../tables/sheet'

class TimeQuery {
  /** Epoch milliseconds; a month ago if left out. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  from?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  to?: number

  /** Everybody's, for those who manage the time of others. */
  @IsOptional()
  @IsIn(['mine', 'all'], { message: 'choose mine or all' })
  whose: 'mine' | 'all' = 'mine'

  @IsOptional()
  @IsIn(['csv', 'xlsx'], { message: 'choose csv or xlsx' })
  as: 'csv' | 'xlsx' = 'csv'
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'Time that was worked, by ticket, as CSV or XLSX: your own, and for those who manage time everybody’s',
    query: TimeQuery,
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, query: { from, to, whose, as } }) => {
    const now = deskNow()
    const person = (await desk.knowledge.directory()).people.get(caller.id)
    const lines = await timeSheet(desk, {
      from: from ?? now - 31 * DAY,
      to: to ?? now + DAY,
      zone: person?.zone ?? 'UTC',
      ...(whose === 'all' && { sight: await sightOf(desk, caller.id) }),
      ...(!(whose === 'all' && caller.rights.has('manageTime')) && { person: caller.id }),
    })
    setResponseHeaders(event, {
      'content-type': SHEET_TYPES[as],
      'content-disposition': `attachment; filename="time.${as}"`,
    })
    return as === 'csv' ? csvOf(lines) : workbookOf('Time', lines)
  },
)
