import type { Facts } from '../condition'
import { answerFacts } from '../intake'
import type { TicketState } from './state'

/** What rules may ask of a ticket. */
export function ticketFacts(state: TicketState): Facts {
  const { item, kind, portal, channel, category, site, organisation, cover, requester } = state
  const { impact, urgency, priority, queue, team, technician, status } = state
  return {
    ...answerFacts(state.answers),
    ...{ item, kind, portal, channel, category, site, organisation, cover, requester },
    ...{ impact, urgency, priority, queue, team, technician, status },
  }
}
