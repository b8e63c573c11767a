import { defineRoute } from '../../../../http/route'
import { BACKLOG_DEEDS, backlogPage } from '../../../../partner/backlog'

export default defineRoute(
  {
    may: 'changeDesign',
    path: { id: 'text', deed: ['stop', 'go-on'] },
    summary: 'Stop a backlog on its way to a partner desk, or go on with it',
  },
  async ({ desk, path: { id, deed } }) => {
    await BACKLOG_DEEDS[deed](desk, id)
    return backlogPage(desk, id)
  },
)
