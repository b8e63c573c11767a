import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { draw } from '../testing/on'
import { useAfterPaint } from './useAfterPaint'

function inPage() {
  let later!: ReturnType<typeof useAfterPaint>
  const { wrapper } = draw(
    defineComponent({
      setup() {
        later = useAfterPaint()
        return () => h('div')
      },
    }),
    {},
  )
  return { wrapper, later: (work: () => void) => later(work) }
}

describe('what is done after the picture', () => {
  it('is done once for many, with the last', async () => {
    const { later } = inPage()
    const [first, last] = [vi.fn(), vi.fn()]
    later(first)
    later(last)
    expect(last).not.toHaveBeenCalled()
    await vi.waitFor(() => expect(last).toHaveBeenCalledTimes(1))
    expect(first).not.toHaveBeenCalled()
  })

  it('is done before the page is left, however it is left', () => {
    const { wrapper, later } = inPage()
    const [hidden, gone] = [vi.fn(), vi.fn()]
    later(hidden)
    window.dispatchEvent(new Event('pagehide'))
    expect(hidden).toHaveBeenCalledTimes(1)
    later(gone)
    wrapper.unmount()
    expect(gone).toHaveBeenCalledTimes(1)
  })
})
