import { doInAssist, joinAssist, keepMachine } from '../../../../../assist/sessions'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number', deed: ['join', 'leave', 'restart', 'end', 'keep'] },
    summary:
      'Come into an assist session (the answer says where its window is), leave it, restart the machine, end it for all, or keep what the machine says of itself',
  },
  async ({ desk, caller, path: { reference, id, deed } }) => {
    if (deed === 'join') return { window: await joinAssist(desk, reference, id, caller.id) }
    if (deed === 'keep') await keepMachine(desk, reference, id)
    else await doInAssist(desk, reference, id, deed, caller.id)
    return { window: null }
  },
)
