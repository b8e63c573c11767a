import { defineStore } from 'pinia'

/** A key that does something where its place is on the screen. */
export interface Shortcut {
  /** As people write it: `r`, `?`, `Shift x`, `Ctrl k`. */
  keys: string
  /** What it does, for the help and for tooltips. */
  says: string
  run: (event: KeyboardEvent) => unknown
  /** Whether there is anything to do now. */
  when?: () => boolean
}

/** Keys of one place; those of what is open there come and go. */
interface Sheet {
  place: string
  shortcuts: MaybeRefOrGetter<readonly Shortcut[]>
}

/**
 * What was pressed, as a shortcut is written. Shift is said of letters only: what else it makes is a key of its own.
 * @example pressedKeys(new KeyboardEvent('keydown', { key: 'K', metaKey: true })) // 'Ctrl k'
 */
export function pressedKeys({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyboardEvent): string {
  const isLetter = /^\p{L}$/u.test(key)
  const held = [(ctrlKey || metaKey) && 'Ctrl', altKey && 'Alt', shiftKey && isLetter && 'Shift']
  return [...held, isLetter ? key.toLowerCase() : key].filter(Boolean).join(' ')
}

/** Every key that does something now; the help lists them, and none does it while somebody types. */
export const useShortcutSheets = defineStore('shortcuts', () => {
  const sheets = shallowRef<readonly Sheet[]>([])

  function listen(event: KeyboardEvent): void {
    if (event.defaultPrevented || event.isComposing) return
    const keys = pressedKeys(event)
    const isHeld = /^(?:Ctrl|Alt) /.test(keys)
    if (!isHeld && isTyping(event)) return
    // What came last lies on top.
    for (const { shortcuts } of sheets.value.toReversed())
      for (const one of toValue(shortcuts))
        if (one.keys === keys && (one.when?.() ?? true)) {
          event.preventDefault()
          one.run(event)
          return
        }
  }

  function add(sheet: Sheet): () => void {
    if (!sheets.value.length) addEventListener('keydown', listen)
    sheets.value = [...sheets.value, sheet]
    return () => {
      sheets.value = sheets.value.filter((one) => one !== sheet)
      if (!sheets.value.length) removeEventListener('keydown', listen)
    }
  }

  return { sheets, add }
})

/** The keys of a place, for as long as it is on the screen. */
export function useShortcuts(place: string, shortcuts: Sheet['shortcuts']): void {
  const { add } = useShortcutSheets()
  let remove: (() => void) | undefined
  onMounted(() => (remove = add({ place, shortcuts })))
  onBeforeUnmount(() => remove?.())
}
