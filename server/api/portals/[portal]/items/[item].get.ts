import { formSchema } from '../../../../../core/intake'
import { languageFor } from '../../../../http/language'
import { portalOf } from '../../../../http/portalOf'
import { requesterProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'
import { askerOf } from '../../../../queries/asker'
import { showsItem } from '../../../../queries/portal'
import { oneBy } from '../../../../../core/lookup'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', item: 'text' },
    summary: 'A catalog item with its form, its questions and the JSON Schema of its answers',
  },
  async ({ event, desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const language = await languageFor(event, desk, caller, portal)
    const design = (await desk.knowledge.currentEdition()).inLanguage(language)
    const item = design.findItem(path.item)
    const asker = await askerOf(desk, caller.id, portal.id)
    if (!item || !showsItem(item, portal, asker)) throw requesterProblem(404, 'notHere')
    const form = design.form(item.form)
    const questions = form.steps.flatMap((step) =>
      step.questions.map((one) => oneBy(design.questions, one.question)),
    )
    const schema = formSchema({ form, library: design.questions, asker })
    return { item, form, questions, asker, schema, edition: design.edition }
  },
)
