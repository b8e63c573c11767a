import { IsInt, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { mustSee } from '../../queries/sight'
import { ladderTrial } from '../../queries/ladders'

class TrialBody {
  @IsInt({ message: 'write the number of a ticket' })
  @Min(1, { message: 'write the number of a ticket' })
  reference!: number
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'What the ladders of the draft would do for a ticket if nobody did anything',
    body: TrialBody,
  },
  async ({ desk, caller, body }) => {
    await mustSee(desk, caller, [body.reference])
    return ladderTrial(desk, body.reference)
  },
)
