/** What browsers are told; they ask for the rest themselves, by the rights they have. */
export type Notice =
  | { kind: 'tickets'; references: number[] }
  | { kind: 'draft'; version: number | null }
  | Presence
  | { kind: 'clock' | 'edition' | 'adoption' | 'reconnected' }

/** Somebody has a ticket open; told to the desk alone. */
export interface Presence {
  kind: 'here'
  reference: number
  person: string
  name: string
  doing: 'reads' | 'writes' | 'left'
}

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
