import type { Recipient } from '../../ladder/recipient'
import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

export interface MessageTask extends TaskTermsOfPlan {
  do: 'message'
  tell: Recipient[]
  template: string
}

/** Somebody is told as soon as it is their turn. */
export const message: PlanTaskTerms<MessageTask> = {
  name: 'a message',
  endedBy: 'desk',
  fresh: ({ template }) => ({ do: 'message', tell: [{ to: 'requester' }], template }),
  begin: (hands, { tell, template }) => hands.tell(tell, template),
  isOver: () => true,
  check: (reader, place, { tell, template }) => {
    reader.refers(place, 'template', template)
    if (!tell.length) reader.error(place, 'recipientMissing', 'tells nobody; choose who is told')
    for (const one of tell) reader.recipient(place, one)
  },
}
