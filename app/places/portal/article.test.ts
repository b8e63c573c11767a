import { afterEach, describe, expect, it, vi } from 'vitest'
import { drawn, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import PortalArticle from './PortalArticle.vue'
import PortalSearch from './PortalSearch.vue'

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const ARTICLE = {
  ...{ id: 2, title: 'Nettet om bord', body: 'Koden skiftes.', files: [], language: 'nb', changedAt: 0 },
  related: [{ id: 3, title: 'I am locked out' }],
}
type Answers = Parameters<typeof serve>[0]
async function read(answers: Answers = {}) {
  serve({ 'GET /api/portals/merrow/articles/2': () => ARTICLE, ...answers })
  const { wrapper } = await drawn(PortalArticle, { portal: 'merrow', article: 2 })
  await settled()
  return wrapper
}
async function press(wrapper: Awaited<ReturnType<typeof read>>, words: string) {
  await wrapper
    .findAll('button')
    .find((one) => one.text() === words)!
    .trigger('click')
  await settled()
}

describe('an article at a portal', () => {
  it('says in which language it is, and what belongs to it', async () => {
    const wrapper = await read()
    expect(wrapper.find('h1').attributes('lang')).toBe('nb')
    expect(wrapper.find('.related a').attributes('href')).toBe('/portal/merrow/articles/3')
  })

  it('hears that it did not help, and why', async () => {
    const sent: unknown[] = []
    const wrapper = await read({
      'POST /api/portals/merrow/articles/2/verdict': ({ body }) => {
        sent.push(body)
        return {}
      },
    })
    await press(wrapper, 'It did not help')
    await wrapper.find('textarea').setValue('Which card?')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(sent).toEqual([{ helped: false, words: 'Which card?' }])
    expect(wrapper.text()).toContain('Whoever writes articles reads it.')
  })

  it('that is taken out while somebody reads it says so, and what they wrote stays', async () => {
    const wrapper = await read({
      'POST /api/portals/merrow/articles/2/verdict': () => {
        throw refusal(404, 'There is no such article here.')
      },
    })
    await press(wrapper, 'It did not help')
    await wrapper.find('textarea').setValue('Which card?')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('There is no such article here.')
    expect(wrapper.find('textarea').element.value).toBe('Which card?')
    expect(wrapper.text()).toContain('Nettet om bord')
  })
})

describe('what is looked for at a portal and not there', () => {
  it('is noted once somebody has stopped writing, and not where they go on', async () => {
    vi.useFakeTimers()
    const noted: unknown[] = []
    serve({
      'GET /api/portals/merrow/search': () => ({ items: [], articles: [] }),
      'POST /api/portals/merrow/missed': ({ body }) => {
        noted.push(body)
        return { noted: true }
      },
    })
    const drawing = drawn(PortalSearch, { portal: 'merrow' })
    await vi.advanceTimersByTimeAsync(200)
    const { wrapper } = await drawing
    const field = wrapper.find('input')
    await field.setValue('gangw')
    await vi.advanceTimersByTimeAsync(1000)
    await field.setValue('gangway lamp')
    await vi.advanceTimersByTimeAsync(2000)
    expect(noted).toEqual([])
    await vi.advanceTimersByTimeAsync(2000)
    expect(noted).toEqual([{ words: 'gangway lamp' }])
  })
})
