import { isPath, MOST_PASSED, type AnswerRead } from '../outside'
import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

export interface CallTask extends TaskTermsOfPlan {
  do: 'call'
  webhook: string
  /** What of its answer goes into which fields of the ticket. */
  reads?: AnswerRead[]
}

/** Another system does it; where it does not, somebody has to. */
export const call: PlanTaskTerms<CallTask> = {
  name: 'a call to another system',
  endedBy: 'outside',
  fresh: ({ webhook }) => ({ do: 'call', required: true, webhook }),
  begin: (hands, { webhook }) => hands.askOutside({ webhook }),
  check: (reader, place, { webhook, reads = [] }) => {
    reader.refers(place, 'webhook', webhook)
    if (reads.length > MOST_PASSED)
      reader.error(place, 'planTooLarge', `reads more than ${MOST_PASSED} things out of the answer`)
    for (const { from, field } of reads) {
      reader.refers(place, 'field', field)
      if (!isPath(from))
        reader.error(
          place,
          'pathUnreadable',
          `“${from}” is no place in an answer; write its parts with dots, such as account.name`,
        )
    }
  },
}
