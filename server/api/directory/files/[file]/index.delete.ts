import { byCaller } from '../../../../commands/directory'
import { callOffFile } from '../../../../commands/listFile'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { file: 'text' },
    summary: 'Call off a file that one sent: what is not taken in yet is not',
  },
  async ({ desk, caller, path }) => {
    await callOffFile(desk, path.file, byCaller(caller))
    return {}
  },
)
