import { AcceptanceBody, chosenOf } from '../../../http/acceptance'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'acceptArrivals',
    path: { reference: 'number' },
    summary: 'Accept a ticket that is held in Arrivals; its clocks begin',
    body: AcceptanceBody,
  },
  async ({ desk, caller, body, path }) => {
    const command = { kind: 'accept', ...chosenOf(body) } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
