/** How many tickets of the last 90 days each rule of Design decided something about. */
export function useDecided() {
  const rules = ref<Record<string, number>>()
  onMounted(async () => {
    const page = await beside('How much each rule decided', api('GET /api/triage/decided'))
    rules.value = page?.rules
  })
  /** Of one rule; undefined until it is known. */
  const of = (rule: string): number | undefined => (rules.value ? (rules.value[rule] ?? 0) : undefined)
  return { of }
}
