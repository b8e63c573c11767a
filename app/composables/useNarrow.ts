/**
 * Whether the window is like that; known from the start, since a page that is drawn in another way right after asks for
 * everything in vain.
 * @param query as `matchMedia` takes it
 */
function useMedia(query: string) {
  const media = import.meta.client ? matchMedia(query) : undefined
  const fits = ref(media?.matches ?? false)
  const look = () => (fits.value = media?.matches ?? false)
  onMounted(() => media?.addEventListener('change', look))
  onBeforeUnmount(() => media?.removeEventListener('change', look))
  return fits
}

/** Whether the window has room for one page at a time only. */
export const useNarrow = () => useMedia('(max-width: 900px)')

/** Whether it is as slim as a phone. */
export const useSlim = () => useMedia('(max-width: 520px)')
