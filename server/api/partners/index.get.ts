import { defineRoute } from '../../http/route'
import { partnersPage } from '../../partner/partners'

export default defineRoute(
  { may: ['pairPartners', 'changeDesign'], summary: 'The desks that tickets are exchanged with' },
  ({ desk }) => partnersPage(desk),
)
