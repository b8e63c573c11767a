import type { CompiledDesign, Directory, Listed } from '../design'
import { articleOf, type Because, type Reason } from '../reason'
import type { Change } from './change'
import { Refused, type ResortField } from './command'

/** What was there before that is not told again: the record has it. */
const withoutBefore = (because: Because): Because => ({
  ...because,
  why: because.why.map((one) => {
    if (one.is !== 'setByHand') return one
    const { before: _, ...rest } = one
    return rest
  }),
})

const GRADES = ['high', 'medium', 'low']
const chosenFrom = (things: Iterable<Listed>) =>
  [...things].filter((one) => one.active !== false).map(({ id, name }) => ({ value: id, label: name }))

/** What a field may be set to: the values that the ticket's own edition and the directory hold. */
export function resortChoices(
  design: CompiledDesign,
  directory: Directory,
): Record<ResortField, { value: string; label: string }[]> {
  const grades = GRADES.map((value) => ({ value, label: value }))
  const { priorities, categories } = design.design
  return {
    category: categories.map(({ id }) => ({ value: id, label: design.categoryPath(id) })),
    impact: grades,
    urgency: grades,
    // A priority that is not active stays on the tickets that have it and cannot be chosen.
    priority: priorities
      .filter((one) => one.active)
      .map(({ id, name, numeral }) => ({ value: id, label: `${numeral} ${name}` })),
    // So does what is put away.
    queue: chosenFrom(directory.queues.values()),
    team: chosenFrom(directory.teams.values()),
  }
}

/** A move or a rung may still name what was merged into another meanwhile. */
function standingAs({ queues, teams }: Directory, field: ResortField, value: string): string {
  if (field === 'queue') return queues.get(value)?.id ?? value
  return field === 'team' ? (teams.get(value)?.id ?? value) : value
}

/**
 * Sorts a ticket otherwise than triage did: one value, with who set it as its because. Promises follow the changed
 * facts.
 * @param from the value that was on the screen
 * @param why why it is set, where nobody of the desk does
 * @throws Refused when the value cannot be chosen, or another was set meanwhile
 */
export function resort(
  change: Change,
  field: ResortField,
  wanted: string,
  from?: string,
  why?: Reason,
): void {
  const { state, design, directory } = change
  const value = standingAs(directory, field, wanted)
  const choice = resortChoices(design, directory)[field].find((one) => one.value === value)
  if (!choice)
    throw new Refused('invalid', `This ${field} cannot be chosen.`, [
      { field: 'value', message: `“${value}” is not among the choices of edition ${state.edition}` },
    ])
  if (state[field] === value) return
  if (from !== undefined && from !== state[field])
    throw new Refused(
      'conflict',
      `Somebody set the ${field} meanwhile. Nothing was changed; look at it again and set it once more.`,
    )
  const before = state.because[field]
  const rule = before && articleOf(before)
  change.enter({
    kind: 'resorted',
    field,
    value,
    because: change.because(
      why ?? {
        ...{ is: 'setByHand', by: change.by, field, value },
        ...(before && { before: withoutBefore(before) }),
      },
    ),
    // Which rules people overrule, and how often, tells the lead where triage is wrong.
    ...(rule && { overruled: { article: rule, value: state[field] } }),
  })
}
