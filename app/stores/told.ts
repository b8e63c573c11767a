import { defineStore } from 'pinia'
import { toast } from '~/kit/toast'

type Told = AnswerOf<'GET /api/messages/mine'>
export type ToldRow = Told['rows'][number]

/** What the person in front of the screen was told, and how much of it they have not seen. */
export const useTold = defineStore('told', () => {
  const session = useSession()
  const cache = useQueryCache()
  /** Of this person: another one may sign in at the same screen. */
  const key = () => ['told', session.me?.id ?? '']
  const list = useQuery({
    key,
    query: ({ signal }) => api('GET /api/messages/mine', { signal }),
    enabled: () => Boolean(session.me?.staff),
  })
  const rows = computed<readonly ToldRow[]>(() => list.data.value?.rows ?? [])
  const unseen = computed(() => list.data.value?.unseen ?? 0)

  /** Everything that is there now counts as seen, at once. */
  async function see() {
    const mine = key()
    const before = cache.getQueryData<Told>(mine)
    if (!before?.unseen) return
    cache.cancelQueries({ key: mine })
    const after = { ...before, unseen: 0 }
    cache.setQueryData(mine, after)
    try {
      await api('POST /api/messages/seen')
    } catch {
      // Nothing is lost: they count as new again, and are shown as such.
      if (cache.getQueryData(mine) === after) cache.setQueryData(mine, before)
    }
  }

  /** Says of the ticket of a message that one has it. */
  async function acknowledge(reference: number) {
    try {
      await api('POST /api/tickets/{reference}/acknowledge', { path: { reference } })
      await list.refetch()
    } catch (error) {
      toast(asApiError(error).problem.detail, { bad: true })
    }
  }

  const load = () => list.refetch()
  return {
    rows,
    unseen,
    error: list.error,
    loaded: computed(() => !list.isPending.value),
    load,
    see,
    acknowledge,
  }
})
