import { getHeader } from 'h3'
import { hearService } from '../../assist/heard'
import { isSigned } from '../../assist/service'
import { AssistWordBody } from '../../http/assistBodies'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'

const SIGNED = ['webhook-id', 'webhook-timestamp', 'webhook-signature'] as const

export default defineRoute(
  {
    who: 'anyone',
    summary: 'What the assist service says of a session, signed by Standard Webhooks (docs/ASSIST.md)',
    body: AssistWordBody,
    headers: {
      'webhook-id': 'by which a repeat is recognised',
      'webhook-timestamp': 'seconds since 1970; at most five minutes from now',
      'webhook-signature': '`v1,` and the HMAC of id, time and content',
    },
  },
  async ({ event, desk, body }) => {
    const headers = Object.fromEntries(SIGNED.map((name) => [name, getHeader(event, name) ?? '']))
    const { said } = event.context as { said?: string }
    if (!(await isSigned(desk.db, said ?? '', headers)))
      throw new HttpProblem(
        401,
        'This is not signed with the secret that desk and service share, or too long ago.',
      )
    return hearService(desk, headers['webhook-id']!, body)
  },
)
