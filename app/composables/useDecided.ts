import { touchedBy, type Design, type DesignChange, type TicketsBy } from '~~/core/design'

/** How many tickets of the last 90 days went by each rule and each thing of Design. */
export function useDecided() {
  const by = ref<TicketsBy>()
  onMounted(async () => {
    by.value = await beside('How much each rule decided', api('GET /api/triage/decided'))
  })
  /** Of one rule; undefined until it is known. */
  const of = (rule: string): number | undefined => (by.value ? (by.value.rules[rule] ?? 0) : undefined)
  /** Of what a change is about; undefined until it is known, and where nothing tells. */
  const touched = (change: DesignChange, design: Design): number | undefined =>
    by.value && touchedBy(change, design, by.value)
  return { of, touched }
}
