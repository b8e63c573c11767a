import { inPlansOf, type FactTerms } from '../fact'

/** Whether one of its plans waits for a ticket of its own. */
export const childOpen: FactTerms = {
  name: 'ticket of its own under way',
  says: { yes: 'a ticket of its own is under way', no: 'no ticket of its own is under way' },
  kind: 'yesNo',
  known: 'triage',
  of: (ticket) => inPlansOf(ticket, (task) => task.outside?.ticket !== undefined),
}
