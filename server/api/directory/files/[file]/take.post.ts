import { byCaller } from '../../../../commands/directory'
import { takeSent } from '../../../../commands/listFile'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { file: 'text' },
    summary:
      'Take in the lines of a file that are right, once each was looked at: all of them or, if it fails, none',
  },
  async ({ desk, caller, path }) => {
    await takeSent(desk, path.file, byCaller(caller))
    return {}
  },
)
