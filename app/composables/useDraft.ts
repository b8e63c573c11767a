import type { Design, DesignChange, Finding } from '~~/core/design'

export interface DraftPage {
  version: number
  edition: number
  begun: boolean
  design: Design
  findings: Finding[]
  changes: DesignChange[]
  authors: { list: string; thing: string; by: string; at: number }[]
}

type Id = string

/** The draft on the screen: read, changed one thing at a time, taken back, published. */
export function useDraft() {
  const draft = ref<DraftPage>()
  const error = ref<ApiError>()
  const undone = ref<{ list: string; id: Id; before: unknown; after: unknown }[]>([])
  const done = ref<{ list: string; id: Id; before: unknown; after: unknown }[]>([])

  /** How many of our own changes are on their way. */
  const busy = ref(0)

  async function ask(work: () => Promise<DraftPage>): Promise<boolean> {
    busy.value++
    try {
      draft.value = await work()
      error.value = undefined
      return true
    } catch (thrown) {
      error.value = asApiError(thrown)
      // After a refusal the truth is asked again, so that the screen shows what is really there.
      if (error.value.problem.status === 409)
        draft.value = await api<DraftPage>('/api/draft').catch(() => draft.value)
      return false
    } finally {
      busy.value--
    }
  }

  const load = () => ask(() => api<DraftPage>('/api/draft'))

  const patch = (change: { list: string; id: Id; before: unknown; after: unknown }) =>
    ask(() => api<DraftPage>('/api/draft', { method: 'PATCH', body: change }))

  /** Changes one thing; it can be taken back. */
  async function change(list: string, id: Id, before: unknown, after: unknown): Promise<boolean> {
    // A copy without Vue's proxies: what is sent is what is on the screen now.
    const step = JSON.parse(JSON.stringify({ list, id, before, after })) as {
      list: string
      id: Id
      before: unknown
      after: unknown
    }
    if (JSON.stringify(step.before) === JSON.stringify(step.after)) return true
    if (!(await patch(step))) return false
    done.value.push(step)
    undone.value = []
    return true
  }

  async function undo(): Promise<void> {
    const step = done.value[done.value.length - 1]
    if (!step || !(await patch({ ...step, before: step.after, after: step.before }))) return
    done.value.pop()
    undone.value.push(step)
  }

  async function redo(): Promise<void> {
    const step = undone.value[undone.value.length - 1]
    if (!step || !(await patch(step))) return
    undone.value.pop()
    done.value.push(step)
  }

  async function publish(
    version: number,
    note: string,
    openTickets: 'keep' | 'follow',
  ): Promise<number | undefined> {
    busy.value++
    try {
      const { edition } = await api<{ edition: number }>('/api/draft/publish', {
        method: 'POST',
        body: { version, note, openTickets },
      })
      done.value = undone.value = []
      await load()
      return edition
    } catch (thrown) {
      error.value = asApiError(thrown)
      return undefined
    } finally {
      busy.value--
    }
  }

  async function discard(): Promise<void> {
    if (await ask(() => api<DraftPage>('/api/draft', { method: 'DELETE' }))) done.value = undone.value = []
  }

  return { draft, busy, error, done, undone, load, change, undo, redo, publish, discard }
}

/** What an article page needs: the design to show, whether it may be changed, and how. */
export interface ArticleProps {
  design: Design
  readonly: boolean
  findings: Finding[]
  change: (list: string, id: Id, before: unknown, after: unknown) => Promise<boolean>
}
