import { checkedCondition } from '../../../../http/listQuery'
import { BacklogLookBody } from '../../../../http/partnerBodies'
import { defineRoute } from '../../../../http/route'
import { lookAtBacklog } from '../../../../partner/backlog'

export default defineRoute(
  {
    may: 'changeDesign',
    path: { id: 'text' },
    summary: 'How many open tickets would go to a partner desk, and what would be said of the next few',
    body: BacklogLookBody,
  },
  ({ desk, caller, body: { which, after }, path: { id } }) =>
    lookAtBacklog(desk, id, { which: checkedCondition(which, 'which'), after }, caller),
)
