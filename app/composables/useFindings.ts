import type { DirectoryData, Finding } from '~~/core/design'
import type { DraftPage } from '~/places/design/DraftChanges'
import { LiveFindings } from '~/places/design/liveFindings'
import type { ProofreadingAnswer, ProofreadingRequest } from '~/workers/proofreadDraft'

/**
 * What proofreading finds in the draft, as it stands on the screen: found in a worker right after each change. Until that
 * knows, or where it fails, it is what the desk found in the draft it has.
 */
export function useFindings(draft: Ref<DraftPage | undefined>) {
  const directory = useQuery({
    key: ['directory', 'proofreading'],
    query: ({ signal }) => api('GET /api/draft/directory', { signal }),
    enabled: () => draft.value !== undefined,
  })
  const live = shallowRef<Finding[]>()
  const proofreader = new LiveFindings(begin, (findings) => (live.value = findings))
  if (import.meta.client) {
    watch(
      [() => draft.value?.design, directory.data],
      ([design, data]) => {
        if (design && data) proofreader.read(toRaw(design), toRaw(data) as DirectoryData)
        else live.value = undefined
      },
      { immediate: true },
    )
    onBeforeUnmount(() => proofreader.end())
  }
  return computed(() => {
    const known = draft.value?.findings ?? []
    // The worker is not told of everybody: whether somebody exists the desk says.
    return live.value ? [...live.value, ...known.filter((one) => one.refersTo?.what === 'person')] : known
  })
}

function begin(answered: (answer: ProofreadingAnswer) => void, failed: () => void) {
  const worker = new Worker(new URL('../workers/proofreadDraft.ts', import.meta.url), { type: 'module' })
  worker.addEventListener('message', ({ data }: MessageEvent<ProofreadingAnswer>) => answered(data))
  worker.addEventListener('error', failed)
  worker.addEventListener('messageerror', failed)
  return {
    // As text: what came out of a page has Vue's proxies within, which cannot be sent to a worker.
    ask: (request: ProofreadingRequest) => worker.postMessage(JSON.stringify(request)),
    end: () => worker.terminate(),
  }
}
