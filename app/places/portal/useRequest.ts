import { isOneOf, textsIn } from '~~/core/lookup'
import { VERDICTS } from '~~/core/ticket/command'

interface Answering {
  text: string
  files: string[]
  /** Somebody wants to call it off, and is asked once. */
  leaving: boolean
  /** It is done for the desk, and not for whoever asked. */
  notSolved: boolean
  /** It came to the desk. */
  done?: 'answer' | 'withdraw'
  /** What they say to how it was done. */
  word: string
}

function keptFiles(text: FormDataEntryValue | undefined): string[] {
  try {
    return textsIn(JSON.parse(String(text ?? '[]')))
  } catch {
    return []
  }
}

type Page = AnswerOf<'GET /api/requests/{reference}'>

/** A request as its reader gets it. */
export const requestQuery = (reference: number) => ({
  key: ['ticket', reference, 'request'],
  query: () => api('GET /api/requests/{reference}', { path: { reference } }),
})

/** Everything that the reader of a request can do to it. @param page the request, once it is there */
export function useRequest(portal: string, reference: number, page: Ref<Page | undefined>) {
  const cache = useQueryCache()
  const { query } = useRoute()
  const path = { reference }
  const state = usePageState<Answering>(`answering-${reference}`, () => ({
    ...{ text: '', files: [], leaving: false, notSolved: false, word: page.value?.rating?.text ?? '' },
    done: isOneOf(['answer', 'withdraw'] as const, query.told) ? query.told : undefined,
  }))
  const { busy, error: refused, run } = usePageDeed(`answering-${reference}-refused`)
  /** Does something to it; the page is that which comes of it. */
  async function put(act: () => Promise<Page | null | undefined>, told?: string): Promise<Page | undefined> {
    const now = await run(act)
    if (!now) return undefined
    // A page that was sent something would send it again when it is loaded anew.
    if (import.meta.server) await navigateTo({ query: { told } }, { redirectCode: 303 })
    else cache.setQueryData(requestQuery(reference).key, now)
    return now
  }

  async function tell(what: 'answer' | 'withdraw') {
    const { text, files } = state.value
    const now = await put(
      () =>
        what === 'answer'
          ? api('POST /api/requests/{reference}/answer', { path, body: { text, files } })
          : api('POST /api/requests/{reference}/withdraw', { path, body: { text } }),
      what,
    )
    state.value.leaving = false
    state.value.done = now && what
    if (!now) return
    Object.assign(state.value, { text: '', notSolved: false })
    if (what === 'answer') state.value.files = []
  }
  const { send: sendFiles } = useSentFiles()
  const answer = usePageForm({
    id: 'answer',
    async take(fields) {
      state.value.text = String(fields('text')?.[0] ?? state.value.text)
      if (import.meta.client) return
      const ids = await run(() => sendFiles(fields('files')))
      state.value.files = [...keptFiles(fields('kept')?.[0]), ...(ids ?? [])]
      return ids !== undefined
    },
    act(pressed) {
      if (pressed === 'leave' || pressed === 'stay') state.value.leaving = pressed === 'leave'
      else return tell(pressed === 'withdraw' ? 'withdraw' : 'answer')
    },
  })

  const rate = (verdict: (typeof VERDICTS)[number], text: string) =>
    put(() => api('POST /api/requests/{reference}/rate', { path, body: { verdict, text } }))
  /** Whether it is solved, and how it was done: one press each. */
  const verdict = usePageForm({
    id: 'verdict',
    async act(pressed) {
      if (isOneOf(VERDICTS, pressed)) return rate(pressed, state.value.word)
      state.value.notSolved = pressed === 'no'
      if (pressed === 'yes') return put(() => api('POST /api/requests/{reference}/confirm', { path }))
      if (import.meta.server) return
      await nextTick()
      document.querySelector<HTMLElement>('#answer textarea')?.focus()
    },
  })
  const word = usePageForm({
    id: 'word',
    take: (fields) => (state.value.word = String(fields('word')?.[0] ?? state.value.word)),
    act: () => rate(page.value?.rating?.verdict ?? 'fairly', state.value.word),
  })
  const watching = usePageForm({
    id: 'watching',
    async act(pressed) {
      const on = pressed === 'watch'
      const answer = await run(() => api('POST /api/requests/{reference}/watch', { path, body: { on } }))
      if (answer?.page) return put(() => Promise.resolve(answer.page))
      // What was read since it was watched is read no more.
      if (answer) return navigateTo(`/portal/${portal}/requests`, { redirectCode: 303 })
    },
  })
  /** What is said of a visit: which, and to which other time it goes. */
  const visiting = usePageForm({
    id: 'visiting',
    async act(pressed) {
      const [says, job, at] = pressed.split(' ')
      const visit = page.value?.visits.find((one) => one.job === Number(job))
      if (!visit || !isOneOf(['suits', 'other', 'off'] as const, says)) return
      const { booking, from } = visit
      const body = { says, booking, from, ...(at && { at: Number(at) }) }
      return put(() =>
        api('POST /api/requests/{reference}/visits/{job}', { path: { reference, job: visit.job }, body }),
      )
    },
  })
  return { page, state, busy, refused, answer, verdict, word, watching, visiting }
}
