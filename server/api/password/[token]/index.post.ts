import { setByLink } from '../../../commands/access'
import { NewPasswordBody } from '../../../http/bodies'
import { defineRoute, refuseForeignPages } from '../../../http/route'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'Choose a password by a link, once; ends every session of its person',
    body: NewPasswordBody,
  },
  async ({ event, desk, path, body }) => {
    refuseForeignPages(event)
    await setByLink(desk, path.token, body.password)
    return { kept: true }
  },
)
