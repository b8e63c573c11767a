import type { Facts } from '../condition'
import type { CompiledDesign, Directory, Person } from '../design'
import { answerFacts } from '../intake'
import { statusOf } from '../lifecycle'
import { HOUR, type Instant } from '../time'
import type { TicketState } from './state'

/** What is known about a ticket before triage has decided anything. */
export function arrivalFacts(state: TicketState, design: CompiledDesign): Facts {
  const { item, kind, portal, channel, site, organisation, cover, requester, equipment } = state
  return {
    ...answerFacts(state.answers),
    ...{ item, kind, portal, channel, site, organisation, cover, requester },
    desk: design.deskOf(item) ?? null,
    department: state.department ?? null,
    agreement: state.agreement === null ? null : String(state.agreement),
    ...(equipment && {
      equipment: equipment.number,
      equipmentMaker: equipment.maker ?? null,
      equipmentModel: equipment.model ?? null,
      equipmentInWarranty: equipment.inWarranty,
      equipmentCovered: equipment.covered,
    }),
  }
}

/**
 * What rules may ask of a ticket, in the words of its edition.
 * @param now what time has passed until; without it nothing is known of that
 */
export function ticketFacts(state: TicketState, design: CompiledDesign, now?: Instant): Facts {
  const { category, impact, urgency, priority, queue, team, technician, status } = state
  const majorIncident = state.major !== undefined && state.major.endedAt === undefined
  const statusGroup = statusOf(design.kind(state.kind), status).group
  const facts: Facts = {
    ...arrivalFacts(state, design),
    ...{ category, impact, urgency, priority, queue, team, technician, status, statusGroup },
    ...{ majorIncident, signals: state.signal?.count ?? 0 },
    // Where it came from: with the status it is in, “changed from … to …”.
    statusBefore: state.statuses.at(-2)?.status ?? null,
    openTasks: (state.tasks ?? []).filter((one) => !one.done).length,
  }
  return now === undefined ? facts : Object.assign(timeFacts(state, design, now), facts)
}

/** Moments of a ticket, and how long ago they are: in hours, of all time and of the desk's working time. */
function timeFacts(state: TicketState, design: CompiledDesign, now: Instant): Facts {
  const { loggedAt, saidAt = loggedAt } = state
  const statusSince = state.statuses.at(-1)?.at ?? loggedAt
  const hours = (from: Instant) => (now - from) / HOUR
  const { calendar } = design.design.desk
  const worked = (from: Instant) => design.calendar(calendar).between(from, now) / HOUR
  return {
    ...{ now, loggedAt, statusSince, saidAt },
    hoursSinceLogged: hours(loggedAt),
    hoursInStatus: hours(statusSince),
    hoursSinceWord: hours(saidAt),
    // Reckoned only when a rule asks.
    get workingHoursSinceLogged() {
      return worked(loggedAt)
    },
    get workingHoursInStatus() {
      return worked(statusSince)
    },
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
