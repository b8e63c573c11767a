import type { PastPair, Suggested, Weighing } from '~~/core/similar'
import type { SuggestionRequest } from '~/workers/suggestWeighing'

/** Weights tried in a worker of their own: the page goes on meanwhile. What was asked before is dropped. */
export function useSuggestion() {
  const suggestion = shallowRef<Suggested>()
  const busy = ref(false)
  let worker: Worker | undefined
  function stop() {
    worker?.terminate()
    worker = undefined
    busy.value = false
  }
  function suggest(pairs: PastPair[], weighing: Pick<Weighing, 'signs'>) {
    stop()
    suggestion.value = undefined
    busy.value = true
    const fresh = new Worker(new URL('../../../workers/suggestWeighing.ts', import.meta.url), {
      type: 'module',
    })
    fresh.onmessage = ({ data }: MessageEvent<Suggested>) => {
      suggestion.value = data
      stop()
    }
    fresh.onerror = stop
    worker = fresh
    const request: SuggestionRequest = { pairs: toPlain(pairs), weighing: { signs: { ...weighing.signs } } }
    fresh.postMessage(request)
  }
  onScopeDispose(stop)
  return { suggestion, busy, suggest }
}

/** A worker takes plain data only. */
const toPlain = (pairs: PastPair[]): PastPair[] => JSON.parse(JSON.stringify(pairs)) as PastPair[]
