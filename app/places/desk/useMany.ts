import type { FieldValue } from '~~/core/fields'
import type { FieldColumn } from '~~/core/work'

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

/** So many tickets go to the server at once, so that progress is seen and it can be called off. */
const AT_ONCE = 25

/** One thing is done with many tickets: what that would do, how far it is, what came of it, and the way back. */
export function useMany() {
  const progress = ref<{ done: number; of: number }>()
  const called = ref(false)
  const error = shallowRef<unknown>()
  const looked = shallowRef<ManyLine[]>()
  const report = shallowRef<{ lines: ManyLine[]; field: ManyField; called: boolean }>()
  const takenBack = shallowRef<ManyLine[]>()

  async function send(references: readonly number[], deed: ManyDeed, trial: boolean): Promise<ManyLine[]> {
    const lines: ManyLine[] = []
    progress.value = { done: 0, of: references.length }
    try {
      for (let from = 0; from < references.length && !called.value; from += AT_ONCE) {
        const body = { references: references.slice(from, from + AT_ONCE), fields: {}, ...deed, trial }
        lines.push(...(await api('POST /api/tickets/many', { body })).lines)
        progress.value = { done: lines.length, of: references.length }
      }
    } catch (thrown) {
      error.value = thrown
    } finally {
      progress.value = undefined
    }
    return lines
  }
  function begin(): void {
    called.value = false
    error.value = undefined
    takenBack.value = undefined
  }
  async function look(references: readonly number[], deed: ManyDeed) {
    begin()
    looked.value = await send(references, deed, true)
  }
  async function change(references: readonly number[], deed: ManyDeed) {
    begin()
    const lines = await send(references, deed, false)
    report.value = { lines, field: deed.field, called: called.value }
    looked.value = undefined
  }
  /** Each value as it was; those that had the same go together. */
  async function undo(): Promise<void> {
    if (!report.value) return
    const { lines, field } = report.value
    begin()
    const byValue = new Map<string, { before: FieldValue | null; references: number[] }>()
    for (const { before, reference } of lines.filter((each) => each.changes)) {
      const key = JSON.stringify(before)
      byValue.set(key, { before, references: [...(byValue.get(key)?.references ?? []), reference] })
    }
    const back: ManyLine[] = []
    for (const { before, references } of byValue.values())
      back.push(...(await send(references, { field, value: before }, false)))
    // What could not be taken back can be tried again.
    if (error.value === undefined) report.value = undefined
    takenBack.value = back
  }
  return { progress, called, error, looked, report, takenBack, look, change, undo }
}
