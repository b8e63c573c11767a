import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'acceptArrivals',
    path: { reference: 'number' },
    summary:
      'Take a ticket back into Arrivals that was turned away there, or accepted with nothing done since',
  },
  async ({ desk, caller, path }) => {
    const { sequence } = await desk.run(path.reference, { kind: 'hold' }, { person: caller.id })
    return { sequence }
  },
)
