import { nextTick, ref } from 'vue'

/** In a list that is looked through, what fits best is marked, so that Enter alone chooses it; the library marks nothing. */
export function useFirstMarked() {
  /** The control, with what its types leave out. */
  const list = ref<{ focusedOptionIndex: number }>()
  async function markFirst(): Promise<void> {
    await nextTick()
    if (list.value) list.value.focusedOptionIndex = 0
  }
  return { list, markFirst }
}
