import { getHeaders } from 'h3'
import { readText } from '../../http/door'
import { hearPartner } from '../../http/partnerCall'
import { defineRoute } from '../../http/route'

/** Most bytes of what a partner says in one call. */
const MOST_BYTES = 2 * 1024 * 1024

export default defineRoute(
  {
    who: 'anyone',
    summary: 'What a partner desk says: a batch of CloudEvents 1.0, signed with its key (docs/PARTNER.md)',
    bodyLimit: MOST_BYTES,
    headers: {
      'webhook-id': 'of this call',
      'webhook-timestamp': 'seconds since 1970; at most an hour from now',
      'webhook-signature': '`v1a,` and the Ed25519 signature of id, time and content',
    },
  },
  async ({ event, desk }) => {
    const body = await readText(event, MOST_BYTES)
    return { answers: await hearPartner(desk, getHeaders(event) as Record<string, string>, body) }
  },
)
