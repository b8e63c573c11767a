import { defineRoute } from '../../http/route'
import { deskAddress } from '../../base/links'
import { makeCode } from '../../partner/pairing'

export default defineRoute(
  {
    may: 'pairPartners',
    summary: 'Make a code by which another desk pairs with this one, once and within 15 minutes',
  },
  async ({ desk, caller }) => ({ ...(await makeCode(desk, caller.id)), address: deskAddress() }),
)
