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

/** An edition in the list of all. */
export interface EditionLine {
  number: number
  note: string
  published_at: number
  by: string | null
}

/** A published edition, with what it changed. */
export interface EditionPage {
  number: number
  document: Design
  note: string
  published_at: number
  changes: DesignChange[]
}

type Id = string

/** A change of one thing: as it was, and as it shall be; null where there is none. */
export interface DraftStep {
  list: string
  id: Id
  before: unknown
  after: unknown
}

/** The draft on the screen: read, changed one thing at a time, taken back, published. */
export function useDraft() {
  const draft = ref<DraftPage>()
  const error = ref<ApiError>()
  // What was done together is taken back together.
  const undone = ref<DraftStep[][]>([])
  const done = ref<DraftStep[][]>([])

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

  const patch = (changes: DraftStep[]) =>
    ask(() => api<DraftPage>('/api/draft', { method: 'PATCH', body: { changes } }))

  /** Changes several things, all or none; they are taken back together. */
  async function changeAll(changes: DraftStep[]): Promise<boolean> {
    // A copy without Vue's proxies: what is sent is what is on the screen now.
    const copy = JSON.parse(JSON.stringify(changes)) as DraftStep[]
    const steps = copy.filter((one) => JSON.stringify(one.before) !== JSON.stringify(one.after))
    if (!steps.length) return true
    if (!(await patch(steps))) return false
    done.value.push(steps)
    undone.value = []
    return true
  }

  /** Changes one thing; it can be taken back. */
  const change = (list: string, id: Id, before: unknown, after: unknown) =>
    changeAll([{ list, id, before, after }])

  async function undo(): Promise<void> {
    const steps = done.value[done.value.length - 1]
    if (!steps) return
    const back = [...steps].reverse().map((one) => ({ ...one, before: one.after, after: one.before }))
    if (!(await patch(back))) return
    done.value.pop()
    undone.value.push(steps)
  }

  async function redo(): Promise<void> {
    const steps = undone.value[undone.value.length - 1]
    if (!steps || !(await patch(steps))) return
    undone.value.pop()
    done.value.push(steps)
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

  return { draft, busy, error, done, undone, load, change, changeAll, undo, redo, publish, discard }
}

/** What an article page needs: the design to show, whether it may be changed, and how. */
export interface ArticleProps {
  design: Design
  readonly: boolean
  findings: Finding[]
  change: (list: string, id: Id, before: unknown, after: unknown) => Promise<boolean>
  changeAll: (changes: DraftStep[]) => Promise<boolean>
}
