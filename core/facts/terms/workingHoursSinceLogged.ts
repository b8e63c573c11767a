import { HOUR } from '../../time'
import type { FactTerms } from '../fact'

/** Of the working time of the desk. */
export const workingHoursSinceLogged: FactTerms = {
  name: 'working hours since it was logged',
  kind: 'number',
  known: 'time',
  isDear: true,
  of: (ticket, design, now) => design.deskHours.between(ticket.loggedAt, now) / HOUR,
}
