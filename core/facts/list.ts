import type { FactTerms } from './fact'
import { agreement } from './terms/agreement'
import { approvalOpen } from './terms/approvalOpen'
import { category } from './terms/category'
import { channel } from './terms/channel'
import { childOpen } from './terms/childOpen'
import { cover } from './terms/cover'
import { department } from './terms/department'
import { desk } from './terms/desk'
import { equipment } from './terms/equipment'
import { equipmentCovered } from './terms/equipmentCovered'
import { equipmentInWarranty } from './terms/equipmentInWarranty'
import { equipmentMaker } from './terms/equipmentMaker'
import { equipmentModel } from './terms/equipmentModel'
import { exchange } from './terms/exchange'
import { partner } from './terms/partner'
import { hoursInStatus } from './terms/hoursInStatus'
import { hoursSinceLogged } from './terms/hoursSinceLogged'
import { hoursSinceWord } from './terms/hoursSinceWord'
import { impact } from './terms/impact'
import { item } from './terms/item'
import { kind } from './terms/kind'
import { loggedAt } from './terms/loggedAt'
import { majorIncident } from './terms/majorIncident'
import { openTasks } from './terms/openTasks'
import { minutesWorked } from './terms/minutesWorked'
import { organisation } from './terms/organisation'
import { portal } from './terms/portal'
import { priority } from './terms/priority'
import { queue } from './terms/queue'
import { requester } from './terms/requester'
import { saidAt } from './terms/saidAt'
import { signals } from './terms/signals'
import { site } from './terms/site'
import { status } from './terms/status'
import { statusBefore } from './terms/statusBefore'
import { statusGroup } from './terms/statusGroup'
import { statusSince } from './terms/statusSince'
import { team } from './terms/team'
import { technician } from './terms/technician'
import { urgency } from './terms/urgency'
import { workingHoursInStatus } from './terms/workingHoursInStatus'
import { workingHoursSinceLogged } from './terms/workingHoursSinceLogged'

const ALL = {
  item,
  kind,
  desk,
  category,
  site,
  organisation,
  cover,
  requester,
  portal,
  channel,
  impact,
  urgency,
  priority,
  queue,
  team,
  technician,
  status,
  statusGroup,
  statusBefore,
  majorIncident,
  signals,
  department,
  agreement,
  equipment,
  equipmentMaker,
  equipmentModel,
  equipmentInWarranty,
  equipmentCovered,
  openTasks,
  approvalOpen,
  childOpen,
  exchange,
  partner,
  minutesWorked,
  loggedAt,
  statusSince,
  saidAt,
  hoursSinceLogged,
  hoursInStatus,
  hoursSinceWord,
  workingHoursSinceLogged,
  workingHoursInStatus,
}

/** The name of a fact that tickets have by themselves. */
export type FactName = keyof typeof ALL

/**
 * The facts that any rule can use besides the answers of forms and the fields of ticket kinds, in the order of menus. To
 * add one is to add a file beside this one, and its name here.
 */
export const FACTS: Readonly<Record<string, FactTerms>> = ALL

/** What there is to say about a fact; undefined of answers, fields and what is none. */
export const termsOfFact = (name: string): FactTerms | undefined =>
  Object.hasOwn(ALL, name) ? FACTS[name] : undefined

const namesOf = (known: FactTerms['known']) => Object.keys(ALL).filter((name) => FACTS[name]!.known === known)
/** What is known as soon as a ticket comes. */
export const ARRIVAL_FACTS: readonly string[] = namesOf('arrival')
/** What triage and the desk add. */
export const TRIAGE_FACTS: readonly string[] = namesOf('triage')
/** What changes with nothing but the time; rules see it as it is when something happens to the ticket. */
export const TIME_FACTS: readonly string[] = namesOf('time')
