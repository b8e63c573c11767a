/**
 * An edge is drawn in steps while a pointer holds it.
 * @param step how wide one is, in pixels
 * @param told called with so many steps as it has moved since it was called last, less than none to the left
 * @param ended whether it was let go there, and had moved; not where the pointer was taken away
 */
export function drawEdge(
  event: PointerEvent,
  { step, told, ended }: { step: number; told: (steps: number) => void; ended: (isMeant: boolean) => void },
): void {
  event.preventDefault()
  const edge = event.currentTarget as HTMLElement
  edge.setPointerCapture(event.pointerId)
  let before = 0
  const moved = ({ clientX }: PointerEvent) => {
    const steps = Math.round((clientX - event.clientX) / step)
    if (steps !== before) told(steps - before)
    before = steps
  }
  const over = new AbortController()
  const end = ({ type }: PointerEvent) => {
    over.abort()
    ended(type === 'pointerup' && before !== 0)
  }
  edge.addEventListener('pointermove', moved, over)
  edge.addEventListener('pointerup', end, over)
  edge.addEventListener('pointercancel', end, over)
}
