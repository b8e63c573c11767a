import { IsOptional, IsString, MaxLength } from 'class-validator'
import { languageFor } from '../../../http/language'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'
import { knownToColleagues } from '../../../queries/known'
import { helpWhileTyping } from '../../../queries/knowledge'

class HelpQuery {
  /** What somebody is writing into a form. */
  @IsString()
  @MaxLength(400)
  words!: string

  /** Id of what is asked for: what is offered for its category comes first. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  item?: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary:
      'What may help somebody while they write a request: articles, and open requests of colleagues that are like it',
    query: HelpQuery,
  },
  async ({ desk, caller, query, path, event }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const edition = await desk.knowledge.currentEdition()
    const item = query.item === undefined ? undefined : edition.findItem(query.item)
    const asked = { text: query.words, item, language: await languageFor(event, desk, caller, portal) }
    const [articles, known] = await Promise.all([
      helpWhileTyping(desk, portal, query.words, query.item, asked.language),
      knownToColleagues(desk, portal, caller.id, asked),
    ])
    return { articles, known }
  },
)
