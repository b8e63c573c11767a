import { inPlansOf, type FactTerms } from '../fact'

/** Whether one of its plans waits for somebody's word. */
export const approvalOpen: FactTerms = {
  name: 'approval asked for',
  says: { yes: 'an approval is asked for', no: 'no approval is asked for' },
  kind: 'yesNo',
  known: 'triage',
  of: (ticket) => inPlansOf(ticket, (task) => task.asked !== undefined),
}
