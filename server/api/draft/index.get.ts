import { draftPage } from '../../queries/draft'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'changeDesign', summary: 'The draft: the design, its findings, and what it changes' },
  ({ desk }) => draftPage(desk),
)
