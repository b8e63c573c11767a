import { historyOf } from '../../../directory/repairs'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    who: 'technician',
    path: { number: 'number' },
    summary: 'Repairs and tickets of a piece of equipment, newest first',
  },
  ({ desk, path }) => historyOf(desk, path.number),
)
