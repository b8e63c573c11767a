import { sql } from 'kysely'
import { defineRoute } from '../http/route'
import { deskNow } from '../clock/deskClock'

export default defineRoute(
  { who: 'anyone', summary: 'Whether the desk is well: database, alarms that are late, messages that wait' },
  async ({ desk }) => {
    const { rows } = await sql<{ late: number; waiting: number }>`select
      (select count(*) from alarm where at < ${deskNow() - 5000}) as late,
      (select count(*) from outbox where state in ('queued', 'failed')) as waiting`.execute(desk.db)
    return {
      status: 'ok',
      database: 'reachable',
      alarmsLate: rows[0]!.late,
      messagesWaiting: rows[0]!.waiting,
    }
  },
)
