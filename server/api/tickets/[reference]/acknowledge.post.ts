import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Say that you have it: ladders that wait for somebody climb no further',
  },
  async ({ desk, caller, path }) => {
    const command = { kind: 'acknowledge', via: 'application' } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
