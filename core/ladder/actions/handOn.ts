import { notFound, type ActionTerms } from '../action'
import { recipientInWords, type Recipient } from '../recipient'

export interface HandOnAction {
  do: 'handOn'
  to: Recipient
}

/** Whoever cannot be asked for a word, or is asked already. */
const NOT_ASKED: readonly Recipient['to'][] = ['asked', 'requester', 'agreementContact', 'answer', 'watchers']

/** Asks somebody else for the word that approvals wait for; whoever was asked is not asked any more. */
export const handOn: ActionTerms<HandOnAction> = {
  name: 'hand its approvals on',
  field: { field: 'recipient', also: ['askedManager', 'siteManager'] },
  fresh: () => ({ do: 'handOn', to: { to: 'askedManager' } }),
  said: ({ to }, words) => `hand approvals that nobody has answered on to ${recipientInWords(to, words)}`,
  check: (reader, place, { to }) => {
    reader.recipient(place, to)
    if (NOT_ASKED.includes(to.to))
      reader.error(
        place,
        'approvalAsksNobody',
        'hands approvals on to somebody whose word cannot be asked for; choose a manager, or somebody else',
      )
  },
  deed: (hands, { to }) => {
    const { run, hasAny } = hands.handOn(to)
    return hasAny && !run ? { missing: [notFound(to)] } : { ...(run && { run }) }
  },
}
