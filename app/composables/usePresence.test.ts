import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { within } from '../testing/on'
import { serve } from '../testing/server'
import type { Notice } from '../stores/stale'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** A ticket that we have open, and a line on which others are heard. */
function opened(hears: Promise<void> = Promise.resolve()) {
  const said: unknown[] = []
  serve({
    'POST /api/tickets/7/here': ({ body }) => {
      said.push((body as { doing: string }).doing)
      return { ok: true }
    },
  })
  const writes = ref(false)
  let tell: (notice: Notice) => void = () => {}
  const { got, wrapper } = within(() => {
    useSession().me = { id: 'tora' } as never
    vi.spyOn(useLive(), 'open').mockImplementation(() => hears)
    vi.spyOn(useLive(), 'on').mockImplementation((listener) => void (tell = listener))
    return usePresence(
      () => 7,
      () => writes.value,
    )
  })
  const here = (person: string, doing: 'reads' | 'writes' | 'left', reference = 7) =>
    tell({ kind: 'here', reference, person, name: person, doing })
  const who = () => got.value.map(({ person, doing }) => `${person} ${doing}`)
  return { said, writes, here, who, wrapper }
}

describe('who else has a ticket open', () => {
  it('is told of others, of this ticket only', () => {
    const { here, who } = opened()
    here('mika', 'reads')
    here('tora', 'writes')
    here('olin', 'reads', 8)
    here('mika', 'writes')
    expect(who()).toEqual(['mika writes'])
    here('mika', 'left')
    expect(who()).toEqual([])
  })

  it('is gone who is not heard of any more', () => {
    const { here, who } = opened()
    here('mika', 'reads')
    vi.advanceTimersByTime(30_000)
    expect(who()).toEqual(['mika reads'])
    vi.advanceTimersByTime(15_000)
    expect(who()).toEqual([])
  })

  it('hears of us: that we came, that we write, that we are still here, and that we went', async () => {
    const { said, writes, wrapper } = opened()
    await vi.advanceTimersByTimeAsync(0)
    expect(said).toEqual(['reads'])
    writes.value = true
    await vi.advanceTimersByTimeAsync(0)
    await vi.advanceTimersByTimeAsync(15_000)
    expect(said).toEqual(['reads', 'writes', 'writes'])
    wrapper.unmount()
    expect(said.at(-1)).toBe('left')
  })

  it('answers whoever comes at once, and not each word of those who are there', async () => {
    const { said, here } = opened()
    await vi.advanceTimersByTimeAsync(0)
    here('mika', 'reads')
    here('mika', 'writes')
    expect(said).toEqual(['reads', 'reads'])
  })

  it('is told of us once we hear their answer, and not when we have gone by then', async () => {
    let hear: () => void = () => {}
    const { said, wrapper } = opened(new Promise((done) => (hear = done)))
    await vi.advanceTimersByTimeAsync(0)
    expect(said).toEqual([])
    wrapper.unmount()
    hear()
    await vi.advanceTimersByTimeAsync(0)
    expect(said).toEqual(['left'])
  })
})
