/** Whether the window has room for one page at a time only. */
export function useNarrow() {
  const narrow = ref(false)
  let media: MediaQueryList | undefined
  const look = () => (narrow.value = media?.matches ?? false)
  onMounted(() => {
    media = matchMedia('(max-width: 900px)')
    media.addEventListener('change', look)
    look()
  })
  onBeforeUnmount(() => media?.removeEventListener('change', look))
  return narrow
}
