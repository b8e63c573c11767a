import { guestLanguage, guestOfAssist } from '../../../http/guestOfAssist'
import { defineRoute } from '../../../http/route'
import { guestPage } from '../../../queries/assist'

export default defineRoute(
  {
    who: 'anyone',
    path: { code: 'text' },
    summary: 'What a desk asks whoever has the code of an assist session for, and how that stands',
  },
  async ({ event, desk, path }) => {
    const found = await guestOfAssist(desk, event, path.code)
    return guestPage(desk, found, await guestLanguage(event, desk, found))
  },
)
