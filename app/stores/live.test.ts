import { useQueryCache } from '@pinia/colada'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { within } from '../testing/on'
import { staleBy } from './stale'

/** The browser's stream, as far as we need it. */
class Stream {
  static all: Stream[] = []
  static CLOSED = 2
  readyState = 1
  onopen?: () => void
  onerror?: () => void
  onmessage?: (event: { data: string }) => void
  closed = false
  constructor(readonly url: string) {
    Stream.all.push(this)
  }
  close() {
    this.closed = true
  }
  tell(notice: object) {
    this.onmessage?.({ data: JSON.stringify(notice) })
  }
}

beforeEach(() => {
  Stream.all = []
  vi.stubGlobal('EventSource', Stream)
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

function page() {
  const { got } = within(() => ({ live: useLive(), cache: useQueryCache() }))
  const asked = vi.spyOn(got.cache, 'invalidateQueries').mockResolvedValue(undefined as never)
  const keys = () => asked.mock.calls.map(([what]) => (what?.key ? JSON.stringify(what.key) : 'all'))
  return { ...got, asked, keys }
}

describe('what a notice makes old', () => {
  it('are the lists of tickets and the tickets it names', () => {
    expect(staleBy({ kind: 'tickets', references: [7, 8] })).toEqual(
      expect.arrayContaining([['tickets'], ['clocks'], ['messages'], ['ticket', 7], ['ticket', 8]]),
    )
    expect(staleBy({ kind: 'draft', version: 3 })).toEqual([['draft']])
    expect(staleBy({ kind: 'reconnected' })).toBe('all')
    expect(staleBy({ kind: 'here', reference: 7, person: 'tora', name: 'Tora', doing: 'reads' })).toEqual([])
  })

  it('is asked for once, however many notices name it', () => {
    const { live, keys } = page()
    void live.open()
    const [stream] = Stream.all
    stream!.onopen?.()
    for (const reference of [7, 7, 8]) stream!.tell({ kind: 'tickets', references: [reference] })
    expect(keys()).toEqual([])
    vi.advanceTimersByTime(250)
    expect(keys().filter((one) => one === '["clocks"]')).toHaveLength(1)
    expect(keys().filter((one) => one.startsWith('["ticket",'))).toEqual(['["ticket",7]', '["ticket",8]'])
  })

  it('is everything once the line was down, and nothing when it is opened first', () => {
    const { live, keys } = page()
    void live.open()
    const [stream] = Stream.all
    stream!.onopen?.()
    vi.advanceTimersByTime(250)
    expect(keys()).toEqual([])
    stream!.onerror?.()
    vi.advanceTimersByTime(3000)
    expect(live.connected).toBe(false)
    stream!.onopen?.()
    vi.advanceTimersByTime(0)
    stream!.tell({ kind: 'tickets', references: [7] })
    vi.advanceTimersByTime(250)
    expect(keys()).toEqual(['all'])
    vi.advanceTimersByTime(3000)
    expect(live.connected).toBe(true)
  })
})

describe('the stream', () => {
  it('is one for the whole page, and a page waits until it hears', async () => {
    const { live } = page()
    let isOpen = false
    const opened = live.open().then(() => (isOpen = true))
    void live.open()
    expect(Stream.all).toHaveLength(1)
    await Promise.resolve()
    expect(isOpen).toBe(false)
    Stream.all[0]!.onopen?.()
    await opened
    expect(isOpen).toBe(true)
  })

  it('does not keep a page waiting for long', async () => {
    const { live } = page()
    const opened = live.open()
    vi.advanceTimersByTime(600)
    await expect(opened).resolves.toBeUndefined()
  })

  it('that breaks every two seconds asks for everything every ten, and does not flicker', () => {
    const { live, keys } = page()
    void live.open()
    const [stream] = Stream.all
    stream!.onopen?.()
    const seen = new Set<boolean>()
    for (let times = 0; times < 15; times++) {
      stream!.onerror?.()
      vi.advanceTimersByTime(1000)
      stream!.onopen?.()
      vi.advanceTimersByTime(1000)
      seen.add(live.connected)
    }
    expect(keys()).toEqual(Array(3).fill('all'))
    expect([...seen]).toEqual([true])
  })

  it('is down once it has been for a while, however often it is tried', () => {
    const { live } = page()
    void live.open()
    Stream.all[0]!.onopen?.()
    for (let times = 0; times < 4; times++) {
      Stream.all[0]!.onerror?.()
      vi.advanceTimersByTime(1000)
    }
    expect(live.connected).toBe(false)
  })

  it('that is refused, as by a proxy, is opened anew', () => {
    const { live, keys } = page()
    void live.open()
    const [first] = Stream.all
    first!.readyState = Stream.CLOSED
    first!.onerror?.()
    vi.advanceTimersByTime(5000)
    expect([live.connected, Stream.all.length]).toEqual([false, 2])
    Stream.all[1]!.onopen?.()
    vi.advanceTimersByTime(3000)
    expect([live.connected, keys()]).toEqual([true, ['all']])
    live.close()
    vi.advanceTimersByTime(60_000)
    expect(Stream.all).toHaveLength(2)
  })

  it('ends with the session', () => {
    const { live } = page()
    void live.open()
    live.close()
    expect(Stream.all[0]!.closed).toBe(true)
    void live.open()
    expect(Stream.all).toHaveLength(2)
  })
})
