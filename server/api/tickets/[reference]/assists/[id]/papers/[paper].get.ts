import { send, setResponseHeaders } from 'h3'
import { ASSIST_PAPERS } from '../../../../../../../core/assist'
import { readsRequest } from '../../../../../../../core/ticket'
import { HttpProblem } from '../../../../../../http/problem'
import { defineRoute, isStaff } from '../../../../../../http/route'
import { assistPaper } from '../../../../../../queries/assist'
import { seenTicket } from '../../../../../../queries/sight'
import { ticketState } from '../../../../../../queries/ticketState'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', id: 'number', paper: ASSIST_PAPERS },
    summary: 'The report of an assist session, or what was said in it; requesters get what their desk shows',
    produces: 'text/plain',
  },
  async ({ event, desk, caller, path: { reference, id, paper } }) => {
    if (caller.rights.has('seeTickets')) await seenTicket(desk, caller, reference)
    else {
      const [state, design, directory] = await Promise.all([
        ticketState(desk, reference),
        desk.knowledge.currentEdition(),
        desk.knowledge.directory(),
      ])
      const isTheirs = !isStaff(caller.role) && readsRequest(state, caller.id, design, directory) === 'own'
      const session = state.assists?.find((one) => one.id === id)
      if (!isTheirs || !session?.shows.includes(paper))
        throw new HttpProblem(404, 'There is no such file here.')
    }
    const { name, text } = await assistPaper(desk, reference, id, paper)
    setResponseHeaders(event, {
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-store',
    })
    return send(event, text, 'text/plain; charset=utf-8')
  },
)
