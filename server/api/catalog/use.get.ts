import { DAY } from '../../../core/time'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

/** How far back use is counted. */
const DAYS = 90

export default defineRoute(
  {
    who: 'staff',
    summary:
      'How often each catalog item was asked for in the last 90 days, and how many open tickets each category has, by id',
  },
  async ({ desk }) => {
    const rows = await desk.db
      .selectFrom('ticket')
      .select((e) => ['item', e.fn.countAll<number>().as('count')])
      .where('logged_at', '>=', deskNow() - DAYS * DAY)
      .groupBy('item')
      .execute()
    const open = await desk.db
      .selectFrom('ticket')
      .select((e) => ['category', e.fn.countAll<number>().as('count')])
      .where('status_group', '!=', 'done')
      .groupBy('category')
      .execute()
    return {
      days: DAYS,
      items: Object.fromEntries(rows.map(({ item, count }) => [item, count])),
      categories: Object.fromEntries(open.map(({ category, count }) => [category, count])),
    }
  },
)
