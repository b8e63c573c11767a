import type { Differing, FieldChanged, Values } from '../../core/directory'
import type { FieldProblem } from '../../core/ticket'
import { mergePlan, type Merge } from '../commands/merge'
import { worldOf, type By } from '../commands/directory'
import type { Desk } from '../commands/desk'
import { namesIn, usesOfThing, withName, type NamesOfThings, type Uses } from './listing'

/** What two things would become, for whoever looks at it before they say so. */
export interface MergerPage {
  /** What keeps them from being one; nothing else is known then. */
  problems: FieldProblem[]
  /** Of which only one can stay. */
  differing: Differing[]
  /** What becomes of the one that stays. */
  changed: Record<string, FieldChanged>
  /** What names the one that goes, and names the other then. */
  uses: Uses
  names: NamesOfThings
}

/** What would become of two things. @throws Refused where one of them is not there */
export async function mergerPage(desk: Desk, merge: Merge, by: By): Promise<MergerPage> {
  const { list, id, into } = merge
  const world = await worldOf(desk)
  const { outcome, differing, problems } = await mergePlan(desk, merge, by)
  const both = [id, into].flatMap((one): Values[] => {
    const thing = world.thing(list, one)
    return thing ? [thing.values] : []
  })
  return {
    problems,
    differing,
    changed: { ...outcome.changed },
    uses: await usesOfThing(desk, list, id),
    names: [id, into].reduce(
      (names, one) => withName(list, one, names, world),
      namesIn(list, [...both, outcome.values], world),
    ),
  }
}
