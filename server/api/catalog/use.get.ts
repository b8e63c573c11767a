import { DAY } from '../../../core/time'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

/** How far back use is counted. */
const DAYS = 90

export default defineRoute(
  { who: 'staff', summary: 'How often each catalog item was asked for in the last 90 days, by id' },
  async ({ desk }) => {
    const rows = await desk.db
      .selectFrom('ticket')
      .select((e) => ['item', e.fn.countAll<number>().as('count')])
      .where('logged_at', '>=', deskNow() - DAYS * DAY)
      .groupBy('item')
      .execute()
    return { days: DAYS, items: Object.fromEntries(rows.map(({ item, count }) => [item, count])) }
  },
)
