import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Take a time record off a ticket: your own, or as a lead any' },
  async ({ desk, caller, number }) => {
    const command = { kind: 'dropTime', id: number('id') } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
