import { LIST_NAMES, type ListName } from '../../../../../core/directory'
import { byCaller, saveThing } from '../../../../commands/directory'
import { bodyOfList } from '../../../../directory/bodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES, id: 'text' },
    summary:
      'Change what is said of a thing: only what is given, null for nothing; with a version only if it is still that',
    bodyOf: (list) => bodyOfList(list as ListName),
  },
  ({ desk, caller, path, body: { version, ...given } }) =>
    saveThing(desk, { list: path.list, id: path.id, given, version }, byCaller(caller)),
)
