import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { csvOf } from '../../../core/clock'
import { fieldOf } from '../../../core/fields'
import { PLAIN_VIEW, readView, type ViewColumn } from '../../../core/work'
import { deskNow } from '../../clock/deskClock'
import { readWhich, WhichQuery } from '../../http/listQuery'
import { defineRoute } from '../../http/route'
import { seesField } from '../../queries/seenFields'
import { ticketSheet } from '../../queries/ticketSheet'
import { SHEET_TYPES, workbookOf } from '../../tables/sheet'

class SheetQuery extends WhichQuery {
  @IsOptional()
  @IsIn(['csv', 'xlsx'], { message: 'choose csv or xlsx' })
  as: 'csv' | 'xlsx' = 'xlsx'

  /** Columns, in their order, with commas between. */
  @IsOptional()
  @IsString()
  @MaxLength(3000)
  columns?: string
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'The tickets of a view as a sheet: XLSX, or CSV by RFC 4180',
    query: SheetQuery,
    produces: 'application/octet-stream',
  },
  async ({ event, desk, query, caller }) => {
    const columns = query.columns ? (query.columns.split(',') as ViewColumn[]) : PLAIN_VIEW.columns
    const about = { now: deskNow(), person: caller.id, role: caller.role, teams: caller.teams }
    const person = (await desk.knowledge.directory()).people.get(caller.id)
    const current = await desk.knowledge.currentEdition()
    const seen = readView({ columns }).columns.filter((one) => {
      const field = fieldOf(one)
      return field === undefined || seesField(field, current, caller)
    })
    const lines = await ticketSheet(desk, { ...readWhich(query), ...about }, seen, person?.zone ?? 'UTC')
    setResponseHeaders(event, {
      'content-type': SHEET_TYPES[query.as],
      'content-disposition': `attachment; filename="tickets.${query.as}"`,
    })
    return query.as === 'csv' ? csvOf(lines) : workbookOf('Tickets', lines)
  },
)
