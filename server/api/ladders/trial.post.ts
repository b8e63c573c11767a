import { IsInt, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { ladderTrial } from '../../queries/ladders'

class TrialBody {
  @IsInt({ message: 'write the number of a ticket' })
  @Min(1, { message: 'write the number of a ticket' })
  reference!: number
}

export default defineRoute(
  {
    who: 'lead',
    summary: 'What the ladders of the draft would do for a ticket if nobody did anything',
    body: TrialBody,
  },
  ({ desk, body }) => ladderTrial(desk, body.reference),
)
