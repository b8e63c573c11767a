import { ANY_VALUE, notFound, type ActionTerms } from '../action'
import { recipientInWords, type Recipient } from '../recipient'

export interface AssignAction {
  do: 'assign'
  to: Recipient
}

const NOT_OF_THE_DESK: readonly Recipient['to'][] = [
  'requester',
  'agreementContact',
  'answer',
  'watchers',
  'team',
  'asked',
  'askedManager',
]

/** Gives it to somebody of the desk, who is told. */
export const assign: ActionTerms<AssignAction> = {
  name: 'give it to somebody',
  field: { field: 'recipient' },
  fresh: () => ({ do: 'assign', to: { to: 'teamLead' } }),
  said: ({ to }, words) => `give it to ${recipientInWords(to, words)}`,
  check: (reader, place, { to }) => {
    reader.recipient(place, to)
    if (NOT_OF_THE_DESK.includes(to.to))
      reader.error(
        place,
        'notOfTheDesk',
        'gives it to somebody who does not work on tickets; choose a person of the desk',
      )
  },
  effects: ({ to }) => {
    const technician = to.to === 'person' ? to.person : ANY_VALUE
    return [{ why: 'gives it to somebody', event: 'assigned', facts: { technician } }]
  },
  deed: (hands, { to }) => {
    const person = hands.find(to).find((one) => 'id' in one)
    if (!person || !('id' in person)) return { missing: [notFound(to)] }
    if (person.id === hands.ticket.technician) return {}
    return {
      run: () => {
        hands.give(person.id, hands.ticket.team)
        hands.tell([person], 'assigned')
      },
    }
  },
}
