import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'You have seen everything that you were told' },
  async ({ desk, caller }) => {
    await desk.db
      .updateTable('outbox')
      .set({ seen_at: deskNow() })
      .where('person', '=', caller.id)
      .where('seen_at', 'is', null)
      .execute()
    return { unseen: 0 }
  },
)
