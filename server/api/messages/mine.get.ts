import { defineRoute } from '../../http/route'
import { myMessages } from '../../queries/messages'

export default defineRoute(
  { who: 'staff', summary: 'What you were told, newest first, and how much of it you have not seen' },
  ({ desk, caller }) => myMessages(desk, caller.id),
)
