import { LIST_NAMES } from '../../../../../core/directory'
import { byCaller, setAway } from '../../../../commands/directory'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES, id: 'text' },
    summary: 'Take back a thing that was put away',
  },
  async ({ desk, caller, path }) => {
    await setAway(desk, { ...path, away: false }, byCaller(caller))
    return {}
  },
)
