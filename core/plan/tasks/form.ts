import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

/** Somebody who is not in the directory: a mail address, or the one that an answer gives. */
export type LinkedTo = { address: string } | { question: string }

export interface FormTask extends TaskTermsOfPlan {
  do: 'form'
  form: string
  /** Who answers it by a link, without signing in; whoever has the task looks after it then. */
  to?: LinkedTo
  /** Asked again after so much working time without an answer, as an ISO 8601 duration. */
  remind?: string
}

/** Questions that somebody else answers later on; their answers are facts of the ticket like all others. */
export const form: PlanTaskTerms<FormTask> = {
  name: 'a form for somebody else',
  endedBy: 'answers',
  fresh: (first) => ({
    ...{ do: 'form', required: true, shown: true, form: first.form },
    who: { by: 'requesterManager' },
  }),
  begin: (hands) => hands.askForm(),
  check: (reader, place, { form, to, who, remind }) => {
    reader.refers(place, 'form', form)
    reader.duration(place, remind)
    if (to) {
      if ('question' in to) reader.answered(place, to.question)
      else if (!/^[^\s@]+@[^\s@]+$/.test(to.address))
        reader.error(place, 'addressUnreadable', `“${to.address}” is no mail address; write it as name@place`)
      reader.byLink(place, form)
    } else if (!who || who.by === 'team')
      reader.error(place, 'formForNobody', 'asks nobody; choose the person who answers it, or an address')
  },
}
