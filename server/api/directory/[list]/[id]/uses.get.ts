import { LIST_NAMES } from '../../../../../core/directory'
import { usesOfThing } from '../../../../directory/listing'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'seeDirectory',
    path: { list: LIST_NAMES, id: 'text' },
    summary: 'What names a thing: in the directory, in the edition in force, and on tickets',
  },
  ({ desk, path }) => usesOfThing(desk, path.list, path.id),
)
