/**
 * Escape in a slip: a list that is open in it is shut by it first, else the slip is left. Taken on its way down, since a
 * list that is shut keeps the key to itself; and told to nobody else, for whom it would mean something too.
 * @param event an Escape, as `@keydown.esc.capture` gives it
 */
export function leaveSlip(event: KeyboardEvent, leave: () => unknown): void {
  const { target } = event
  if (target instanceof Element && target.closest('[aria-expanded="true"], .p-select-overlay')) return
  event.stopPropagation()
  leave()
}
