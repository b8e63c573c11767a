import { defineRoute } from '../../http/route'
import { openNotices } from '../../queries/knowledge'

export default defineRoute(
  { who: 'staff', summary: 'What the visitors of portals are told just now' },
  ({ desk }) => openNotices(desk.db),
)
