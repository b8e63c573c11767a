import { changesInWords, changeDesign, thingOf, type Design, type DesignStep } from '~~/core/design'
import { mergeChanges, type MergeConflict } from '~~/core/json'

/** A part of the design that two people have changed to different things. */
export interface Dispute extends MergeConflict {
  /** Of which step and part. */
  key: string
  step: DesignStep
}

const keyOf = ({ list, id }: DesignStep, path: readonly string[]) => [list, id, ...path].join(' › ')

/** What was refused and still differs from how the design is now: one for each part that both changed. */
export function disputesOf(design: Design, refused: readonly DesignStep[]): Dispute[] {
  const found = refused.flatMap((step) => {
    const now = thingOf(design, step.list, step.id)
    const { conflicts } = mergeChanges(step.before, step.after, now)
    return conflicts.map((one): [string, Dispute] => {
      const key = keyOf(step, one.path)
      return [key, { ...one, key, step }]
    })
  })
  // What was written last of one part is what counts.
  return [...new Map(found).values()]
}

/** Steps that put in place what was refused, with what was chosen where both had changed the same. */
export function settledSteps(
  design: Design,
  refused: readonly DesignStep[],
  chosen: ReadonlyMap<string, 'mine' | 'theirs'>,
): DesignStep[] {
  let at = design
  return refused.map((step) => {
    const { list, id } = step
    const before = thingOf(at, list, id)
    const { value: after } = mergeChanges(
      step.before,
      step.after,
      before,
      ({ path }) => chosen.get(keyOf(step, path)) ?? 'theirs',
    )
    const settled = { list, id, before, after }
    at = changeDesign(at, settled)
    return settled
  })
}

/** What a dispute is about, in words: the thing, and what would become of it if mine counted. */
export function disputeInWords(design: Design, { key, step }: Dispute): { name: string; says: string[] } {
  const [mine] = settledSteps(design, [step], new Map([[key, 'mine']]))
  const [theirs] = settledSteps(design, [step], new Map())
  if (!mine || !theirs) return { name: '', says: [] }
  const left = changeDesign(design, theirs)
  const [change] = changesInWords(left, changeDesign(left, { ...mine, before: theirs.after }))
  return { name: change?.name ?? '', says: change?.says ?? [] }
}

/** A text of a dispute to read as a whole; undefined of what is no text. */
export const textOf = (part: unknown): string | undefined =>
  typeof part === 'string' || typeof part === 'number' ? String(part) : undefined
