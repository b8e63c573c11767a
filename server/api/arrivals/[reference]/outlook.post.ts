import { AcceptanceBody, chosenOf } from '../../../http/acceptance'
import { defineRoute } from '../../../http/route'
import { outlook } from '../../../queries/arrivals'

export default defineRoute(
  {
    may: 'acceptArrivals',
    path: { reference: 'number' },
    summary: 'What would become of a held ticket if it were accepted like this; nothing changes',
    body: AcceptanceBody,
  },
  ({ desk, caller, body, path }) => outlook(desk, path.reference, chosenOf(body), { person: caller.id }),
)
