import { byCaller } from '../../../../commands/directory'
import { filePage } from '../../../../commands/listFile'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { file: 'text' },
    summary: 'How far a file is that one sent, what it would do or did, and its first wrong lines',
  },
  ({ desk, caller, path }) => filePage(desk, path.file, byCaller(caller)),
)
