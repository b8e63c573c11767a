import { getHeaders } from 'h3'
import { readText } from '../../http/door'
import { hearFilePart } from '../../http/partnerCall'
import { defineRoute } from '../../http/route'

/** Most bytes of a call with a part of a file: in Base64 it is a third longer. */
const MOST_BYTES = 768 * 1024

export default defineRoute(
  {
    who: 'anyone',
    summary: 'A part of a file of a partner desk, signed with its key (docs/PARTNER.md)',
    bodyLimit: MOST_BYTES,
    headers: {
      'webhook-id': 'of this call',
      'webhook-timestamp': 'seconds since 1970; at most an hour from now',
      'webhook-signature': '`v1a,` and the Ed25519 signature of id, time and content',
    },
  },
  async ({ event, desk }) =>
    hearFilePart(desk, getHeaders(event) as Record<string, string>, await readText(event, MOST_BYTES)),
)
