import { IsIn } from 'class-validator'
import { sql } from 'kysely'
import { defineRoute } from '../../../http/route'
import type { Presence } from '../../../http/stream'

class HereBody {
  @IsIn(['reads', 'writes', 'left'], { message: 'choose reads, writes or left' })
  doing!: Presence['doing']
}

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'Say that you have a ticket open, so that others see it; nothing is kept',
    body: HereBody,
  },
  async ({ desk, caller, body: { doing }, path }) => {
    const notice: Presence = {
      ...{ kind: 'here', reference: path.reference, doing },
      ...{ person: caller.id, name: caller.name },
    }
    await sql`select pg_notify('yare_here', ${JSON.stringify(notice)})`.execute(desk.db)
    return {}
  },
)
