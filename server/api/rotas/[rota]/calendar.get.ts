import { setResponseHeader } from 'h3'
import { defineRoute } from '../../../http/route'
import { rotaCalendar } from '../../../queries/rotas'

export default defineRoute(
  {
    who: 'staff',
    path: { rota: 'text' },
    summary: 'A rota as iCalendar, 90 days from now',
    produces: 'text/calendar',
  },
  async ({ event, desk, path }) => {
    const rota = path.rota
    const text = await rotaCalendar(desk, rota, 90)
    setResponseHeader(event, 'content-type', 'text/calendar; charset=utf-8')
    setResponseHeader(
      event,
      'content-disposition',
      `attachment; filename="rota-${rota.replace(/[^\w-]/g, '')}.ics"`,
    )
    return text
  },
)
