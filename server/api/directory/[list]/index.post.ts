import { setResponseStatus } from 'h3'
import { LIST_NAMES, type ListName } from '../../../../core/directory'
import { byCaller, saveThing } from '../../../commands/directory'
import { bodyOfList } from '../../../directory/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'addRequesters', 'composeRoles'],
    path: { list: LIST_NAMES },
    summary:
      'Make a thing of the directory; what it names may be given by id or by name. Technicians add requesters only',
    bodyOf: (list) => bodyOfList(list as ListName),
  },
  async ({ event, desk, caller, path, body: { version: _, ...given } }) => {
    const made = await saveThing(desk, { list: path.list, given }, byCaller(caller))
    setResponseStatus(event, 201)
    return made
  },
)
