import { deskAddress } from '../../base/links'
import { PairBody } from '../../http/partnerBodies'
import { defineRoute } from '../../http/route'
import { pairWith } from '../../partner/pairing'

export default defineRoute(
  {
    may: 'pairPartners',
    summary: 'Pair with the desk at an address, by a code that was made there',
    body: PairBody,
  },
  async ({ desk, caller, body }) => ({
    id: await pairWith({ desk, address: deskAddress() }, body, caller.id),
  }),
)
