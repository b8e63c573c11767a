import { HOUR } from '../../time'
import { sinceOf, type FactTerms } from '../fact'

/** Of the working time of the desk. */
export const workingHoursInStatus: FactTerms = {
  name: 'working hours in its status',
  kind: 'number',
  known: 'time',
  isDear: true,
  of: (ticket, design, now) => design.deskHours.between(sinceOf(ticket), now) / HOUR,
}
