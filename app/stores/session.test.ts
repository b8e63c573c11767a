import { useQueryCache } from '@pinia/colada'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { meAs } from '../testing/me'
import { settled, within } from '../testing/on'
import { refusal, serve } from '../testing/server'

afterEach(() => vi.unstubAllGlobals())

describe('who is signed in', () => {
  it('is asked for once somebody signs in, with the portal whose door it was', async () => {
    const sent: unknown[] = []
    serve({
      'POST /api/sign-in': ({ body }) => sent.push(body),
      'GET /api/me': () => meAs('lead', { id: 'tora' }),
    })
    const { got: session } = within(() => useSession())
    await session.signIn('tora@commons.example', 'sound', 'merrow')
    expect(sent).toEqual([{ mail: 'tora@commons.example', password: 'sound', portal: 'merrow' }])
    expect([session.me?.id, session.may('changeDesign'), session.may('composeRoles')]).toEqual([
      'tora',
      true,
      false,
    ])
  })

  it('is nobody where the desk says so, and unknown where it cannot be asked', async () => {
    const answers: Record<string, () => unknown> = {
      'GET /api/me': () => {
        throw refusal(401, 'Please sign in first.')
      },
    }
    serve(answers)
    const { got: session } = within(() => useSession())
    await expect(session.load()).resolves.toBeNull()
    answers['GET /api/me'] = () => {
      throw new Error('down')
    }
    await expect(session.load()).rejects.toThrow('cannot be reached')
  })

  it('leaves nothing of what they were shown to the next one at this screen', async () => {
    serve({ 'POST /api/sign-out': () => ({ ok: true }), 'GET /api/notices': () => [] })
    const { got } = within(() => ({ session: useSession(), cache: useQueryCache() }))
    got.cache.setQueryData(['told'], { rows: [{ subject: 'for Tora alone' }], unseen: 1 })
    await got.session.signOut()
    await settled()
    expect(got.cache.getQueryData(['told'])).toBeUndefined()
    expect(got.session.me).toBeNull()
  })
})
