import { historyOf } from '../../../directory/repairs'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'seeDirectory',
    path: { number: 'number' },
    summary: 'Repairs and tickets of a piece of equipment, newest first',
  },
  ({ desk, caller, path }) => historyOf(desk, path.number, caller.id),
)
