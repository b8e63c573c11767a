import { defineStore } from 'pinia'

export type Notice =
  | { kind: 'tickets'; references: number[] }
  | { kind: 'draft'; version: number | null }
  | { kind: 'here'; reference: number; person: string; name: string; doing: 'reads' | 'writes' | 'left' }
  | { kind: 'clock' | 'edition' | 'adoption' | 'reconnected' }

/** The stream of what changes elsewhere; one connection for the whole page. */
export const useLive = defineStore('live', () => {
  const connected = ref(true)
  const listeners = new Set<(notice: Notice) => void>()
  let source: EventSource | undefined

  function tell(notice: Notice): void {
    for (const listener of listeners) listener(notice)
  }

  function open(): void {
    if (source || import.meta.server) return
    let lost = false
    source = new EventSource('/api/stream')
    source.onopen = () => {
      connected.value = true
      // What changed while the line was down is not known, so everything is asked again.
      if (lost) tell({ kind: 'reconnected' })
      lost = false
    }
    source.onerror = () => {
      lost = true
      connected.value = false
    }
    source.onmessage = (event) => tell(JSON.parse(event.data as string) as Notice)
  }

  function close(): void {
    source?.close()
    source = undefined
  }

  /** Listens for as long as the component is on the screen. */
  function on(listener: (notice: Notice) => void): void {
    listeners.add(listener)
    onScopeDispose(() => listeners.delete(listener))
  }

  return { connected, open, close, on }
})
