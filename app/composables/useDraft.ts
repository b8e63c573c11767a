import { mergeChanges } from '~~/core/json'
import { changeDesign, thingOf, type Design, type DesignStep, type Finding } from '~~/core/design'

export type DraftPage = AnswerOf<'GET /api/draft'>

/** An edition in the list of all. */
export type EditionLine = AnswerOf<'GET /api/editions'>[number]

/** A published edition, with what it changed. */
export type EditionPage = AnswerOf<'GET /api/editions/{number}'>

type Id = string

const KEPT = 'The desk cannot be reached just now. Your change is kept on this page and sent when it is back.'

/** The draft on the screen: read, changed one thing at a time, taken back, published. */
export function useDraft() {
  const draft = ref<DraftPage>()
  const error = ref<ApiError>()
  // What was done together is taken back together.
  const undone = ref<DesignStep[][]>([])
  const done = ref<DesignStep[][]>([])

  /** The design as the server last gave it, without what is on its way. */
  let known: Design | undefined

  /** What was refused since somebody else had changed the same parts: kept, so that it can be put in place. */
  const refused = ref<DesignStep[]>()

  /** How many of our own changes are on their way. */
  const busy = ref(0)

  async function ask(work: () => Promise<DraftPage>): Promise<boolean> {
    busy.value++
    try {
      const page = await work()
      known = page.design
      draft.value = withPending(page)
      error.value = undefined
      return true
    } catch (thrown) {
      error.value = asApiError(thrown)
      // After a refusal the truth is asked again, so that the screen shows what is really there.
      if (![401, 403].includes(error.value.problem.status))
        await api('GET /api/draft').then(
          (page) => {
            known = page.design
            draft.value = withPending(page)
          },
          () => undefined,
        )
      return false
    } finally {
      busy.value--
    }
  }

  const load = () => ask(() => api('GET /api/draft'))

  // What is on its way stands on the screen already, so that a quick second change builds on the first.
  const pending: DesignStep[][] = []
  /** Whether the first of them was handed to the browser. */
  let isOnItsWay = false
  let sending: Promise<unknown> = Promise.resolve()

  /** A change that cannot be sent since the desk is away is kept, and sent when it is back. */
  async function untilReached<T>(work: () => Promise<T>): Promise<T> {
    for (;;) {
      try {
        isOnItsWay = true
        return await work()
      } catch (thrown) {
        const away = asApiError(thrown)
        if (away.problem.status !== 0) throw thrown
        isOnItsWay = false
        error.value = new ApiError({ ...away.problem, detail: KEPT })
        await new Promise((done) => setTimeout(done, 2000))
      }
    }
  }

  function withPending(page: DraftPage): DraftPage {
    try {
      return { ...page, design: pending.flat().reduce(changeDesign, page.design) }
    } catch {
      // It does not fit any more; the server will say why.
      return page
    }
  }

  function patch(changes: DesignStep[]): Promise<boolean> {
    pending.push(changes)
    if (draft.value) draft.value = withPending({ ...draft.value, design: known ?? draft.value.design })
    const send = async () => {
      try {
        const request = { body: { changes }, keepalive: outlivesPage(changes) }
        return await untilReached(() => api('PATCH /api/draft', request))
      } finally {
        isOnItsWay = false
        pending.shift()
      }
    }
    const sent = sending.then(async () => {
      const isTaken = await ask(send)
      refused.value = !isTaken && error.value?.problem.status === 409 ? changes : undefined
      return isTaken
    })
    sending = sent
    return sent
  }

  useSendOnLeave(
    () => {
      const changes = pending.slice(isOnItsWay ? 1 : 0).flat()
      return changes.length ? { url: '/api/draft', method: 'PATCH', body: { changes } } : undefined
    },
    () => error.value?.problem.status === 0,
  )

  /** Puts what was refused in place of what somebody else had changed; all else of theirs stays. */
  async function insist(): Promise<void> {
    const steps = refused.value
    if (!steps || !known) return
    refused.value = error.value = undefined
    await changeAll(steps.map((step) => ({ ...step, ...preferred(known!, step) })))
  }

  /** Changes several things, all or none; they are taken back together. */
  async function changeAll(changes: DesignStep[]): Promise<boolean> {
    // A copy without Vue's proxies: what is sent is what is on the screen now.
    const copy = JSON.parse(JSON.stringify(changes)) as DesignStep[]
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

  // A step is taken off its pile at once, so that a key pressed twice takes back two steps and not one of them twice.
  async function undo(): Promise<void> {
    await sending
    const steps = done.value.pop()
    if (!steps) return
    const back = [...steps].reverse().map((one) => ({ ...one, before: one.after, after: one.before }))
    if (await patch(back)) undone.value.push(steps)
    else done.value.push(steps)
  }

  async function redo(): Promise<void> {
    await sending
    const steps = undone.value.pop()
    if (!steps) return
    if (await patch(steps)) done.value.push(steps)
    else undone.value.push(steps)
  }

  /** Waits until our own changes that are on their way have arrived, or were refused. */
  async function settled(): Promise<void> {
    await sending.catch(() => undefined)
  }

  /** @returns the edition, and how many changes stay in the draft; nothing when it was refused */
  async function publish(body: {
    version: number
    note: string
    openTickets: 'keep' | 'follow'
    only?: string[]
  }): Promise<{ edition: number; left: number } | undefined> {
    busy.value++
    try {
      const published = await api('POST /api/draft/publish', { body })
      done.value = undone.value = []
      await load()
      return published
    } catch (thrown) {
      error.value = asApiError(thrown)
      return undefined
    } finally {
      busy.value--
    }
  }

  async function discard(): Promise<void> {
    if (await ask(() => api('DELETE /api/draft'))) done.value = undone.value = []
  }

  return {
    ...{ draft, busy, error, refused, done, undone },
    ...{ load, change, changeAll, insist, undo, redo, settled, publish, discard },
  }
}

/** A step that begins at what the design has now, and where both changed a part takes that of the step. */
function preferred(
  design: Design,
  { list, id, before, after }: DesignStep,
): Pick<DesignStep, 'before' | 'after'> {
  const now = thingOf(design, list, id)
  return { before: now, after: mergeChanges(before, after, now).value }
}

/** Keys of the changes that somebody made, alone or with others. */
export const ownChanges = (draft: DraftPage | undefined, person: string | undefined): string[] =>
  (draft?.changes ?? []).filter((one) => one.by.some((by) => by.id === person)).map((one) => one.key)

/** What an article page needs: the design to show, whether it may be changed, and how. */
export interface ArticleProps {
  design: Design
  readonly: boolean
  findings: Finding[]
  change: (list: string, id: Id, before: unknown, after: unknown) => Promise<boolean>
  changeAll: (changes: DesignStep[]) => Promise<boolean>
}

export interface PageProps extends ArticleProps {
  /** What stands over the page: the number and the name of the article. */
  heading: string
}

/** The page of one thing of an article. */
export interface EachProps extends PageProps {
  id: string
  /** The number of the article. */
  under: string
}
