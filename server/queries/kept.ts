/** Tickets re-read in one question. */
const TOGETHER = 5000

/**
 * Something of every open ticket, kept by this process: what is asked for with each page would take longer to read anew
 * than to reckon. What changes is read again before the next question.
 */
export abstract class Kept<T> {
  private kept: Map<number, T> | undefined
  private changed = new Set<number>()
  private reading: Promise<void> = Promise.resolve()

  /** Reads it of some tickets, or of all; a ticket that has none is left out. */
  protected abstract read(references?: number[]): Promise<Map<number, T>>

  /** These tickets are read again before the next question. */
  touch(references: Iterable<number>): void {
    for (const reference of references) this.changed.add(reference)
  }

  /** Everything may have changed: all is read again. */
  forget(): void {
    this.kept = undefined
  }

  /** By reference, as it is now. */
  protected async now(): Promise<ReadonlyMap<number, T>> {
    // One reading at a time; who asks meanwhile waits for it.
    this.reading = this.reading.catch(() => undefined).then(() => this.refresh())
    await this.reading
    return this.kept!
  }

  private async refresh(): Promise<void> {
    if (!this.kept) {
      this.changed.clear()
      this.kept = await this.read()
      return
    }
    const references = [...this.changed]
    this.changed.clear()
    try {
      for (let from = 0; from < references.length; from += TOGETHER) {
        const some = references.slice(from, from + TOGETHER)
        const fresh = await this.read(some)
        for (const reference of some) {
          const one = fresh.get(reference)
          if (one === undefined) this.kept.delete(reference)
          else this.kept.set(reference, one)
        }
      }
    } catch (error) {
      this.touch(references)
      throw error
    }
  }
}
