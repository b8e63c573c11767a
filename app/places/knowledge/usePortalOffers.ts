/** The portals by name, for whatever is shown on one or on all of them. */
export function usePortalOffers() {
  const { data } = useViewWords()
  return computed(() => data.value?.names.portal ?? [])
}
