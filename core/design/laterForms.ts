import { mayHold } from '../condition'
import type { Form } from '../intake'
import { tasksOf, type Plan } from '../plan'
import type { Design } from './design'

// Forms that plans ask for once a ticket is there.

type Designed = Pick<Design, 'plans' | 'items' | 'kinds'>
type Later = ReadonlyMap<string, ReadonlySet<string>>

/** The forms that a plan asks for. */
export const formsOfPlan = (plan: Pick<Plan, 'stages'>): string[] => [
  ...new Set(tasksOf(plan).flatMap((task) => (task.do === 'form' ? [task.form] : []))),
]

/** The items whose tickets may have a plan; all of them where it begins by hand, by a move or by a rung alone. */
function itemsOfPlan({ items, kinds }: Designed, plan: Plan): string[] {
  const { when } = plan
  const ofKinds = new Set(kinds.filter((one) => one.plans?.includes(plan.id)).map((one) => one.id))
  return items
    .filter(
      ({ id, kind }) => ofKinds.has(kind) || (when ? mayHold(when, { item: id, kind }) : ofKinds.size === 0),
    )
    .map((one) => one.id)
}

/**
 * The forms that are asked for later on.
 * @returns by the id of a form the ids of the items whose tickets may be asked it
 */
export function askedLater(design: Designed): Later {
  const found = new Map<string, Set<string>>()
  for (const plan of design.plans)
    for (const form of formsOfPlan(plan))
      found.set(form, new Set([...(found.get(form) ?? []), ...itemsOfPlan(design, plan)]))
  return found
}

/** The forms that tickets of an item are asked: its own, and those that come later. */
export const formsOfItem = ({ form, id }: { form: string; id: string }, later: Later): string[] => [
  form,
  ...[...later].flatMap(([one, items]) => (items.has(id) ? [one] : [])),
]

/** The questions of a form. */
export const questionsIn = ({ steps }: Pick<Form, 'steps'>): string[] =>
  steps.flatMap((step) => step.questions.map((one) => one.question))

/** What may be answered before a form that comes later is asked: what other forms of the same tickets ask. */
export function earlierQuestions(
  design: Pick<Design, 'plans' | 'items' | 'kinds' | 'forms'>,
  id: string,
  later: Later = askedLater(design),
): string[] {
  const items = later.get(id)
  const before = design.items.filter((one) => items?.has(one.id)).flatMap((one) => formsOfItem(one, later))
  const asked = new Set(before.filter((one) => one !== id))
  return [...new Set(design.forms.filter((one) => asked.has(one.id)).flatMap(questionsIn))]
}
