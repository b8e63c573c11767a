import type { FactTerms } from '../fact'
import { agreement } from './agreement'
import { category } from './category'
import { channel } from './channel'
import { cover } from './cover'
import { department } from './department'
import { desk } from './desk'
import { equipment } from './equipment'
import { equipmentCovered } from './equipmentCovered'
import { equipmentInWarranty } from './equipmentInWarranty'
import { equipmentMaker } from './equipmentMaker'
import { equipmentModel } from './equipmentModel'
import { hoursInStatus } from './hoursInStatus'
import { hoursSinceLogged } from './hoursSinceLogged'
import { hoursSinceWord } from './hoursSinceWord'
import { impact } from './impact'
import { item } from './item'
import { kind } from './kind'
import { loggedAt } from './loggedAt'
import { majorIncident } from './majorIncident'
import { openTasks } from './openTasks'
import { minutesWorked } from './minutesWorked'
import { organisation } from './organisation'
import { portal } from './portal'
import { priority } from './priority'
import { queue } from './queue'
import { requester } from './requester'
import { saidAt } from './saidAt'
import { signals } from './signals'
import { site } from './site'
import { status } from './status'
import { statusBefore } from './statusBefore'
import { statusGroup } from './statusGroup'
import { statusSince } from './statusSince'
import { team } from './team'
import { technician } from './technician'
import { urgency } from './urgency'
import { workingHoursInStatus } from './workingHoursInStatus'
import { workingHoursSinceLogged } from './workingHoursSinceLogged'

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
