import { clockMode, deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'signedIn', summary: 'Desk time, and whether the desk is open' },
  async ({ desk }) => {
    const { design, ...compiled } = await desk.knowledge
      .currentEdition()
      .then((one) => ({ design: one.design, one }))
    const now = deskNow()
    const hours = compiled.one.calendar(design.desk.calendar)
    const next = await desk.db
      .selectFrom('ticket')
      .select((e) => e.fn.min('alarm_at').as('at'))
      .executeTakeFirst()
    return {
      now,
      demo: clockMode() === 'demo',
      name: design.desk.name,
      zone: design.desk.zone,
      open: hours.isOpen(now),
      nextChange: hours.nextChange(now) ?? null,
      nextAlarm: next?.at ?? null,
    }
  },
)
