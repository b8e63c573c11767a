import type { Asking } from './useAsking'
import { isRecord } from '~~/core/lookup'
import { answersIn } from './answersIn'

/**
 * What was typed into a form survives a closed tab, for whoever typed it; gone once it is sent or solved.
 * @param store where this browser keeps it
 */
export function useKeptAnswers(store: string, state: Ref<Asking>): void {
  const session = useSession()
  function read(): Record<string, unknown> | undefined {
    try {
      const kept = JSON.parse(localStorage.getItem(store) ?? 'null') as unknown
      return isRecord(kept) && kept.by === session.me?.id ? kept : undefined
    } catch {
      localStorage.removeItem(store)
      return undefined
    }
  }
  function restore(): void {
    const kept = state.value.fresh ? read() : undefined
    if (!kept) return
    const { answers } = state.value
    for (const name of Object.keys(answers)) Reflect.deleteProperty(answers, name)
    Object.assign(answers, answersIn(kept.answers))
    if (typeof kept.key === 'string' && kept.key) state.value.key = kept.key
  }
  onMounted(() => {
    restore()
    watch(
      () => state.value.answers,
      (answers) => {
        // Other answers are another request.
        state.value.key = crypto.randomUUID()
        localStorage.setItem(store, JSON.stringify({ answers, key: state.value.key, by: session.me?.id }))
      },
      { deep: true },
    )
  })
  watch(
    () => Boolean(state.value.sent) || state.value.solved,
    (isOver) => isOver && localStorage.removeItem(store),
  )
  onMounted(() => state.value.sent && localStorage.removeItem(store))
}
