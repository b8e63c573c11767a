import { nextTick, ref } from 'vue'

/** What the library's list has beside its types. */
interface List {
  focusedOptionIndex: number
  filterValue: string | null
  overlayVisible: boolean
  visibleOptions: unknown[]
  isOptionDisabled(option: unknown): boolean
}

const isHeading = (one: unknown) => typeof one === 'object' && one !== null && 'optionGroup' in one

/** In a list that is looked through, what fits best is marked, so that Enter alone chooses it; the library marks nothing. */
export function useFirstMarked() {
  const list = ref<List>()
  async function markFirst(): Promise<void> {
    await nextTick()
    const shown = list.value
    if (shown)
      shown.focusedOptionIndex = shown.visibleOptions.findIndex(
        (one) => !isHeading(one) && !shown.isOptionDisabled(one),
      )
  }
  /** Once the words have the focus the library takes every mark away, a tenth of a second late: whoever types fast had theirs by then. */
  function markAgain(): void {
    if (list.value?.overlayVisible && list.value.filterValue) void markFirst()
  }
  return { list, markFirst, markAgain }
}
