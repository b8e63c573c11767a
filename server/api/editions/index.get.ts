import { defineRoute } from '../../http/route'
import { listEditions } from '../../queries/design'

export default defineRoute({ who: 'staff', summary: 'All editions, newest first' }, ({ desk }) =>
  listEditions(desk.db),
)
