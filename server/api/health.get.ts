import { defineRoute } from '../http/route'
import { healthOf } from '../queries/health'

export default defineRoute(
  {
    who: 'anyone',
    summary:
      'Whether the desk is well: database, worker, alarms that are late, messages and mails that wait, disk; 503 without its database',
  },
  ({ desk }) => healthOf(desk.db),
)
