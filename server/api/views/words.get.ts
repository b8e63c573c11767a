import { namedDirectory, namesOf, type CompiledDesign, type Names } from '../../../core/design'
import { fieldFact } from '../../../core/fields'
import { defineRoute } from '../../http/route'
import { seenFields } from '../../queries/seenFields'
import { FILTER_FACTS } from '../../queries/conditionSql'

/** The statuses of all kinds, with what their gates ask for. */
const statusesOf = ({ design, kind: compiled }: CompiledDesign) =>
  design.kinds.flatMap(({ id: kind }) =>
    compiled(kind).statuses.map(({ id, name, group, gate }) => ({ kind, id, name, group, gate })),
  )

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'By what views can be limited: facts, the questions of forms, and the names of values',
  },
  async ({ desk, caller }) => {
    const [current, directory] = await Promise.all([
      desk.knowledge.currentEdition(),
      desk.knowledge.directory(),
    ])
    const { design } = current
    const fields = seenFields(current, caller)
    const { questions, categories, kinds } = design
    const names: Names = {
      ...namesOf(design, namedDirectory(directory)),
      signal: (design.triage.signals?.kinds ?? []).map(({ id, name }) => ({ value: id, label: name })),
      equipmentType: [...directory.equipmentTypes.values()].map(({ id, name }) => ({
        value: id,
        label: name,
      })),
    }
    return {
      // Conditions are built from questions, fields and categories; the rest of the design is not needed for that.
      design: {
        questions,
        categories,
        fields,
        kinds: kinds.map(({ id, name, fields: own }) => ({ id, name, fields: own })),
      },
      // Into which status many tickets can be moved, and what its gate asks for.
      statuses: statusesOf(current),
      names,
      facts: [
        ...FILTER_FACTS,
        ...design.questions.filter((one) => one.type !== 'explanation').map((one) => `form.${one.name}`),
        ...fields.map((one) => fieldFact(one.name)),
      ],
    }
  },
)
