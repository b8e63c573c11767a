import { formSchema } from '../../../../../core/intake'
import { askerFacts } from '../../../../../core/ticket'
import { deskNow } from '../../../../clock/deskClock'
import { HttpProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    summary: 'A catalog item with its form, its questions and the JSON Schema of its answers',
  },
  async ({ event, desk, caller }) => {
    const design = await desk.knowledge.currentEdition()
    const { portal, item: id } = event.context.params as { portal: string; item: string }
    const item = design.findItem(id)
    if (!item || (item.portals.length > 0 && !item.portals.includes(portal)))
      throw new HttpProblem(404, 'This cannot be asked for here. Look through the index of the portal.')
    const form = design.form(item.form)
    const questions = form.steps.flatMap((step) =>
      step.questions.map((one) => design.questions.get(one.question)!),
    )
    const directory = await desk.knowledge.directory()
    const asker = askerFacts(directory.people.get(caller.id)!, portal, directory, deskNow())
    const schema = formSchema({ form, library: design.questions, asker })
    return { item, form, questions, asker, schema, edition: design.edition }
  },
)
