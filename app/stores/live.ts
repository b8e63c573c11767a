import type { EntryKey } from '@pinia/colada'
import { defineStore } from 'pinia'
import { staleBy, type Notice } from './stale'

/** So long notices are gathered before what they made old is asked for again, in milliseconds. */
const GATHERS = 250
/** So long a page waits for the stream at most before it asks, in milliseconds. */
const PATIENCE = 600
/** A line that is down for less is nothing to talk about, nor is one that is up for less; in milliseconds. */
const SETTLES = 3_000
/** Everything is asked again this often at most, however often the line breaks, in milliseconds. */
const EVERYTHING = 10_000
/** A stream that was refused, as by a proxy, is opened anew after so long, in milliseconds. */
const OPENS_AGAIN = 5_000

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

  let settling: ReturnType<typeof setTimeout> | undefined
  let settlesTo = true
  /** Says how the line is once it has stayed so; another try that fails changes nothing. */
  function settle(isUp: boolean): void {
    if (settling && isUp === settlesTo) return
    clearTimeout(settling)
    settlesTo = isUp
    settling =
      isUp === connected.value
        ? undefined
        : setTimeout(() => {
            settling = undefined
            connected.value = isUp
          }, SETTLES)
  }

  let missed: ReturnType<typeof setTimeout> | undefined
  let toldAt = -Infinity
  /** What changed while the line was down is not known, so everything is asked again. */
  function tellMissed(): void {
    const wait = Math.max(0, toldAt + EVERYTHING - performance.now())
    missed ??= setTimeout(() => {
      missed = undefined
      toldAt = performance.now()
      tell({ kind: 'reconnected' })
    }, wait)
  }

  let again: ReturnType<typeof setTimeout> | undefined
  function connect(heardFirst: () => void): void {
    const stream = new EventSource('/api/stream')
    source = stream
    stream.onopen = () => {
      settle(true)
      if (lost) tellMissed()
      lost = false
      heardFirst()
    }
    stream.onerror = () => {
      lost = true
      settle(false)
      // A line that breaks is tried again by the browser; one that is refused is not.
      if (stream.readyState === EventSource.CLOSED)
        again = setTimeout(() => connect(() => undefined), OPENS_AGAIN)
    }
    stream.onmessage = (event) => tell(JSON.parse(event.data as string) as Notice)
  }

  let lost = false
  /**
   * Listens from now on.
   * @returns once it hears, so that nothing is missed between an answer and the next notice; or when it takes too long
   */
  function open(): Promise<void> {
    if (import.meta.server) return Promise.resolve()
    heard ??= new Promise((done) => {
      connect(done)
      setTimeout(done, PATIENCE)
    })
    return heard
  }

  function close(): void {
    source?.close()
    source = heard = undefined
    for (const waiting of [asking, settling, missed, again]) clearTimeout(waiting)
    asking = settling = missed = again = undefined
    lost = false
    connected.value = true
  }

  /** Listens for as long as the component is on the screen. */
  function on(listener: (notice: Notice) => void): void {
    listeners.add(listener)
    onScopeDispose(() => listeners.delete(listener))
  }

  return { connected, open, close, on }
})
