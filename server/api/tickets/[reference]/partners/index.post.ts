import { AskPartnerBody } from '../../../../http/partnerBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Ask a partner desk to take a ticket; what goes both ways from then on is said by the maps',
    body: AskPartnerBody,
  },
  async ({ desk, caller, body: { partner }, path: { reference } }) => {
    const { sequence } = await desk.run(reference, { kind: 'askPartner', partner }, { person: caller.id })
    return { sequence }
  },
)
