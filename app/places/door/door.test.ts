import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import FirstVisit from './FirstVisit.vue'
import SignInForm from './SignInForm.vue'

afterEach(() => vi.unstubAllGlobals())
const fields = (wrapper: ReturnType<typeof draw>['wrapper']) =>
  Object.fromEntries(
    wrapper.findAll('label').map((label) => {
      const control = wrapper.element.querySelector(`[id="${label.attributes('for')}"]`)
      return [label.text(), control as HTMLInputElement]
    }),
  )
async function fill(wrapper: ReturnType<typeof draw>['wrapper'], values: Record<string, string>) {
  const all = fields(wrapper)
  for (const [label, value] of Object.entries(values)) {
    all[label]!.value = value
    all[label]!.dispatchEvent(new Event('input'))
  }
  await settled()
}

describe('the door', () => {
  async function door(query: object, signIn: () => unknown) {
    const sent: unknown[] = []
    serve({
      'POST /api/sign-in': ({ body }) => {
        sent.push(body)
        return signIn()
      },
      'GET /api/me': () => ({ id: 'tora', staff: true }),
    })
    const { wrapper, router } = draw(SignInForm, { props: { home: '/desk' } })
    await router.push({ path: '/sign-in', query: query as never })
    await settled()
    await fill(wrapper, { 'Mail address': ' tora@commons.example ', Password: 'sound-of-hallin' })
    await wrapper.get('form').trigger('submit')
    await settled()
    return { wrapper, sent, path: router.currentRoute.value.fullPath }
  }

  it('lets in, and goes back to where somebody wanted to be', async () => {
    const { sent, path } = await door({ back: '/messages?state=held' }, () => ({ ok: true }))
    expect(sent).toEqual([{ mail: 'tora@commons.example', password: 'sound-of-hallin' }])
    expect(path).toBe('/messages?state=held')
  })

  it.each(['//elsewhere.example', 'https://elsewhere.example', ''])('goes nowhere else: %s', async (back) => {
    expect((await door({ back }, () => ({ ok: true }))).path).toBe('/desk')
  })

  it('says what is wrong, and keeps what was typed', async () => {
    const { wrapper, path } = await door({}, () => {
      throw refusal(422, 'They do not fit together.', [{ field: 'mail', message: 'check this' }])
    })
    expect(wrapper.text()).toContain('They do not fit together.')
    expect(wrapper.text()).toContain('check this')
    expect(fields(wrapper)['Password']!.value).toBe('sound-of-hallin')
    expect(path).toBe('/sign-in')
  })
})

describe('the first visit', () => {
  it('makes the desk and its administrator, and goes to it', async () => {
    const sent: Record<string, unknown>[] = []
    serve({
      'POST /api/setup': ({ body }) => {
        sent.push(body as Record<string, unknown>)
        if ((body as { password: string }).password.length < 12)
          throw refusal(422, 'Something needs another look.', [
            { field: 'password', message: 'at least 12 characters' },
          ])
        return { ok: true }
      },
      'POST /api/sign-in': () => ({ ok: true }),
      'GET /api/me': () => ({ id: 'mirela', staff: true }),
    })
    const { wrapper, router } = draw(FirstVisit)
    await settled()
    await fill(wrapper, { 'Name of the desk': 'Lantern Quay', 'Your password': 'short' })
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('at least 12 characters')
    await fill(wrapper, { 'Your password': 'long enough now' })
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(sent.at(-1)).toMatchObject({ desk: 'Lantern Quay', starting: 'own-house' })
    expect(Intl.supportedValuesOf('timeZone').concat('UTC')).toContain(sent.at(-1)!.zone)
    expect(router.currentRoute.value.path).toBe('/desk')
  })
})
