import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Say that you have it: ladders that wait for somebody climb no further' },
  async ({ desk, caller, number }) => {
    const command = { kind: 'acknowledge', via: 'application' } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
