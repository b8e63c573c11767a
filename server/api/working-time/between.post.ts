import { IsString, MaxLength } from 'class-validator'
import { betweenOf, hoursOf } from '../../calendars/workingTime'
import { defineRoute } from '../../http/route'
import { WorkingTimeBody } from '../../http/workingTimeBody'

class BetweenBody extends WorkingTimeBody {
  /** ISO 8601; without an offset local time of the calendar's zone. */
  @IsString()
  @MaxLength(40)
  end!: string
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'The working time between two moments, with the statement',
    body: BetweenBody,
  },
  async ({ desk, body }) => {
    const { design } = await desk.knowledge.currentEdition()
    return betweenOf(hoursOf(body.calendar, design.calendars), body.start, body.end)
  },
)
