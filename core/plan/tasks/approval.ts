import { isOneOf } from '../../lookup'
import type { TaskTermsOfPlan } from '../plan'
import type { Approving } from '../seal'
import type { PlanTaskTerms } from '../task'

/** What becomes of a plan when an approval is refused. */
export type Refusal = { then: 'end' } | { then: 'goOn' } | { then: 'back'; stage: string }

export interface ApprovalTask extends TaskTermsOfPlan, Approving {
  do: 'approval'
  /** The plan ends if left out. */
  refused?: Refusal
  /** Asked again after so much working time without a word, as an ISO 8601 duration. */
  remind?: string
}

/** Somebody's word that is asked for before it goes on. */
export const approval: PlanTaskTerms<ApprovalTask> = {
  name: 'an approval',
  endedBy: 'asked',
  fresh: () => ({ do: 'approval', required: true, shown: true, ask: [{ who: { by: 'requesterManager' } }] }),
  begin: (hands, task) => hands.ask(task),
  check: (reader, place, { ask, needs, amount, remind, instead }) => {
    if (!ask.length) reader.error(place, 'approvalAsksNobody', 'asks nobody; choose whose word it needs')
    for (const { who, upTo } of ask) {
      reader.doer(place, who)
      if (upTo !== undefined && amount === undefined)
        reader.error(place, 'limitOfNothing', 'has limits, but does not say which amount they are of')
    }
    if (typeof needs === 'object' && !(Number.isInteger(needs.of) && needs.of >= 1))
      reader.error(place, 'approvalNeedsNone', 'needs the word of nobody; say how many must agree')
    if (needs !== undefined && typeof needs !== 'object' && !isOneOf(['one', 'all', 'inTurn'], needs))
      reader.error(place, 'approvalNeedsNone', `does not say how many must agree, but “${String(needs)}”`)
    if (amount !== undefined) reader.fact(place, amount)
    reader.duration(place, remind)
    if (instead) reader.doer(place, instead)
  },
}
