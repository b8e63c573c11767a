import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'End the exchange of a ticket with a partner desk; the other side is told',
  },
  async ({ desk, caller, path: { reference, id } }) => {
    const { sequence } = await desk.run(reference, { kind: 'endCounterpart', id }, { person: caller.id })
    return { sequence }
  },
)
