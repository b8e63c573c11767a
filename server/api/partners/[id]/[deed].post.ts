import { defineRoute } from '../../../http/route'
import { endPartner, renewKeys, tryNow } from '../../../partner/outgoing'
import { partnerOf } from '../../../partner/partners'

const DEEDS = {
  end: endPartner,
  renew: renewKeys,
  retry: tryNow,
} as const

export default defineRoute(
  {
    may: 'pairPartners',
    path: { id: 'text', deed: ['end', 'renew', 'retry'] },
    summary: 'End a pairing, sign with new keys from now on, or try at once what waits to go',
  },
  async ({ desk, caller, path }) => {
    await DEEDS[path.deed](desk, path.id, caller.id)
    return { id: (await partnerOf(desk.db, path.id)).id }
  },
)
