import { IsBoolean } from 'class-validator'
import { defineRoute } from '../../http/route'
import { setMailFaults } from '../../standins/mailStore'

class FaultsBody {
  /** Whether the stand-in refuses every mail, as a server in trouble does. */
  @IsBoolean()
  refuse!: boolean
}

export default defineRoute(
  { may: 'repeatMessages', summary: 'Let the mailbox stand-in refuse or take mail', body: FaultsBody },
  ({ desk, body }) => setMailFaults(desk.db, body),
)
