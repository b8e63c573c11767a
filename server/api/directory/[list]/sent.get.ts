import { LIST_NAMES } from '../../../../core/directory'
import { byCaller } from '../../../commands/directory'
import { lastFile } from '../../../commands/listFile'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES },
    summary: 'The file of a list that one sent last, and how far it is',
  },
  async ({ desk, caller, path }) => ({ file: await lastFile(desk, path.list, byCaller(caller)) }),
)
