import { setResponseHeader } from 'h3'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { calendarFeed } from '../../queries/calendarFeed'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'What somebody does at fixed times as iCalendar, by the address that they made for it',
    produces: 'text/calendar',
  },
  async ({ event, desk, path }) => {
    const text = await calendarFeed(desk, path.token)
    if (text === undefined) throw new HttpProblem(404, 'Nothing is read at this address any more.')
    setResponseHeader(event, 'content-type', 'text/calendar; charset=utf-8')
    return text
  },
)
