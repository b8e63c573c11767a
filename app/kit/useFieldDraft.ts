import { computed, nextTick, ref, shallowRef, watch, type Ref } from 'vue'

/**
 * Takes what somebody has entered over, where a field is not part of a form that is sent as a whole.
 * @throws whatever says why it was not taken; its words stand at the field then, and nothing typed is lost
 */
export type Commit<T> = (now: T, before: T) => unknown

interface Options<T> {
  /** What it is as far as the page knows. */
  given: () => T
  /** Hears of each letter. */
  tell: (now: T) => void
  /** Takes it over once the eye goes on; none in a form. */
  commit?: () => Commit<T> | undefined
}

const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b)
const messageOf = (error: unknown) => (error instanceof Error ? error.message : String(error))

/**
 * What is being entered into a field. An answer of the server that draws the page anew does not touch it; what somebody
 * else made of it meanwhile is told beside it.
 */
export function useFieldDraft<T>({ given, tell, commit }: Options<T>) {
  const draft = ref(given()) as Ref<T>
  /** What the field was when its draft began. */
  const base = shallowRef(given())
  const busy = ref(false)
  const failed = ref('')
  const dirty = computed(() => !same(draft.value, base.value))
  /** What somebody else has made of it while it was being changed here. */
  const theirs = computed(() => {
    const now = given()
    return dirty.value && !same(now, base.value) && !same(now, draft.value) ? now : undefined
  })
  watch(given, (now) => {
    if (same(now, draft.value)) base.value = now
    else if (!dirty.value) base.value = draft.value = now
  })

  function put(now: T): void {
    draft.value = now
    failed.value = ''
    tell(now)
  }
  function cancel(): void {
    put(given())
    base.value = given()
  }
  /** Escape puts a field back that is changed in place; in a form it leaves the form. */
  function escape(event: KeyboardEvent): void {
    if (!commit?.()) return
    event.stopPropagation()
    cancel()
  }
  /** Takes over what is entered, if it is something new. */
  async function settle(): Promise<void> {
    const take = commit?.()
    if (!take || !dirty.value || busy.value) return
    const [now, before, was] = [draft.value, base.value, given()]
    busy.value = true
    try {
      await take(now, before)
      base.value = now
      failed.value = ''
      await nextTick()
      // Whoever takes it may write it in another way.
      if (!same(given(), was) && same(draft.value, now)) base.value = draft.value = given()
    } catch (error) {
      failed.value = messageOf(error)
    } finally {
      busy.value = false
    }
    // What was typed while it was on its way goes after it; what is refused waits for its person.
    if (!failed.value && !same(draft.value, now)) await settle()
  }

  return { draft, dirty, theirs, busy, failed, put, cancel, escape, settle }
}
