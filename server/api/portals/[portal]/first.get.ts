import { IsString, MaxLength } from 'class-validator'
import { languageFor } from '../../../http/language'
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
  async ({ event, desk, caller, query, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    return tryFirst(desk, portal, query.item, query.words, await languageFor(event, desk, caller, portal))
  },
)
