import type { EntryKey } from '@pinia/colada'
import { defineStore } from 'pinia'
import { staleBy, type Notice } from './stale'

/** So long notices are gathered before what they made old is asked for again, in milliseconds. */
const GATHERS = 250
/** So long a page waits for the stream at most before it asks, in milliseconds. */
const PATIENCE = 600

/** The stream of what changes elsewhere; one connection for the whole page, and one place that asks again. */
export const useLive = defineStore('live', () => {
  const connected = ref(true)
  const listeners = new Set<(notice: Notice) => void>()
  const cache = useQueryCache()
  let source: EventSource | undefined
  let heard: Promise<void> | undefined
  let stale = new Map<string, EntryKey | undefined>()
  let asking: ReturnType<typeof setTimeout> | undefined

  function askAgain(): void {
    asking = undefined
    const keys = [...stale.values()]
    stale = new Map()
    // It is rejected where a newer question takes its place; what the server says of it stands with the question.
    for (const key of keys.includes(undefined) ? [undefined] : keys)
      void cache.invalidateQueries(key && { key }).catch(() => undefined)
  }

  function tell(notice: Notice): void {
    for (const listener of listeners) listener(notice)
    const keys = staleBy(notice)
    if (keys === 'all') stale.set('all', undefined)
    else for (const key of keys) stale.set(JSON.stringify(key), key)
    if (stale.size) asking ??= setTimeout(askAgain, GATHERS)
  }

  /**
   * Listens from now on.
   * @returns once it hears, so that nothing is missed between an answer and the next notice; or when it takes too long
   */
  function open(): Promise<void> {
    if (import.meta.server) return Promise.resolve()
    heard ??= new Promise((done) => {
      let lost = false
      source = new EventSource('/api/stream')
      source.onopen = () => {
        connected.value = true
        // What changed while the line was down is not known, so everything is asked again.
        if (lost) tell({ kind: 'reconnected' })
        lost = false
        done()
      }
      source.onerror = () => {
        lost = true
        connected.value = false
      }
      source.onmessage = (event) => tell(JSON.parse(event.data as string) as Notice)
      setTimeout(done, PATIENCE)
    })
    return heard
  }

  function close(): void {
    source?.close()
    source = heard = undefined
    clearTimeout(asking)
    asking = undefined
  }

  /** Listens for as long as the component is on the screen. */
  function on(listener: (notice: Notice) => void): void {
    listeners.add(listener)
    onScopeDispose(() => listeners.delete(listener))
  }

  return { connected, open, close, on }
})
