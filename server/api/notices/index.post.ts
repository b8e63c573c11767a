import { setResponseStatus } from 'h3'
import { openNotice } from '../../commands/knowledge'
import { NoticeBody } from '../../http/knowledgeBodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'writeNotices',
    summary: 'Tell the visitors of portals what is known to be broken',
    body: NoticeBody,
  },
  async ({ event, desk, caller, body }) => {
    const id = await openNotice(desk, body, caller.id)
    setResponseStatus(event, 201)
    return { id }
  },
)
