import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import {
  categoriesToPick,
  formSchema,
  isOfPortal,
  showsItem,
  type CatalogItem,
  type Portal,
  type Retirement,
} from '../../../../../core/intake'
import { MOST_NUMBER } from '../../../../http/bodies'
import { languageFor } from '../../../../http/language'
import { portalOf } from '../../../../http/portalOf'
import { requesterProblem } from '../../../../http/problem'
import { defineRoute, isStaff } from '../../../../http/route'
import type { Caller } from '../../../../base/caller'
import type { Desk } from '../../../../commands/desk'
import { isAtHand } from '../../../../queries/atHand'
import { askerOf } from '../../../../queries/asker'
import { equipmentQuestion, mayAskFor, ownEquipment, todayAt } from '../../../../queries/portal'
import { oneBy } from '../../../../../core/lookup'

class AboutQuery {
  /** Number of a machine of your organisation that it is about. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  about?: number

  /** Somebody of your organisation for whom you ask. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  for?: string
}

/** Who asks, for the conditions of a form. @throws HttpProblem when it is somebody for whom the caller may not ask */
async function requesterOf(desk: Desk, portal: Portal, caller: Caller, wanted = caller.id): Promise<string> {
  if (wanted === caller.id || mayAskFor(portal, await desk.knowledge.directory(), caller.id, wanted))
    return wanted
  throw requesterProblem(422, 'notForThem', {
    fields: [{ field: 'for', message: 'choose somebody of your organisation' }],
  })
}

/** What is said of an item that is offered no more: why, and what to ask for instead as long as that is offered. */
function insteadOf({ instead, says }: Retirement = {}, find: (id: string) => CatalogItem | undefined) {
  const other = instead === undefined ? undefined : find(instead)
  return { says, instead: other && !other.retired ? { id: other.id, name: other.name } : undefined }
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', item: 'text' },
    summary: 'A catalog item with its form, its questions and the JSON Schema of its answers',
    query: AboutQuery,
  },
  async ({ event, desk, caller, path, query }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const language = await languageFor(event, desk, caller, portal)
    const design = (await desk.knowledge.currentEdition()).inLanguage(language)
    const item = design.findItem(path.item)
    const requester = await requesterOf(desk, portal, caller, query.for)
    const asker = await askerOf(desk, requester, portal.id)
    const isShown = item && showsItem(item, portal, asker, todayAt(design))
    const isGone = item?.retired && isOfPortal(item, portal, asker)
    if (!item || !(isShown || isGone)) throw requesterProblem(404, 'notHere')
    const form = design.form(item.form)
    const questions = form.steps.flatMap((step) =>
      step.questions.map((one) => oneBy(design.questions, one.question)),
    )
    const about =
      query.about === undefined
        ? undefined
        : ownEquipment(await desk.knowledge.directory(), caller, query.about)
    const asksFor = about && equipmentQuestion(design, item)
    const schema = formSchema({ form, library: design.questions, asker })
    return {
      ...{ item, form, asker, schema, edition: design.edition },
      /** Among these the requester picks what it is about. */
      categories: categoriesToPick(design.design.categories, item, portal),
      /** Whether it can be asked for a colleague. */
      forColleagues: !isStaff(caller.role) && portal.colleagues?.includes('ask') === true,
      /** Whether its articles are offered while somebody writes. */
      hasArticles: !portal.hides?.includes('articles'),
      /** Whether open requests of colleagues may be shown while somebody writes. */
      hasKnown: portal.colleagues?.includes('see') === true,
      isAtHand: await isAtHand(desk.db, { person: caller.id, portal: portal.id, item: item.id }),
      retired: isGone ? insteadOf(item.retired, (id) => design.findItem(id)) : undefined,
      questions: questions.map((one) =>
        one.name === asksFor ? { ...one, default: String(about?.number) } : one,
      ),
    }
  },
)
