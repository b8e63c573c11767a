import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { meAs } from '../../testing/me'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import NoticeList from './NoticeList.vue'

const NOTICES = [
  { id: 1, title: 'The line to the rock is down', body: '', starts: 0, portals: [] },
  { id: 2, title: 'Tills are slow', body: '', starts: 0, portals: [] },
]
afterEach(() => vi.unstubAllGlobals())

/** The list as it is drawn, with how the server answers an end. */
async function list(end: () => unknown) {
  const here = [...NOTICES]
  const calls = serve({ 'GET /api/notices': () => here, 'POST /api/notices/1/end': end })
  const { wrapper } = draw(NoticeList)
  useSession().me = meAs('technician')
  await settled()
  return { wrapper, calls }
}
const press = (wrapper: ReturnType<typeof draw>['wrapper'], name: string) =>
  wrapper.get(`[aria-label="${name}"]`).trigger('click')

describe('what is known to be broken', () => {
  it('is gone at once when it works again', async () => {
    let letGo = (_: unknown) => {}
    const { wrapper, calls } = await list(() => new Promise((done) => (letGo = done)))
    expect(wrapper.text()).toContain('The line to the rock is down')
    await press(wrapper, 'End: The line to the rock is down')
    await flushPromises()
    expect(wrapper.text()).not.toContain('The line to the rock is down')
    letGo({ ok: true })
    await flushPromises()
    expect(calls).toEqual(['GET /api/notices', 'POST /api/notices/1/end'])
    expect(wrapper.text()).toContain('Tills are slow')
  })

  it('comes back where the desk refuses', async () => {
    const { wrapper } = await list(() => {
      throw refusal(403, 'Only a lead ends it.')
    })
    await press(wrapper, 'End: The line to the rock is down')
    await flushPromises()
    expect(wrapper.text()).toContain('The line to the rock is down')
  })
})
