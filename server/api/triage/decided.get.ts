import { defineRoute } from '../../http/route'
import { decidedPage } from '../../queries/decided'

export default defineRoute(
  {
    who: 'staff',
    summary:
      'How many tickets of the last 90 days each rule of the design decided something about, and how many went by each item, kind, portal, priority and category',
  },
  ({ desk }) => decidedPage(desk),
)
