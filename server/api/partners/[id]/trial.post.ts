import { PartnerTrialBody } from '../../../http/partnerBodies'
import { defineRoute } from '../../../http/route'
import { partnerTrial } from '../../../queries/partnerTrial'

export default defineRoute(
  {
    may: 'changeDesign',
    path: { id: 'text' },
    summary:
      'Try the maps of the draft on a ticket: what would be said of it, what would become of what they say',
    body: PartnerTrialBody,
  },
  ({ desk, body, caller, path: { id } }) => partnerTrial(desk, id, body, caller),
)
