import { cellNamesOf, CompiledDesign, namedDirectory, namesOf, type Design } from '../../core/design'
import type { CellNames, DecisionTable } from '../../core/table'
import type { Desk } from '../commands/desk'
import { draftPage } from '../queries/draft'
import { HttpProblem } from '../http/problem'

const TABLES = ['what', 'weight', 'routing', 'skills'] as const

/**
 * A decision table of the draft, with the names of its facts and values.
 * @throws HttpProblem 404 when triage has no such table
 */
export async function tableInUse(desk: Desk, part: string) {
  const [{ design }, directory] = await Promise.all([draftPage(desk), desk.knowledge.directory()])
  const table = tableOf(design, part)
  if (!table) throw new HttpProblem(404, `There is no such table; choose one of ${TABLES.join(', ')}.`)
  const compiled = new CompiledDesign(design, 0)
  const names = namesOf(design, namedDirectory(directory))
  return {
    table,
    namesOf: (fact: string): CellNames => cellNamesOf(design, names, fact),
    title: (fact: string) => compiled.factName(fact),
  }
}

function tableOf({ triage }: Design, part: string): DecisionTable | undefined {
  const known = TABLES.find((one) => one === part)
  if (!known) return undefined
  // A table that is not begun yet has no rows, so that a file can begin it.
  return (
    triage[known] ?? {
      id: known,
      name: known,
      columns: [],
      outcomes: [known === 'what' ? 'category' : 'skill'],
      rows: [],
    }
  )
}
