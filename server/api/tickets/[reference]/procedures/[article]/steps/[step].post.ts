import { IsBoolean } from 'class-validator'
import { defineRoute } from '../../../../../../http/route'

class TickBody {
  /** Off takes the tick away again. */
  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', article: 'number', step: 'number' },
    summary: 'Tick a step of a procedure that is followed on a ticket, or untick it',
    body: TickBody,
  },
  async ({ desk, caller, body: { on }, path: { reference, article, step } }) => {
    const { sequence } = await desk.run(
      reference,
      { kind: 'tickStep', article, step, on },
      { person: caller.id },
    )
    return { sequence }
  },
)
