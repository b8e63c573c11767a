import { namedDirectory, namesOf } from '../../../core/design'
import { defineRoute } from '../../http/route'
import { FILTER_FACTS } from '../../queries/conditionSql'

export default defineRoute(
  {
    who: 'technician',
    summary: 'By what views can be limited: facts, the questions of forms, and the names of values',
  },
  async ({ desk }) => {
    const [{ design }, directory] = await Promise.all([
      desk.knowledge.currentEdition(),
      desk.knowledge.directory(),
    ])
    return {
      // Conditions are built from questions and categories; the rest of the design is not needed for that.
      design: { questions: design.questions, categories: design.categories },
      names: namesOf(design, namedDirectory(directory)),
      facts: [
        ...FILTER_FACTS,
        ...design.questions.filter((one) => one.type !== 'explanation').map((one) => `form.${one.name}`),
      ],
    }
  },
)
