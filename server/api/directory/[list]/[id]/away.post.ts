import { LIST_NAMES } from '../../../../../core/directory'
import { byCaller, setAway } from '../../../../commands/directory'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES, id: 'text' },
    summary: 'Put a thing away: it stays with whatever names it, and is chosen no more',
  },
  async ({ desk, caller, path }) => {
    await setAway(desk, { ...path, away: true }, byCaller(caller))
    return {}
  },
)
