import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'Take a time record off a ticket: your own, or as a lead any',
  },
  async ({ desk, caller, path }) => {
    const command = { kind: 'dropTime', id: path.id } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
