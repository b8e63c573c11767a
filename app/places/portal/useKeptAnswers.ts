import type { Asking } from './useAsking'
import { isRecord } from '~~/core/lookup'
import { answersIn } from './answersIn'

const isFile = (value: unknown): value is { name: string; size: number } =>
  isRecord(value) && typeof value.name === 'string' && typeof value.size === 'number'

/**
 * What was typed into a form, the step one had come to, and what the sent files are called survive a
 * closed tab, for whoever typed it; gone once it is sent or solved.
 * @param store where this browser keeps it
 */
export function useKeptAnswers(store: string, state: Ref<Asking>) {
  let isForgetting = false
  const session = useSession()
  const { names } = useSentFiles()
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
    if (Number.isInteger(kept.at)) state.value.at = Math.max(0, Number(kept.at))
    if (typeof kept.picked === 'string') state.value.picked = kept.picked
    state.value.asBefore = state.value.isKept = Object.keys(answers).length > 0
    for (const [id, file] of Object.entries(isRecord(kept.files) ? kept.files : {}))
      if (isFile(file)) names.value[id] ??= file
  }
  function keep(): void {
    const { answers, key, at, picked } = state.value
    const ids = new Set(Object.values(answers).flat().map(String))
    const files = Object.fromEntries(Object.entries(names.value).filter(([id]) => ids.has(id)))
    localStorage.setItem(store, JSON.stringify({ answers, key, at, files, picked, by: session.me?.id }))
  }
  onMounted(() => {
    restore()
    watch(
      () => [state.value.answers, state.value.picked],
      () => {
        if (isForgetting) return void (isForgetting = false)
        state.value.isKept = true
        // Other answers are another request.
        state.value.key = crypto.randomUUID()
        keep()
      },
      { deep: true },
    )
    // Where one had come to, once something is answered.
    watch(
      () => state.value.at,
      () => state.value.isKept && keep(),
    )
  })
  watch(
    () => Boolean(state.value.sent) || state.value.solved,
    (isOver) => isOver && localStorage.removeItem(store),
  )
  onMounted(() => state.value.sent && localStorage.removeItem(store))
  return {
    /** What is put in order next is no more kept: somebody begins anew. */
    forget(): void {
      isForgetting = true
      localStorage.removeItem(store)
    },
  }
}
