/**
 * Does something once what has just changed stands on the screen: the last that was asked for, once for many. It is done
 * in any case before the page is left.
 * @example
 * const later = useAfterPaint()
 * later(() => sessionStorage.setItem('draft', JSON.stringify(large)))
 */
export function useAfterPaint(): (work: () => void) => void {
  let waiting: (() => void) | undefined
  function now() {
    waiting?.()
    waiting = undefined
  }
  onMounted(() => window.addEventListener('pagehide', now))
  onBeforeUnmount(() => {
    window.removeEventListener('pagehide', now)
    now()
  })
  return (work) => {
    const isAsked = waiting !== undefined
    waiting = work
    // A frame is drawn after its callbacks; what comes after them comes after it.
    if (!isAsked) requestAnimationFrame(() => setTimeout(now))
  }
}
