import { MINUTE } from '../../time'
import type { FactTerms } from '../fact'

/** The time that counts in its records, in minutes; 0 before anybody has recorded any. */
export const minutesWorked: FactTerms = {
  name: 'minutes worked',
  kind: 'number',
  known: 'triage',
  of: ({ times = [] }) => times.reduce((sum, one) => sum + one.counted, 0) / MINUTE,
  column: {
    holds: 'number',
    at: `(select coalesce(sum(counted), 0)::float8 / ${MINUTE} from time_record where time_record.reference = ticket.reference)`,
  },
}
