import { guestDoes } from '../../../assist/sessions'
import { guestLanguage, guestOfAssist } from '../../../http/guestOfAssist'
import { defineRoute } from '../../../http/route'
import { assistOfCode, guestPage } from '../../../queries/assist'

export default defineRoute(
  {
    who: 'anyone',
    path: { code: 'text', deed: ['agree', 'refuse', 'end'] },
    summary:
      'Agree that one’s machine is looked at, or do not, or end it; once agreed the answer says where to go',
  },
  async ({ event, desk, signedIn, path: { code, deed } }) => {
    const found = await guestOfAssist(desk, event, code)
    const isGuest = signedIn !== undefined && signedIn.id === found.session.guest
    await guestDoes(desk, found, deed, isGuest ? signedIn.id : undefined)
    return guestPage(desk, await assistOfCode(desk, code), await guestLanguage(event, desk, found))
  },
)
