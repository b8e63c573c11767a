import { IsBoolean, IsOptional } from 'class-validator'
import { handOver } from '../../../commands/handOver'
import { defineRoute } from '../../../http/route'

class HandOverBody {
  /** Gives them away; left out it is only said who would get what. */
  @IsOptional()
  @IsBoolean()
  take?: boolean
}

export default defineRoute(
  {
    may: 'planPeople',
    path: { person: 'text' },
    summary:
      'Who would get the open tickets of somebody who is away, as the assignment of their teams says; or give them',
    body: HandOverBody,
  },
  ({ desk, body, caller, path }) => handOver(desk, path.person, { person: caller.id }, body.take === true),
)
