import { useQuery } from '@pinia/colada'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { draw, settled } from '../testing/on'
import { api } from './useApi'

describe('a question that is called off with its page', () => {
  it('is asked again where the page was drawn anew meanwhile, and is no fault', async () => {
    const waiting: ((answer: unknown) => void)[] = []
    vi.stubGlobal('$fetch', (_: string, { signal }: { signal: AbortSignal }) => {
      return new Promise((done, fail) => {
        waiting.push(done)
        // As the browser does: what was called off says so, in a wrapping of the library.
        signal.addEventListener('abort', () =>
          fail(new Error('<no response> aborted', { cause: signal.reason })),
        )
      })
    })
    const errors: unknown[] = []
    const Page = defineComponent(() => {
      const { data, error } = useQuery({
        key: ['me'],
        query: ({ signal }) => api('GET /api/me', { signal }),
      })
      return () => {
        if (error.value) errors.push(error.value)
        return h('p', JSON.stringify(data.value))
      }
    })
    const shape = ref('wide')
    const { wrapper } = draw(defineComponent(() => () => h('div', [h(Page, { key: shape.value })])))
    await flushPromises()
    shape.value = 'narrow'
    await nextTick()
    await settled()
    waiting.at(-1)!({ name: 'Tora Aas' })
    await settled()
    expect(waiting).toHaveLength(2)
    expect(errors).toEqual([])
    expect(wrapper.text()).toContain('Tora Aas')
    vi.unstubAllGlobals()
  })
})
