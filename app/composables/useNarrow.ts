const NARROW = '(max-width: 900px)'

/**
 * Whether the window has room for one page at a time only; known from the start, since a page that is drawn in another
 * way right after asks for everything in vain.
 */
export function useNarrow() {
  const media = import.meta.client ? matchMedia(NARROW) : undefined
  const narrow = ref(media?.matches ?? false)
  const look = () => (narrow.value = media?.matches ?? false)
  onMounted(() => media?.addEventListener('change', look))
  onBeforeUnmount(() => media?.removeEventListener('change', look))
  return narrow
}
