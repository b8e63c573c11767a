import { IsInt, IsOptional, IsString, MaxLength } from 'class-validator'
import { solvedBy } from '../../../commands/knowledge'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'

class SolvedBody {
  @IsOptional()
  @IsInt()
  article?: number

  @IsOptional()
  @IsInt()
  notice?: number

  /** Id of the catalog item that was not asked for then. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  item?: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'An article or a notice solved what would have been a request',
    body: SolvedBody,
  },
  async ({ desk, caller, body, path }) => {
    await solvedBy(desk, body, await portalOf(path.portal, desk, caller), caller.id)
    return { counted: true }
  },
)
