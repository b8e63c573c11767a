import type { FieldValue } from '~~/core/fields'
import type { FieldColumn } from '~~/core/work'
import { joined } from './manyFollows'

export type ManyField =
  | 'technician'
  | 'priority'
  | 'queue'
  | 'team'
  | 'category'
  | 'status'
  | 'reply'
  | 'watch'
  | 'link'
  | FieldColumn
export type ManyLine = AnswerOf<'POST /api/tickets/many'>['lines'][number]

/** One thing that is done with many tickets. */
export interface ManyDeed {
  field: ManyField
  value: FieldValue | null
  /** What the gate of a status is told. */
  fields?: Record<string, FieldValue | null>
}

/** What came of a deed: what each ticket was before. */
interface Done {
  field: ManyField
  lines: ManyLine[]
}

/** So many tickets go to the server at once, so that progress is seen and it can be called off. */
const AT_ONCE = 25

/** What was said is not taken back. */
const canBeUndone = ({ field }: Done) => field !== 'reply'

/** Things are done with many tickets: what that would do, how far it is, what came of it, and the way back. */
export function useMany() {
  const progress = ref<{ done: number; of: number }>()
  const called = ref(false)
  const error = shallowRef<unknown>()
  const looked = shallowRef<ManyLine[]>()
  const report = shallowRef<{ lines: ManyLine[]; deeds: Done[]; called: boolean }>()
  const takenBack = shallowRef<ManyLine[]>()

  /** One deed after the other with each part of the tickets; those of which one cannot be done are left as they are then. */
  async function send(references: readonly number[], deeds: readonly ManyDeed[], trial: boolean) {
    const done = deeds.map(({ field }): Done => ({ field, lines: [] }))
    progress.value = { done: 0, of: references.length }
    try {
      for (let from = 0; from < references.length && !called.value; from += AT_ONCE) {
        let left = references.slice(from, from + AT_ONCE)
        for (const [index, deed] of deeds.entries()) {
          if (!left.length) break
          const body = { references: left, fields: {}, ...deed, trial }
          const { lines } = await api('POST /api/tickets/many', { body })
          done[index]?.lines.push(...lines)
          left = lines.flatMap((one) => (one.changes ? [one.reference] : []))
        }
        progress.value = { done: Math.min(from + AT_ONCE, references.length), of: references.length }
      }
    } catch (thrown) {
      error.value = thrown
    } finally {
      progress.value = undefined
    }
    return done
  }
  function begin(): void {
    called.value = false
    error.value = undefined
    takenBack.value = undefined
  }
  async function look(references: readonly number[], ...deeds: ManyDeed[]) {
    begin()
    looked.value = joined(await send(references, deeds, true))
  }
  async function change(references: readonly number[], ...deeds: ManyDeed[]) {
    begin()
    const done = await send(references, deeds, false)
    report.value = { lines: joined(done), deeds: done, called: called.value }
    looked.value = undefined
  }
  /** Each value as it was; those that had the same go together. What was done last is taken back first. */
  async function undo(): Promise<void> {
    if (!report.value) return
    begin()
    const back: Done[] = []
    for (const { field, lines } of report.value.deeds.filter(canBeUndone).reverse()) {
      const byValue = new Map<string, { before: FieldValue | null; references: number[] }>()
      for (const { before, reference } of lines.filter((each) => each.changes)) {
        const key = JSON.stringify(before)
        byValue.set(key, { before, references: [...(byValue.get(key)?.references ?? []), reference] })
      }
      const undone: ManyLine[] = []
      for (const { before, references } of byValue.values())
        undone.push(
          ...(await send(references, [{ field, value: before }], false)).flatMap((one) => one.lines),
        )
      back.push({ field, lines: undone })
    }
    // What could not be taken back can be tried again.
    if (error.value === undefined) report.value = undefined
    takenBack.value = joined(back)
  }
  /** What is on its way is finished, and nothing more is begun. */
  function callOff(): void {
    called.value = true
  }
  const canUndo = computed(() => report.value?.deeds.some(canBeUndone) ?? false)
  return { progress, callOff, error, looked, report, takenBack, canUndo, look, change, undo }
}
