import { startedWith } from '../commands/setup'
import { clockMode } from '../clock/deskClock'
import { defineRoute } from '../http/route'

export default defineRoute(
  {
    who: 'anyone',
    summary: 'Whether the desk still needs its administrator, and with which design it began',
  },
  async ({ desk }) => {
    const people = await desk.db.selectFrom('person').select('id').limit(1).execute()
    return {
      needsAdministrator: people.length === 0,
      demo: clockMode() === 'demo',
      /** The starting design with which it began. */
      starting: await startedWith(desk),
    }
  },
)
