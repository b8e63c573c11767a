import { LIST_NAMES } from '../../../../../core/directory'
import { thingPage } from '../../../../directory/listing'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { may: 'seeDirectory', path: { list: LIST_NAMES, id: 'text' }, summary: 'One thing of the directory' },
  ({ desk, path }) => thingPage(desk, path.list, path.id),
)
