/** How often each item of the catalog is asked for; counting takes longer than a page may wait. */
export function useCatalogUse() {
  const use = ref<AnswerOf<'GET /api/catalog/use'>>()
  const isUncounted = ref(false)
  void api('GET /api/catalog/use')
    .then((counted) => (use.value = counted))
    .catch(() => (isUncounted.value = true))
  return { use, isUncounted }
}
