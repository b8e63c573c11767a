import { AssistInviteBody } from '../../../../../http/assistBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'Ask a colleague into an assist session; they are told',
    body: AssistInviteBody,
  },
  async ({ desk, caller, body: { person }, path: { reference, id } }) => {
    const { sequence } = await desk.run(
      reference,
      { kind: 'inviteAssist', id, person },
      { person: caller.id },
    )
    return { sequence }
  },
)
