import { IsBoolean, IsString, MaxLength } from 'class-validator'
import { keepAtHand } from '../../../commands/atHand'
import { portalOf } from '../../../http/portalOf'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

class AtHandBody {
  /** Id of the catalog item. */
  @IsString()
  @MaxLength(120)
  item!: string

  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'Keep something at hand that can be asked for at a portal, or no longer',
    body: AtHandBody,
  },
  async ({ desk, caller, path, body: { item, on } }) => {
    const portal = await portalOf(path.portal, desk, caller)
    if (!(await desk.knowledge.currentEdition()).findItem(item)) throw requesterProblem(404, 'notHere')
    await keepAtHand(desk.db, { person: caller.id, portal: portal.id, item }, on)
    return { on }
  },
)
