import { deskNow } from '../../clock/deskClock'
import { markSeen } from '../../delivery/outbox'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'staff', summary: 'You have seen everything that you were told' },
  async ({ desk, caller }) => {
    await markSeen(desk.db, caller.id, deskNow())
    return { unseen: 0 }
  },
)
