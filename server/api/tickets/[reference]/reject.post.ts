import { TextBody } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Turn a held ticket away; the requester is told why', body: TextBody },
  async ({ desk, caller, body, number }) => {
    const command = { kind: 'reject', text: body.text } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
