import { withWords } from '../../../../core/explain'
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { statementCsv, statementData, timeLedger } from '../../../../core/clock'
import { deskNow } from '../../../clock/deskClock'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

class StatementQuery {
  /** Name of the target, such as resolve. */
  @IsString()
  @MaxLength(60)
  target!: string

  @IsOptional()
  @IsIn(['json', 'csv'], { message: 'choose json or csv' })
  format: 'json' | 'csv' = 'json'
}

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'The time ledger of one target, line by line, as JSON or CSV (RFC 4180)',
    query: StatementQuery,
  },
  async ({ event, desk, caller, path, query: { target, format } }) => {
    const reference = path.reference
    const row = await desk.db
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', reference)
      .executeTakeFirst()
    // A target may have run more than once; the last is the one that counts.
    const clock = row?.state.clocks.findLast((one) => one.target === target)
    if (!clock) throw new HttpProblem(404, `Ticket ${reference} has no target “${target}”.`)
    const [design, directory] = await Promise.all([
      desk.knowledge.editionOf(row!.state),
      desk.knowledge.directory(),
    ])
    const now = deskNow()
    const reader = await desk.knowledge.readerOf(clock)
    const ledger = timeLedger(withWords(clock, reader), design.hoursOf(clock), now)
    const nameOf = (id: string) => directory.nameOf(id)
    if (format === 'json')
      return { reference, target, label: clock.label, ...statementData(ledger, caller.zone, nameOf) }
    setResponseHeaders(event, {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="statement-${reference}-${clock.target.replace(/[^\w-]/g, '')}.csv"`,
    })
    return statementCsv(ledger, caller.zone, clock.stoppedAt ?? now, nameOf)
  },
)
