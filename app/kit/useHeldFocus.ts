/** A focus that comes within so many milliseconds of the end of the opening was the library's, not somebody's. */
const AT_ONCE = 8

/**
 * Lets whoever moved on while a dialog still opened stay where they are: the library puts the cursor into the first
 * field once the movement is over, and what is typed by then would go on there.
 */
export function useHeldFocus() {
  let left: HTMLElement | undefined
  let at = 0
  return {
    /** For the dialog: something in it has the focus. */
    onFocusin(event: FocusEvent) {
      const { currentTarget, relatedTarget } = event
      const isWithin = currentTarget instanceof Node && relatedTarget instanceof HTMLElement
      left = isWithin && currentTarget.contains(relatedTarget) ? relatedTarget : undefined
      at = performance.now()
    },
    /** For its movement: it is over, and the library has put the cursor where it wants it. */
    onAfterEnter() {
      if (left?.isConnected && performance.now() - at < AT_ONCE) left.focus()
      left = undefined
    },
  }
}
