import { IsString, MaxLength } from 'class-validator'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'
import { tryFirst } from '../../../queries/knowledge'

class FirstQuery {
  /** Id of the catalog item. */
  @IsString()
  @MaxLength(120)
  item!: string

  /** What was written into the form. */
  @IsString()
  @MaxLength(400)
  words: string = ''
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'What may solve a request before it is sent',
    query: FirstQuery,
  },
  async ({ desk, caller, query, path }) =>
    tryFirst(desk, await portalOf(path.portal, desk, caller), query.item, query.words),
)
