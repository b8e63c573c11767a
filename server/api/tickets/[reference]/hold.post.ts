import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    who: 'technician',
    summary:
      'Take a ticket back into Arrivals that was turned away there, or accepted with nothing done since',
  },
  async ({ desk, caller, number }) => {
    const { sequence } = await desk.run(number('reference'), { kind: 'hold' }, { person: caller.id })
    return { sequence }
  },
)
