import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { send, setResponseHeaders } from 'h3'
import { statementCsv, statementData, statementSheet } from '../../../../core/clock'
import { deskNow } from '../../../clock/deskClock'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { parseApart } from '../../../parsing/parse'
import { accountOf } from '../../../queries/account'

class StatementQuery {
  /** Name of the target, such as resolve. */
  @IsString()
  @MaxLength(60)
  target!: string

  @IsOptional()
  @IsIn(['json', 'csv', 'pdf'], { message: 'choose json, csv or pdf' })
  format: 'json' | 'csv' | 'pdf' = 'json'
}

const TYPES = { csv: 'text/csv; charset=utf-8', pdf: 'application/pdf' }

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'The time ledger of one target, line by line, as JSON, CSV (RFC 4180) or PDF (A4)',
    query: StatementQuery,
  },
  async ({ event, desk, caller, path: { reference }, query: { target, format } }) => {
    const now = deskNow()
    const account = await accountOf(desk, reference, target, now)
    if (!account) throw new HttpProblem(404, `Ticket ${reference} has no target “${target}”.`)
    const { clock, ledger, of, nameOf } = account
    const { zone } = caller
    if (format === 'json')
      return { reference, target, label: clock.label, ...statementData(ledger, zone, nameOf) }
    setResponseHeaders(event, {
      'content-type': TYPES[format],
      'content-disposition': `attachment; filename="statement-${reference}-${target.replace(/[^\w-]/g, '')}.${format}"`,
    })
    if (format === 'csv') return statementCsv(ledger, zone, clock.stoppedAt ?? now, nameOf)
    const pdf = await parseApart('statementPdf', statementSheet(of, clock, ledger, { zone, now, nameOf }))
    // A file is no answer in JSON.
    return (await send(event, Buffer.from(pdf))) as never
  },
)
