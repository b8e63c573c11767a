import { missingBeforeOpening } from '../../../core/directory'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'changeDirectory', summary: 'What is still missing before the desk can open' },
  async ({ desk }) => {
    const [directory, edition] = await Promise.all([
      desk.knowledge.directory(),
      desk.knowledge.currentEdition(),
    ])
    return { checks: missingBeforeOpening(directory, edition, deskNow()) }
  },
)
