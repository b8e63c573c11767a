import { IsString, MaxLength } from 'class-validator'
import { dueOf, hoursOf } from '../../calendars/workingTime'
import { defineRoute } from '../../http/route'
import { WorkingTimeBody } from '../../http/workingTimeBody'

class DueBody extends WorkingTimeBody {
  /** ISO 8601 duration of working time, such as PT2H. */
  @IsString()
  @MaxLength(40)
  duration!: string
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'When so much working time from a start has passed, with the statement',
    body: DueBody,
  },
  async ({ desk, body }) => {
    const { design } = await desk.knowledge.currentEdition()
    return dueOf(hoursOf(body.calendar, design.calendars), body.start, body.duration)
  },
)
