import { Transform } from 'class-transformer'
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import {
  formSchema,
  isOfPortal,
  showsItem,
  type CatalogItem,
  type Retirement,
} from '../../../../../core/intake'
import { MOST_NUMBER } from '../../../../http/bodies'
import { languageFor } from '../../../../http/language'
import { portalOf } from '../../../../http/portalOf'
import { requesterProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'
import { askerOf } from '../../../../queries/asker'
import { equipmentQuestion, ownEquipment, todayAt } from '../../../../queries/portal'
import { oneBy } from '../../../../../core/lookup'

class AboutQuery {
  /** Number of a machine of your organisation that it is about. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  about?: number
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
    const asker = await askerOf(desk, caller.id, portal.id)
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
      retired: isGone ? insteadOf(item.retired, (id) => design.findItem(id)) : undefined,
      questions: questions.map((one) =>
        one.name === asksFor ? { ...one, default: String(about?.number) } : one,
      ),
    }
  },
)
