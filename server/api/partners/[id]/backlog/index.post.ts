import { checkedCondition } from '../../../../http/listQuery'
import { BacklogBody } from '../../../../http/partnerBodies'
import { defineRoute } from '../../../../http/route'
import { sendBacklog } from '../../../../partner/backlog'

export default defineRoute(
  {
    may: 'changeDesign',
    path: { id: 'text' },
    summary: 'Ask a partner desk to take all open tickets for which a condition holds, one after another',
    body: BacklogBody,
  },
  ({ desk, caller, body: { which }, path: { id } }) =>
    sendBacklog(desk, id, checkedCondition(which, 'which'), caller),
)
