/** What browsers are told; they ask for the rest themselves, by the rights they have. */
export type Notice =
  | { kind: 'tickets'; references: number[] }
  | { kind: 'draft'; version: number | null }
  | Presence
  | { kind: 'clock' | 'edition' | 'adoption' | 'directory' | 'partners' | 'reconnected' }

/** Somebody has a ticket open; told to the desk alone. */
export interface Presence {
  kind: 'here'
  reference: number
  person: string
  name: string
  doing: 'reads' | 'writes' | 'left'
}

/** Somebody who listens, and by what they came in. */
export interface Listener {
  person: string
  credential: string
  hear(notice: Notice): void
  /** What they came in by holds no longer. */
  end(): void
}

/** What ends: one session, or all that somebody has come in by. */
export type Ended = { session: string } | { person: string }

/** The browsers that listen to this process. */
export class Stream {
  private readonly listeners = new Set<Listener>()

  add(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  send(notice: Notice): void {
    for (const listener of this.listeners) listener.hear(notice)
  }

  end(ended: Ended): void {
    for (const one of this.listeners)
      if ('session' in ended ? one.credential === ended.session : one.person === ended.person) one.end()
  }
}
