import { IsInt, Max, Min, ValidateIf } from 'class-validator'
import { MINUTE } from '../../../../core/time'
import { defineRoute } from '../../../http/route'

class EstimateBody {
  /** Minutes of work; null for as long as such tickets usually take. */
  @ValidateIf((body: EstimateBody) => body.minutes !== null)
  @IsInt()
  @Min(1)
  @Max(144_000)
  minutes!: number | null
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Say how long a ticket will take',
    body: EstimateBody,
  },
  async ({ desk, caller, body: { minutes }, path }) => {
    const takes = minutes === null ? null : minutes * MINUTE
    const { sequence } = await desk.run(path.reference, { kind: 'estimate', takes }, { person: caller.id })
    return { sequence }
  },
)
