import { endNotice } from '../../../commands/knowledge'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { may: 'writeNotices', path: { notice: 'number' }, summary: 'End a notice' },
  async ({ desk, path }) => {
    await endNotice(desk, path.notice)
    return { id: path.notice }
  },
)
