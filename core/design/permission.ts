import { canonicalJson } from '../json'
import type { Design } from './design'
import type { Right } from '../rights'
import type { ServiceDesk } from './directory'

/**
 * Why somebody may not change a design like this; undefined when they may. Where only administrators make questions,
 * leads ask what is there already: unchecked, questions multiply. What is a desk's own is changed by those who lead it.
 * @param rights of whoever changes it
 * @param person their id
 * @param desks that there are
 */
export function notAllowed(
  before: Design,
  after: Design,
  rights: ReadonlySet<Right>,
  person: string,
  desks: readonly ServiceDesk[],
): string | undefined {
  return (
    (rights.has('makeQuestions') ? undefined : notAllowedQuestion(before, after)) ??
    (rights.has('everyDesk') ? undefined : notAllowedDesk(before, after, person, desks))
  )
}

/** The desk whose own something is, where somebody does not lead it. */
export const ledByOthers = (desks: readonly ServiceDesk[], own: (string | undefined)[], person: string) =>
  desks.find(({ id, leads }) => own.includes(id) && leads.length > 0 && !leads.includes(person))

function notAllowedDesk(
  before: Design,
  after: Design,
  person: string,
  desks: readonly ServiceDesk[],
): string | undefined {
  for (const list of ['kinds', 'items'] as const)
    for (const [one, other] of changed<Owned>(before[list], after[list])) {
      const desk = ledByOthers(desks, [one?.desk, other?.desk], person)
      if (desk)
        return `“${(one ?? other)!.name}” is the own of ${desk.name}, and changed by those who lead it.`
    }
  return undefined
}

type Owned = { id: string; name: string; desk?: ServiceDesk['id'] }

/** Things of a list that are different in two designs, as they are in each. */
function changed<T extends { id: string }>(before: readonly T[], after: readonly T[]): [T?, T?][] {
  const ids = new Set([...before, ...after].map((one) => one.id))
  const pair = (id: string): [T?, T?] => [
    before.find((one) => one.id === id),
    after.find((one) => one.id === id),
  ]
  return [...ids]
    .map(pair)
    .filter(([one, other]) => canonicalJson(one ?? null) !== canonicalJson(other ?? null))
}

function notAllowedQuestion(before: Design, after: Design): string | undefined {
  if (before.desk.questionsBy !== after.desk.questionsBy)
    return 'Only an administrator says who may make new questions and fields.'
  if (before.desk.questionsBy !== 'administrators') return undefined
  for (const list of ['questions', 'fields'] as const) {
    const known = new Set(before[list].map((one) => one.name))
    const fresh = after[list].find((one) => !known.has(one.name))
    if (fresh)
      return `Only administrators make new ${list} here; “${fresh.label}” is one. Choose one that is there.`
  }
  return undefined
}
