import { beginAssist } from '../../../../assist/sessions'
import { AssistBody } from '../../../../http/assistBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary:
      'Ask the requester of a ticket whether their machine may be looked at; they get an address and a code',
    body: AssistBody,
  },
  ({ desk, caller, body, path: { reference } }) => beginAssist(desk, reference, body, caller.id),
)
