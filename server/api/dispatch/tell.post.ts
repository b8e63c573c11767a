import { tellDay } from '../../commands/dispatch'
import { DayBody } from '../../http/jobBodies'
import { defineRoute } from '../../http/route'
import { unseenOf } from '../../queries/sight'

export default defineRoute(
  {
    may: 'planPeople',
    summary: 'Tell everybody whose fixed times of a day were placed without a word',
    body: DayBody,
  },
  async ({ desk, caller, body }) => ({
    told: await tellDay(desk, body.day, { person: caller.id }, (references) =>
      unseenOf(desk, caller, references),
    ),
  }),
)
