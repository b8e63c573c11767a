import { deleteCookie, getCookie } from 'h3'
import { defineRoute } from '../http/route'
import { SESSION_COOKIE, signOut } from '../http/session'

export default defineRoute(
  { who: 'signedIn', summary: 'Sign out; ends the session' },
  async ({ event, desk }) => {
    const secret = getCookie(event, SESSION_COOKIE)
    if (secret) await signOut(desk.db, secret)
    deleteCookie(event, SESSION_COOKIE, { path: '/' })
    return { signedOut: true }
  },
)
