import { getRouterParam } from 'h3'
import { tryAgain } from '../../../commands/deliveries'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Try a message again that was given up or waits' },
  async ({ event, desk, caller }) => {
    await tryAgain(desk, getRouterParam(event, 'key') ?? '', caller.id)
    return {}
  },
)
