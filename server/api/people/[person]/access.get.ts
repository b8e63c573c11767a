import { accessOf } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'manageAccess',
    path: { person: 'text' },
    summary: 'Whether somebody can sign in, where they are signed in, and their tokens',
  },
  ({ desk, path }) => accessOf(desk.db, path.person),
)
