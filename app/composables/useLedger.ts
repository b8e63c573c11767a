import type { EntryKey } from '@pinia/colada'

/** A page of rows, and where the next one goes on. */
export interface LedgerPage<Row = unknown> {
  rows: Row[]
  next?: string | number | null
}

export interface LedgerAsk<Page extends LedgerPage> {
  limit: number
  /** What the page before said in `next`. */
  after?: NonNullable<Page['next']>
  /** The answer before, where its moment has to be given back. */
  before?: Page
  signal?: AbortSignal
}

interface Ledger<Page extends LedgerPage> {
  /** Under which it is kept; all that narrows it down is in it. */
  key: () => EntryKey
  ask: (what: LedgerAsk<Page>) => Promise<Page>
  keyOf: (row: Page['rows'][number]) => string | number
  /** Rows of one page. */
  size?: number
  /** The most rows the server gives at once. */
  most?: number
}

/**
 * A list of the server's rows, page by page. When it has become old, what is shown of it is asked for in one question;
 * what is narrowed down otherwise begins anew, and shows the rows before until then.
 */
export function useLedger<Page extends LedgerPage>({ key, ask, keyOf, size = 60, most = 500 }: Ledger<Page>) {
  type Row = Page['rows'][number]
  const cache = useQueryCache()
  const shown = (at: EntryKey) => cache.getQueryData<Page>(at)
  /** Rows further down than the server gives at once stay as they are. */
  function withTail(fresh: Page, before: Page | undefined, limit: number): Page {
    const known = new Set(fresh.rows.map(keyOf))
    const tail = (before?.rows ?? []).slice(limit).filter((row) => !known.has(keyOf(row)))
    return tail.length ? { ...fresh, rows: [...fresh.rows, ...tail], next: before?.next } : fresh
  }
  const list = useQuery<Page>({
    key,
    query: async ({ signal, entry }) => {
      const before = entry.state.value.data as Page | undefined
      const limit = Math.min(most, Math.max(size, before?.rows.length ?? 0))
      return withTail(await ask({ limit, signal }), shown(entry.key) ?? before, limit)
    },
    placeholderData: (before) => before as Page | undefined,
  })

  let growing = false
  const problem = shallowRef<unknown>()
  /** Reads one page more. */
  async function more(): Promise<void> {
    const before = list.data.value
    const at = key()
    if (growing || before?.next === undefined || before.next === null || list.isPlaceholderData.value) return
    growing = true
    problem.value = undefined
    try {
      const page = await ask({ limit: size, after: before.next, before })
      if (JSON.stringify(key()) !== JSON.stringify(at)) return
      const now = shown(at) ?? before
      const known = new Set(now.rows.map(keyOf))
      const fresh = page.rows.filter((row: Row) => !known.has(keyOf(row)))
      cache.setQueryData(at, { ...now, ...page, rows: [...now.rows, ...fresh], next: page.next })
    } catch (error) {
      problem.value = error
    } finally {
      growing = false
    }
  }

  const rows = computed<Row[]>(() => list.data.value?.rows ?? [])
  const error = computed(() => list.error.value ?? problem.value)
  return {
    page: list.data,
    rows,
    more,
    error,
    /** Nothing is known yet. */
    loading: computed(() => list.isPending.value && !list.data.value),
    /** What is shown was narrowed down otherwise; the answer is on its way. */
    isOld: list.isPlaceholderData,
    again: () => list.refetch(),
  }
}
