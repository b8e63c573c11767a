import { defineRoute } from '../../http/route'
import { assistFaults, machinesNow } from '../../standins/machine'

export default defineRoute(
  {
    may: 'repeatMessages',
    summary: 'How the assist stand-in behaves where nobody plays, and its machines with the way to each',
  },
  async ({ desk }) => ({ faults: await assistFaults(desk.db), machines: await machinesNow(desk.db) }),
)
