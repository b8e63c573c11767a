import { getRouterParam } from 'h3'
import { acknowledgeByToken } from '../../commands/acknowledge'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'anyone', summary: 'Say by the link of a message that you have it; a link can be used once' },
  async ({ event, desk }) => {
    await acknowledgeByToken(desk, 'acknowledge', getRouterParam(event, 'token') ?? '', 'link')
    return {}
  },
)
