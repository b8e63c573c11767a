import { defineRoute } from '../../http/route'
import { ladderFigures } from '../../queries/ladders'

export default defineRoute(
  {
    who: 'staff',
    summary: 'How often each rung rang in the last months, and whether the promise was kept',
  },
  ({ desk }) => ladderFigures(desk),
)
