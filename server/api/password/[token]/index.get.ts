import { linkPage } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'anyone', path: { token: 'text' }, summary: 'Whom a link for choosing a password is for' },
  ({ desk, path }) => linkPage(desk, path.token),
)
