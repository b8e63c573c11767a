import { getCurrentInstance, onMounted, shallowRef } from 'vue'

/**
 * Where something that lies over the page belongs: into the part of it that it was opened from, so that whoever reads with
 * their ears finds it there. Given to the library's `append-to`.
 */
export function useOverlayHome() {
  const home = shallowRef<HTMLElement | 'body'>('body')
  const instance = getCurrentInstance()
  onMounted(() => {
    const node: unknown = instance?.proxy?.$el
    const from = node instanceof Element ? node : node instanceof Node ? node.parentElement : null
    home.value = from?.closest<HTMLElement>('[role="dialog"], main, header') ?? 'body'
  })
  return home
}
