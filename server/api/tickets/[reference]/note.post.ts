import { TextBody } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Write a note that only the desk reads', body: TextBody },
  async ({ desk, caller, body, number }) => {
    const { sequence } = await desk.run(
      number('reference'),
      { kind: 'note', text: body.text },
      { person: caller.id },
    )
    return { sequence }
  },
)
