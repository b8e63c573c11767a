import { TextBody } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'acceptArrivals',
    path: { reference: 'number' },
    summary: 'Turn a held ticket away; the requester is told why',
    body: TextBody,
  },
  async ({ desk, caller, body, path }) => {
    const command = { kind: 'reject', text: body.text } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
