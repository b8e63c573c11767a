import { notFound, type ActionTerms } from '../action'
import { recipientInWords, type Recipient } from '../recipient'

/** `urgent` goes through quiet hours. */
export interface NotifyAction {
  do: 'notify'
  tell: Recipient[]
  template: string
  urgent?: boolean
}

/** Tells people, each on the way that they want. */
export const notify: ActionTerms<NotifyAction> = {
  name: 'tell somebody',
  field: { field: 'recipients' },
  fresh: ({ template }) => ({ do: 'notify', tell: [{ to: 'teamLead' }], template }),
  said: ({ tell, urgent }, words) => {
    const whom = tell.map((one) => recipientInWords(one, words)).join(', ') || 'nobody'
    return `tell ${whom}${urgent ? ', urgently' : ''}`
  },
  check: (reader, place, { template, tell }) => {
    reader.refers(place, 'template', template)
    if (tell.length === 0) reader.error(place, 'recipientMissing', 'tells nobody; choose who is told')
    for (const one of tell) reader.recipient(place, one)
  },
  effects: () => [{ why: 'a message that cannot be delivered', event: 'deliveryFailed' }],
  deed: (hands, { tell, template, urgent }) => {
    const found = tell.map((one) => ({ one, who: hands.find(one) }))
    const told = found.flatMap(({ who }) => who)
    return {
      told,
      missing: found.filter(({ who }) => !who.length).map(({ one }) => notFound(one)),
      run: () => hands.tell(told, template, { urgent, isRung: true }),
    }
  },
}
