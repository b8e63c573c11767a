import type { Design, DesignStep, Finding } from '~~/core/design'
import type { DraftPage, DraftStanding } from '~/places/design/DraftChanges'
import { DraftChanges, nothingYet } from '~/places/design/DraftChanges'
import { keepSteps, readSteps } from '~/places/design/keptSteps'

export type { DraftPage } from '~/places/design/DraftChanges'

/** An edition in the list of all. */
export type EditionLine = AnswerOf<'GET /api/editions'>[number]

/** A published edition, with what it changed. */
export type EditionPage = AnswerOf<'GET /api/editions/{number}'>

type Id = string

/** So long it waits before it tries again to reach the desk, in milliseconds. */
const PATIENCE = 2000

/** The draft on the screen: read, changed one thing at a time, taken back, published. */
export function useDraft() {
  const standing = reactive(nothingYet()) as DraftStanding
  const changes = new DraftChanges(standing, {
    read: () => api('GET /api/draft'),
    send: (steps) => api('PATCH /api/draft', { body: { changes: steps }, keepalive: outlivesPage(steps) }),
    pause: () => new Promise((done) => setTimeout(done, PATIENCE)),
  })
  useSendOnLeave(
    () => {
      const unsent = changes.unsent()
      return unsent.length ? { url: '/api/draft', method: 'PATCH', body: { changes: unsent } } : undefined
    },
    () => standing.error?.problem.status === 0,
  )

  // What can be taken back, and what waits to be chosen, outlives a reload, as long as the draft stands on the same edition.
  const session = useSession()
  const read = async () => {
    const isRead = await changes.load()
    const { draft, done, undone, refused } = standing
    if (!isRead || !draft || !session.me || done.length || undone.length || refused.length) return isRead
    if (draft.begun) Object.assign(standing, readSteps(session.me.id, draft.edition))
    return isRead
  }
  const later = useAfterPaint()
  watch(
    () => [standing.done, standing.undone, standing.refused],
    () => {
      const { draft, done, undone, refused } = standing
      const { me } = session
      if (draft && me) later(() => keepSteps(me.id, draft.edition, { done, undone, refused }))
    },
    { deep: 2 },
  )

  /** Changes one thing; it can be taken back. */
  const change = (list: string, id: Id, before: unknown, after: unknown) =>
    changes.change([{ list, id, before, after }])

  /** @returns the edition, and how many changes stay in the draft; nothing when it was refused */
  async function publish(body: {
    version: number
    note: string
    openTickets: 'keep' | 'follow'
    only?: string[]
  }): Promise<{ edition: number; left: number } | undefined> {
    standing.busy++
    try {
      const published = await api('POST /api/draft/publish', { body })
      changes.forget()
      await changes.load()
      return published
    } catch (thrown) {
      standing.error = asApiError(thrown)
      return undefined
    } finally {
      standing.busy--
    }
  }

  async function discard(): Promise<void> {
    if (await changes.ask(() => api('DELETE /api/draft'))) changes.forget()
  }

  return {
    ...toRefs(standing),
    ...{ change, publish, discard },
    load: read,
    changeAll: (steps: DesignStep[]) => changes.change(steps),
    settle: (chosen: ReadonlyMap<string, 'mine' | 'theirs'>) => changes.settle(chosen),
    undo: () => changes.undo(),
    redo: () => changes.redo(),
    settled: () => changes.settled(),
  }
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
  /** The number of the article, as in the outline. */
  number: string
}

/** The page of one thing of an article. */
export interface EachProps extends PageProps {
  id: string
  /** The number of the article. */
  under: string
}
