import { MOST_PASSED, type PassedOn } from '../outside'
import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

export interface TicketTask extends TaskTermsOfPlan {
  do: 'ticket'
  item: string
  /** Which questions of its form are answered, and by what of this ticket. */
  passes?: PassedOn[]
}

/** A ticket of its own, in another queue and with promises of its own; over once that ticket is done. */
export const ticket: PlanTaskTerms<TicketTask> = {
  name: 'a ticket of its own',
  endedBy: 'outside',
  fresh: ({ item }) => ({ do: 'ticket', required: true, item }),
  begin: (hands, { item }) => hands.askOutside({ item }),
  check: (reader, place, { item, passes = [] }) => {
    reader.refers(place, 'catalog item', item)
    if (passes.length > MOST_PASSED)
      reader.error(place, 'planTooLarge', `passes more than ${MOST_PASSED} answers on`)
    for (const { question, fact } of passes) {
      reader.refers(place, 'question', question)
      reader.fact(place, fact)
    }
    reader.asks(place, item, passes)
  },
}
