import { messageOfToken } from '../../queries/messages'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'What the link of a message stands for, and whether somebody has it already',
  },
  ({ desk, path }) => messageOfToken(desk, path.token),
)
