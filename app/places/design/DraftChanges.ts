import { changeDesign, type Design, type DesignStep } from '~~/core/design'
import { sharedWith } from '~~/core/json'
import { settledSteps } from './disputes'

export type DraftPage = AnswerOf<'GET /api/draft'>

/** How the draft stands, as it is shown. */
export interface DraftStanding {
  draft: DraftPage | undefined
  error: ApiError | undefined
  /** What was refused since somebody else had changed the same parts: kept until it is chosen what counts. */
  refused: DesignStep[]
  /** How many of our own changes are on their way. */
  busy: number
  /** What can be taken back, and put in again. What was done together is taken back together. */
  done: DesignStep[][]
  undone: DesignStep[][]
}

export const nothingYet = (): DraftStanding => ({
  ...{ draft: undefined, error: undefined, refused: [] },
  ...{ busy: 0, done: [], undone: [] },
})

/** The desk, as a draft asks it. */
export interface DraftWire {
  read: () => Promise<DraftPage>
  send: (changes: DesignStep[]) => Promise<DraftPage>
  /** Comes back when it may be tried again. */
  pause: () => Promise<unknown>
}

const KEPT = 'The desk cannot be reached just now. Your change is kept on this page and sent when it is back.'

/**
 * What somebody changes in the draft: shown at once, sent one after the other, taken back, put in place again. It knows
 * no framework; `useDraft` lends it a standing that a page can watch.
 */
export class DraftChanges {
  /** The design as the server last gave it, without what is on its way. */
  #known: Design | undefined
  /** What is on its way stands on the screen already, so that a quick second change builds on the first. */
  readonly #pending: DesignStep[][] = []
  /** Whether the first of them was handed to the wire. */
  #isOnItsWay = false
  #sending: Promise<unknown> = Promise.resolve()

  constructor(
    readonly standing: DraftStanding,
    readonly wire: DraftWire,
  ) {}

  /** Reads the draft anew; what is on its way stays on the screen. */
  load(): Promise<boolean> {
    return this.ask(this.wire.read)
  }

  /** Does something that gives the draft. @returns whether it was done; else `error` says why */
  async ask(work: () => Promise<DraftPage>): Promise<boolean> {
    this.standing.busy++
    try {
      this.#show(await work())
      this.standing.error = undefined
      return true
    } catch (thrown) {
      this.standing.error = asApiError(thrown)
      // After a refusal the truth is asked again, so that the screen shows what is really there.
      if (![401, 403].includes(this.standing.error.problem.status)) await this.#showTruth()
      return false
    } finally {
      this.standing.busy--
    }
  }

  /** Changes several things, all or none; they are taken back together. */
  async change(changes: readonly DesignStep[]): Promise<boolean> {
    // A copy: what is sent is what is on the screen now.
    const copy = JSON.parse(JSON.stringify(changes)) as DesignStep[]
    const steps = copy.filter((one) => JSON.stringify(one.before) !== JSON.stringify(one.after))
    if (!steps.length) return true
    if (!(await this.#patch(steps))) return false
    this.standing.done.push(steps)
    this.standing.undone = []
    return true
  }

  /**
   * Puts what was refused in place, where both had changed the same as it was chosen; all else of both stays.
   * @param chosen by the keys of disputes; theirs where nothing is chosen
   */
  async settle(chosen: ReadonlyMap<string, 'mine' | 'theirs'>): Promise<void> {
    const { refused } = this.standing
    const known = this.#known
    if (!refused.length || !known) return
    this.standing.error = undefined
    this.standing.refused = []
    const steps = settledSteps(known, refused, chosen)
    // Where it cannot be put in place either, it is refused anew, and kept as it was meant.
    if (!(await this.change(steps)) && !this.standing.refused.length) this.standing.refused = refused
  }

  // A step is taken off its pile at once, so that a key pressed twice takes back two steps and not one of them twice.
  async undo(): Promise<void> {
    await this.#sending
    const steps = this.standing.done.pop()
    if (!steps) return
    const back = steps.toReversed().map((one) => ({ ...one, before: one.after, after: one.before }))
    if (await this.#patch(back)) this.standing.undone.push(steps)
    else this.standing.done.push(steps)
  }

  async redo(): Promise<void> {
    await this.#sending
    const steps = this.standing.undone.pop()
    if (!steps) return
    if (await this.#patch(steps)) this.standing.done.push(steps)
    else this.standing.undone.push(steps)
  }

  /** Nothing of before can be taken back any more: it was published, or thrown away. */
  forget(): void {
    this.standing.done = []
    this.standing.undone = []
  }

  /** Waits until our own changes that are on their way have arrived, or were refused. */
  async settled(): Promise<void> {
    await this.#sending
  }

  /** What waits and was not handed to the wire yet. */
  unsent(): DesignStep[] {
    return this.#pending.slice(this.#isOnItsWay ? 1 : 0).flat()
  }

  #show(page: DraftPage): void {
    // What nobody changed stays the very same, and is neither drawn nor proofread anew.
    this.#known = sharedWith(this.#known, page.design)
    this.standing.draft = this.#withPending({ ...page, design: this.#known })
  }

  /** Where the truth cannot be read either, what went wrong stands already. */
  async #showTruth(): Promise<void> {
    try {
      this.#show(await this.wire.read())
    } catch {
      // It is read again with the next change, or when the stream is back.
    }
  }

  #withPending(page: DraftPage): DraftPage {
    try {
      return { ...page, design: this.#pending.flat().reduce(changeDesign, page.design) }
    } catch {
      // It does not fit any more; the server will say why.
      return page
    }
  }

  #patch(changes: DesignStep[]): Promise<boolean> {
    this.#pending.push(changes)
    const { draft } = this.standing
    if (draft) this.standing.draft = this.#withPending({ ...draft, design: this.#known ?? draft.design })
    const sent = this.#sending.then(async () => {
      const isTaken = await this.ask(() => this.#send(changes))
      const isConflict = !isTaken && this.standing.error?.problem.status === 409
      if (isConflict) this.standing.refused.push(...changes)
      return isTaken
    })
    this.#sending = sent
    return sent
  }

  async #send(changes: DesignStep[]): Promise<DraftPage> {
    try {
      return await this.#untilReached(changes)
    } finally {
      this.#isOnItsWay = false
      this.#pending.shift()
    }
  }

  /**
   * A change that cannot be sent since the desk is away is kept, and sent when it is back. One whose answer was lost is
   * sent once more: what is there already is no change.
   */
  async #untilReached(changes: DesignStep[]): Promise<DraftPage> {
    for (;;) {
      try {
        this.#isOnItsWay = true
        return await this.wire.send(changes)
      } catch (thrown) {
        const away = asApiError(thrown)
        if (away.problem.status !== 0) throw thrown
        this.#isOnItsWay = false
        this.standing.error = new ApiError({ ...away.problem, detail: KEPT })
        await this.wire.pause()
      }
    }
  }
}
