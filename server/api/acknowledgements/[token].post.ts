import { acknowledgeByToken } from '../../commands/acknowledge'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'Say by the link of a message that you have it; a link can be used once',
  },
  async ({ desk, path }) => {
    await acknowledgeByToken(desk, 'acknowledge', path.token, 'link')
    return {}
  },
)
