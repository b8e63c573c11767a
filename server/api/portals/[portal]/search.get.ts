import { IsString, MaxLength } from 'class-validator'
import { languageFor } from '../../../http/language'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'
import { askerOf } from '../../../queries/asker'
import { searchPortal } from '../../../queries/knowledge'

class SearchQuery {
  /** What has been typed so far. */
  @IsString()
  @MaxLength(200)
  words!: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'What fits some words at a portal: things to ask for, and articles',
    query: SearchQuery,
  },
  async ({ event, desk, caller, query, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const language = await languageFor(event, desk, caller, portal)
    return searchPortal(desk, portal, query.words, await askerOf(desk, caller.id, portal.id), language)
  },
)
