import { tryAgain } from '../../../commands/deliveries'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { may: 'repeatMessages', path: { key: 'text' }, summary: 'Try a message again that was given up or waits' },
  async ({ desk, caller, path }) => {
    await tryAgain(desk, path.key, caller.id)
    return {}
  },
)
