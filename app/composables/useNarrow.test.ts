import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { draw } from '~/testing/on'
import { useNarrow } from './useNarrow'

afterEach(() => void vi.unstubAllGlobals())

describe('a window', () => {
  it('is known to be narrow when its page is first drawn, and whenever that changes', async () => {
    const heard: (() => void)[] = []
    const media = {
      matches: true,
      addEventListener: (_: string, hear: () => void) => heard.push(hear),
      removeEventListener: () => undefined,
    }
    vi.stubGlobal('matchMedia', () => media)
    const drawn: boolean[] = []
    const Page = defineComponent(() => {
      const narrow = useNarrow()
      return () => {
        drawn.push(narrow.value)
        return h('p', String(narrow.value))
      }
    })
    const { wrapper } = draw(Page, {})
    expect(drawn).toEqual([true])
    media.matches = false
    for (const hear of heard) hear()
    await wrapper.vm.$nextTick()
    expect(wrapper.text()).toBe('false')
  })
})
