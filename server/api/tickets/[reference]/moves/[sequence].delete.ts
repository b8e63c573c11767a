import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Take back the move that you made last, as far as it can be' },
  async ({ desk, caller, number }) => {
    const command = { kind: 'undoMove', sequence: number('sequence') } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
