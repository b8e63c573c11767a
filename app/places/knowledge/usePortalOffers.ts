/** The portals by name, for whatever is shown on one or on all of them. */
export function usePortalOffers() {
  const { data } = useQuery({
    key: ['viewWords'],
    query: ({ signal }) => api('GET /api/views/words', { signal }),
  })
  return computed(() => data.value?.names.portal ?? [])
}
