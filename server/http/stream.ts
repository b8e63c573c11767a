/** What browsers are told; they ask for the rest themselves, by the rights they have. */
export type Notice =
  | { kind: 'tickets'; references: number[] }
  | { kind: 'draft'; version: number | null }
  | { kind: 'clock' | 'edition' | 'adoption' | 'reconnected' }

type Listener = (notice: Notice) => void

/** The browsers that listen to this process. */
export class Stream {
  private readonly listeners = new Set<Listener>()

  add(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  send(notice: Notice): void {
    for (const listener of this.listeners) listener(notice)
  }
}
