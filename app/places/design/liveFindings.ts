import type { Design, DirectoryData, Finding } from '~~/core/design'
import type { ProofreadingAnswer, ProofreadingRequest } from '~/workers/proofreadDraft'

/** Where a proofreader works, such as a web worker. */
export interface Bench {
  ask(request: ProofreadingRequest): void
  end(): void
}

/** Begins a proofreader. @param failed when it can do no more */
export type BeginBench = (answered: (answer: ProofreadingAnswer) => void, failed: () => void) => Bench

/**
 * Proofreads a design in the background whenever it changes: one reading at a time, and while one is going on only the
 * newest design waits. Only the parts that are others than before are handed over.
 */
export class LiveFindings {
  #bench: Bench | undefined
  #known: Partial<Design> = {}
  #directory: DirectoryData | undefined
  #question = 0
  #isBusy = false
  #waiting: { design: Design; directory: DirectoryData } | undefined

  constructor(
    private readonly begin: BeginBench,
    /** Told of what was found; nothing when it cannot be found out here. */
    private readonly found: (findings: Finding[] | undefined) => void,
  ) {}

  /**
   * Proofreads a design, or the one after the next if one is being read.
   * @param design whose unchanged parts are the very same as before
   */
  read(design: Design, directory: DirectoryData): void {
    if (this.#isBusy) this.#waiting = { design, directory }
    else this.#ask(design, directory)
  }

  end(): void {
    this.#bench?.end()
    this.#bench = undefined
  }

  #ask(design: Design, directory: DirectoryData): void {
    this.#bench ??= this.begin(
      (answer) => this.#answered(answer),
      () => this.#failed(),
    )
    const parts = partsOf(design, this.#known)
    const isOther = directory !== this.#directory
    this.#known = design
    this.#directory = directory
    this.#isBusy = true
    this.#bench.ask({ question: ++this.#question, parts, ...(isOther && { directory }) })
  }

  #answered({ question, findings }: ProofreadingAnswer): void {
    if (question !== this.#question) return
    this.#isBusy = false
    const next = this.#waiting
    this.#waiting = undefined
    this.found(findings)
    if (next) this.#ask(next.design, next.directory)
  }

  /** What it knew is gone with it; the desk itself proofreads too. */
  #failed(): void {
    this.end()
    this.#known = {}
    this.#directory = this.#waiting = undefined
    this.#isBusy = false
    this.found(undefined)
  }
}

/** The parts of a design that are others than before. */
export const partsOf = (design: Design, known: Partial<Design>): Partial<Design> =>
  Object.fromEntries(Object.entries(design).filter(([key, part]) => part !== known[key as keyof Design]))
