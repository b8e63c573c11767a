import { meAs } from '../../testing/me'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { serve } from '../../testing/server'
import MessagesPlace from './MessagesPlace.vue'

const message = (key: string, more: object = {}) => ({
  key,
  reference: 7,
  person: 'tora',
  name: 'Tora Aas',
  address: 'tora@commons.example',
  channel: 'mail',
  subject: `Message ${key}`,
  body: `All of ${key}.`,
  state: 'sent',
  attempts: 1,
  urgent: false,
  queued_at: 0,
  ...more,
})
afterEach(() => vi.unstubAllGlobals())

async function place(rows: object[], { lead = true, next = null as string | null } = {}) {
  const asked: Record<string, unknown>[] = []
  const page = { rows, next, waiting: { held: 2 } }
  const calls = serve({
    'GET /api/messages': ({ query }) => {
      asked.push(query)
      return query.before ? { ...page, rows: [message('older')], next: null } : page
    },
    'GET /api/mail-in': () => ({ rows: [], next: null }),
    'POST /api/messages/a/again': () => ({ ok: true }),
  })
  const { wrapper, router } = draw(MessagesPlace)
  const session = useSession()
  session.me = meAs(lead ? 'lead' : 'technician', { zone: 'Europe/London' })
  await settled()
  return { wrapper, router, asked, calls }
}

describe('the messages', () => {
  it('are listed with what became of them, and read in place', async () => {
    const { wrapper } = await place([message('a'), message('b', { state: 'givenUp', why: 'no such pager' })])
    const subject = wrapper.findAll('button').find((one) => one.text() === 'Message b')!
    expect(wrapper.text()).not.toContain('All of b.')
    await subject.trigger('click')
    await settled()
    expect(subject.attributes('aria-expanded')).toBe('true')
    expect(wrapper.text()).toContain('All of b.')
    expect(wrapper.text()).toContain('one try · no such pager')
  })

  it('are narrowed down by the address, which takes only what there is', async () => {
    const { wrapper, router, asked } = await place([])
    expect(wrapper.text()).toContain('Nothing has been told to anybody yet.')
    await router.push({ query: { state: 'givenUp', channel: 'constructor', find: '4811' } })
    await settled()
    expect(asked.at(-1)).toMatchObject({ state: 'givenUp', channel: undefined, words: '4811' })
    expect(wrapper.text()).toContain('No message is like that.')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Show all messages')!
      .trigger('click')
    await settled()
    expect(router.currentRoute.value.query).toEqual({})
  })

  it('go on page by page', async () => {
    const { wrapper, asked } = await place([message('a')], { next: '5 a' })
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Older messages')!
      .trigger('click')
    await settled()
    expect(asked.at(-1)).toMatchObject({ before: '5 a' })
    expect(wrapper.text()).toContain('Message older')
    expect(wrapper.text()).not.toContain('Older messages')
  })

  it('are tried again by a lead only', async () => {
    const rows = [message('a', { state: 'givenUp' })]
    const again = (wrapper: ReturnType<typeof draw>['wrapper']) =>
      wrapper.findAll('button').find((one) => one.text() === 'Try again')
    const { wrapper, calls } = await place(rows)
    await again(wrapper)!.trigger('click')
    await settled()
    expect(calls.filter((one) => one.startsWith('POST'))).toEqual(['POST /api/messages/a/again'])
    expect(again((await place(rows, { lead: false })).wrapper)).toBeUndefined()
  })

  it('say why they cannot be read, and are asked for once more', async () => {
    let broken = true
    serve({
      'GET /api/messages': () => {
        if (broken) throw new Error('down')
        return { rows: [message('a')], next: null, waiting: {} }
      },
      'GET /api/mail-in': () => ({ rows: [], next: null }),
    })
    const { wrapper } = draw(MessagesPlace)
    await settled()
    expect(wrapper.get('[role="alert"]').text()).toContain('cannot be reached')
    expect(wrapper.text()).not.toContain('Nothing has been told')
    broken = false
    await wrapper.get('[role="alert"] button').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('Message a')
  })
})
