import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', sequence: 'number' },
    summary: 'Take back the move that you made last, as far as it can be',
  },
  async ({ desk, caller, path }) => {
    const command = { kind: 'undoMove', sequence: path.sequence } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
