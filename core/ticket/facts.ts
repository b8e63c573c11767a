import type { Facts } from '../condition'
import type { CompiledDesign, Directory, Person } from '../design'
import { answerFacts } from '../intake'
import { statusOf } from '../lifecycle'
import type { Instant } from '../time'
import type { TicketState } from './state'

/** What rules may ask of a ticket, in the words of its edition. */
export function ticketFacts(state: TicketState, design: CompiledDesign): Facts {
  const { item, kind, portal, channel, category, site, organisation, cover, requester } = state
  const { impact, urgency, priority, queue, team, technician, status } = state
  const statusGroup = statusOf(design.kind(kind), status).group
  return {
    ...answerFacts(state.answers),
    ...{ item, kind, portal, channel, category, site, organisation, cover, requester },
    ...{ impact, urgency, priority, queue, team, technician, status, statusGroup },
  }
}

/** What is known about somebody who asks, before anything is answered. */
export function askerFacts(
  requester: Person,
  portal: string | null,
  directory: Directory,
  now: Instant,
): Facts {
  const { id, organisation = null, site = null } = requester
  const cover = directory.agreementAt(requester.organisation, now)?.cover ?? null
  return { requester: id, organisation, site, cover, portal }
}
