import { Refused } from '../../../../../../core/ticket'
import { sayInAssist } from '../../../../../assist/sessions'
import { AssistLineBody } from '../../../../../http/assistBodies'
import { defineRoute } from '../../../../../http/route'
import { ticketState } from '../../../../../queries/ticketState'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary:
      'Say something to whoever sits at the machine; the answer says whether the service brought it there',
    body: AssistLineBody,
  },
  async ({ desk, caller, body: { text }, path: { reference, id } }) => {
    const session = (await ticketState(desk, reference)).assists?.find((one) => one.id === id)
    if (!session) throw new Refused('missing', 'There is no such assist session on this ticket.')
    return sayInAssist(desk, session.key, { person: caller.id, text })
  },
)
