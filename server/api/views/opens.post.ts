import { IsInt, ValidateIf } from 'class-validator'
import { defineRoute } from '../../http/route'
import { openIn } from '../../queries/views'

class OpensBody {
  /** Id of a view; null for everything open. */
  @ValidateIf((body: OpensBody) => body.view !== null)
  @IsInt()
  view!: number | null
}

export default defineRoute(
  { may: 'seeTickets', summary: 'Choose the view in which your Desk opens', body: OpensBody },
  async ({ desk, caller, body: { view } }) => {
    await openIn(desk.db, caller, view)
    return {}
  },
)
