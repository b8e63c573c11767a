import { keysOf } from '../lookup'
import type { CompiledDesign, Directory } from '../design'
import { sort, type SortResult, type TriageInput } from '../triage'

/** A past ticket that is sorted again. */
export interface PastTicket {
  reference: number
  input: TriageInput
}

/** Tickets whose value would change in the same way. */
export interface ChangedGroup {
  step: keyof SortResult
  /** Names of the values. */
  from: string
  to: string
  count: number
  /** Some of them. */
  references: number[]
}

const SAMPLES = 5

/**
 * Sorts past tickets by two designs and gathers what differs. Who gets them is left out, since that depends on who had
 * how much at the time.
 */
export class TriageRehearsal {
  tickets = 0
  changed = 0
  /** Tickets that one of the designs cannot sort: their catalog item is not in it. */
  left = 0
  private readonly groups = new Map<string, ChangedGroup>()

  constructor(
    private readonly before: CompiledDesign,
    private readonly after: CompiledDesign,
    private readonly directory: Directory,
  ) {}

  /** Sorts one ticket by both. */
  add({ reference, input }: PastTicket): void {
    if (!this.before.findItem(input.item) || !this.after.findItem(input.item)) {
      this.left++
      return
    }
    this.tickets++
    const was = sort(input, this.before, this.directory)
    const becomes = sort(input, this.after, this.directory)
    const steps = keysOf(was).filter((step) => was[step].value !== becomes[step].value)
    if (steps.length) this.changed++
    for (const step of steps) this.note(reference, step, was[step].value, becomes[step].value)
  }

  private note(reference: number, step: keyof SortResult, from: string, to: string): void {
    const key = JSON.stringify([step, from, to])
    let group = this.groups.get(key)
    if (!group) {
      const named = (design: CompiledDesign, value: string) =>
        design.vocabulary(this.directory).value(step, value)
      group = { step, from: named(this.before, from), to: named(this.after, to), count: 0, references: [] }
      this.groups.set(key, group)
    }
    group.count++
    if (group.references.length < SAMPLES) group.references.push(reference)
  }

  /** What changed, the largest groups first. */
  get result(): ChangedGroup[] {
    return [...this.groups.values()].sort((a, b) => b.count - a.count)
  }
}
