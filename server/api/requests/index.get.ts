import { IsIn, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { languageFor } from '../../http/language'
import { defineRoute } from '../../http/route'
import { requestsFor, seeColleagues } from '../../queries/requests'

/** So many stand on a page. */
const AT_ONCE = 50

class RequestsQuery {
  /** One’s own with those one watches, or those of colleagues, where a portal shows them. */
  @IsOptional()
  @IsIn(['own', 'colleagues'])
  of: 'own' | 'colleagues' = 'own'

  /** Part of what it is about or of an answer, or its number. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  words = ''

  /** What the page before said comes next. */
  @IsOptional()
  @IsString()
  @Matches(/^(open|done)-\d{1,15}$/, { message: 'give what the page before said comes next' })
  after?: string
}

function placeIn(after: string | undefined) {
  const [group, reference] = after?.split('-') ?? []
  return group === undefined ? {} : { after: { isDone: group === 'done', reference: Number(reference) } }
}

export default defineRoute(
  {
    who: 'signedIn',
    summary: 'My own requests, or those of colleagues, open ones first',
    query: RequestsQuery,
  },
  async ({ event, desk, caller, query }) => {
    const language = await languageFor(event, desk, caller)
    const { of, words } = query
    const wanted = { of, words, most: AT_ONCE + 1, ...placeIn(query.after) }
    const found = await requestsFor(desk, caller.id, wanted, language)
    const rows = found.slice(0, AT_ONCE)
    const last = rows.at(-1)
    const organisation = (await desk.knowledge.directory()).people.get(caller.id)?.organisation
    return {
      rows,
      /** Where the next page begins; nothing where this is the last. */
      next:
        last && found.length > AT_ONCE
          ? `${last.group === 'done' ? 'done' : 'open'}-${last.reference}`
          : null,
      /** Whether those of colleagues can be read. */
      colleagues: seeColleagues(await desk.knowledge.currentEdition(), organisation),
    }
  },
)
