import type { Analysis, DecisionTable, Domains } from '~~/core/table'
import type { AnalysisAnswer, AnalysisRequest } from '../workers/analyseTable'

/** The analysis of a table, worked out anew in a worker whenever the table changes. */
export function useTableAnalysis(table: Ref<DecisionTable | undefined>, domains: Ref<Domains>) {
  const analysis = shallowRef<Analysis>()
  const busy = ref(false)
  const failed = ref(false)
  let worker: Worker | undefined
  let question = 0

  function begin(): Worker {
    const fresh = new Worker(new URL('../workers/analyseTable.ts', import.meta.url), { type: 'module' })
    fresh.addEventListener('message', ({ data }: MessageEvent<AnalysisAnswer>) => {
      if (data.question !== question) return
      analysis.value = data.analysis
      busy.value = false
    })
    fresh.addEventListener('error', () => {
      busy.value = false
      failed.value = true
    })
    return fresh
  }

  function ask() {
    if (!table.value || !import.meta.client) return
    // What is still being worked out is about a table that is not there any more.
    if (busy.value) {
      worker?.terminate()
      worker = undefined
    }
    worker ??= begin()
    busy.value = true
    failed.value = false
    // A copy without Vue's proxies, which cannot be sent to a worker.
    const request = JSON.parse(
      JSON.stringify({ question: ++question, table: table.value, domains: domains.value }),
    ) as AnalysisRequest
    worker.postMessage(request)
  }

  onMounted(ask)
  onBeforeUnmount(() => worker?.terminate())
  let waiting: ReturnType<typeof setTimeout> | undefined
  watch([table, domains], () => {
    clearTimeout(waiting)
    waiting = setTimeout(ask, 150)
  })
  return { analysis, busy, failed }
}
