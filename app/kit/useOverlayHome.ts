import { getCurrentInstance, onMounted, shallowRef } from 'vue'

const CALLED = 'overlays'

/** The place for overlays in a part of the page, at its end; made when it is first needed. */
function placeIn(part: Element): HTMLElement {
  for (const child of part.children)
    if (child.className === CALLED && child instanceof HTMLElement) return child
  const place = document.createElement('div')
  place.className = CALLED
  return part.appendChild(place)
}

/**
 * Where something that lies over the page belongs: into the part of it that it was opened from, so that whoever reads with
 * their ears finds it there. Given to the library's `append-to`. It has a place of its own there: beside what it was
 * opened from it would go with that in the very moment in which Vue puts something else in its place, and looks for it.
 */
export function useOverlayHome() {
  const home = shallowRef<HTMLElement | 'body'>('body')
  const instance = getCurrentInstance()
  onMounted(() => {
    const node: unknown = instance?.proxy?.$el
    const from = node instanceof Element ? node : node instanceof Node ? node.parentElement : null
    const part = from?.closest('[role="dialog"], main') ?? from?.closest('header')
    if (part) home.value = placeIn(part)
  })
  return home
}
