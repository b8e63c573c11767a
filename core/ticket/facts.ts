import { CALENDARS, type Facts } from '../condition'
import type { CompiledDesign, Directory, Person } from '../design'
import { fieldFacts } from '../fields'
import { answerFacts } from '../intake'
import { statusOf } from '../lifecycle'
import { HOUR, type Instant } from '../time'
import type { TicketState } from './state'

/** What is known about a ticket before triage has decided anything. */
export function arrivalFacts(state: TicketState, design: CompiledDesign): Facts {
  const { equipment } = state
  // Written out: a copy of parts costs many times as much, and facts are asked for at every step.
  return Object.assign(answerFacts(state.answers), {
    [CALENDARS]: design,
    item: state.item,
    kind: state.kind,
    portal: state.portal,
    channel: state.channel,
    site: state.site,
    organisation: state.organisation,
    cover: state.cover,
    requester: state.requester,
    desk: design.deskOf(state.item) ?? null,
    department: state.department ?? null,
    agreement: state.agreement === null ? null : String(state.agreement),
    ...(equipment && {
      equipment: equipment.number,
      equipmentMaker: equipment.maker ?? null,
      equipmentModel: equipment.model ?? null,
      equipmentInWarranty: equipment.inWarranty,
      equipmentCovered: equipment.covered,
    }),
  })
}

/** The facts of a state, which never change: they are asked for many times while one command is decided. */
interface Known {
  design: CompiledDesign
  facts: Facts
  /** With what has passed until a moment. */
  timed?: { now: Instant; facts: Facts }
}
const known = new WeakMap<TicketState, Known>()

/**
 * What rules may ask of a ticket, in the words of its edition.
 * @param now what time has passed until; without it nothing is known of that
 */
export function ticketFacts(state: TicketState, design: CompiledDesign, now?: Instant): Facts {
  let one = known.get(state)
  if (one?.design !== design) known.set(state, (one = { design, facts: factsOf(state, design) }))
  if (now === undefined) return one.facts
  if (one.timed?.now !== now)
    one.timed = { now, facts: Object.assign(timeFacts(state, design, now), one.facts) }
  return one.timed.facts
}

function factsOf(state: TicketState, design: CompiledDesign): Facts {
  return Object.assign(arrivalFacts(state, design), {
    category: state.category,
    impact: state.impact,
    urgency: state.urgency,
    priority: state.priority,
    queue: state.queue,
    team: state.team,
    technician: state.technician,
    status: state.status,
    statusGroup: statusOf(design.kind(state.kind), state.status).group,
    majorIncident: state.major !== undefined && state.major.endedAt === undefined,
    signals: state.signal?.count ?? 0,
    // Where it came from: with the status it is in, “changed from … to …”.
    statusBefore: state.statuses.at(-2)?.status ?? null,
    ...(state.fields && fieldFacts(state.fields)),
    openTasks: (state.tasks ?? []).filter((one) => !one.done).length,
  })
}

/** Moments of a ticket, and how long ago they are: in hours, of all time and of the desk's working time. */
function timeFacts(state: TicketState, design: CompiledDesign, now: Instant): Facts {
  const { loggedAt, saidAt = loggedAt } = state
  const statusSince = state.statuses.at(-1)?.at ?? loggedAt
  const hours = (from: Instant) => (now - from) / HOUR
  const { calendar } = design.design.desk
  const worked = (from: Instant) => design.calendar(calendar).between(from, now) / HOUR
  return {
    now,
    loggedAt,
    statusSince,
    saidAt,
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

/**
 * What is known about somebody who asks, before anything is answered.
 * @param agreement number of the one by which they ask, where it was named
 */
export function askerFacts(
  requester: Person,
  portal: string | null,
  directory: Directory,
  now: Instant,
  agreement?: number | null,
): Facts {
  const { id, organisation = null, site = null } = requester
  const cover = directory.agreementFor(requester.organisation, now, agreement)?.cover ?? null
  return { requester: id, organisation, site, cover, portal }
}
