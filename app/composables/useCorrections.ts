import { oneAt } from '~~/core/lookup'
/** Values that people set instead of what a rule of triage had said. */
export type Correction = AnswerOf<'GET /api/triage/corrections'>['corrections'][number]

/** How often people overruled the rules of triage in the last 90 days. */
export function useCorrections() {
  const corrections = ref<Correction[]>([])
  onMounted(async () => {
    const page = await beside('How often rules were overruled', api('GET /api/triage/corrections'))
    corrections.value = page?.corrections ?? []
  })
  /** Of one rule: how often, and what was set most. */
  function of(article: string): { count: number; most: Correction } | undefined {
    const here = corrections.value.filter((one) => one.article === article)
    if (!here.length) return undefined
    return { count: here.reduce((sum, one) => sum + one.count, 0), most: oneAt(here, 0) }
  }
  return { corrections, of }
}
