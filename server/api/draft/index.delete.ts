import { discardDraft } from '../../commands/draft'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'changeDesign', summary: 'Throw the draft away and begin again from the current edition' },
  ({ desk }) => discardDraft(desk),
)
