import { LIST_NAMES } from '../../../core/directory'
import { worldOf } from '../../commands/directory'
import { countsOfLists } from '../../directory/listing'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'seeDirectory',
    summary: 'How much each list of the directory has, and what of the design is chosen from there',
  },
  async ({ desk }) => {
    const { zone, calendars, priorities } = await worldOf(desk)
    const counts = await countsOfLists(desk)
    return { zone, calendars, priorities, lists: LIST_NAMES.map((list) => ({ list, ...counts[list] })) }
  },
)
