import { TextBody } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Reply to the requester; keeps the response promise', body: TextBody },
  async ({ desk, caller, body, number }) => {
    const { sequence } = await desk.run(
      number('reference'),
      { kind: 'reply', text: body.text },
      { person: caller.id },
    )
    return { sequence }
  },
)
