import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { serve } from '../../testing/server'
import { useSession } from '~/stores/session'
import LogPlace from './LogPlace.vue'

afterEach(() => vi.unstubAllGlobals())

const NOTHING = { rows: [], all: 0 }
const requester = (of: string) => ({
  ...{
    id: 'noor',
    name: 'Noor Wick',
    mail: 'noor@lantern.sound.example',
    zone: 'Europe/London',
    phone: null,
  },
  ...{ of, organisation: of, site: null, equipment: NOTHING, open: NOTHING },
  cover: { state: 'covered', number: 1057, cover: 'Office hours', last: '2027-01-01' },
})

/** Somebody of an organisation is chosen after agreement 1057 was named, of whose people only some are listed. */
async function logFor(of: string) {
  serve({
    'GET /api/clock': () => ({}),
    'GET /api/choices/person': () => [],
    'GET /api/intake': () => ({ requester: requester(of), groups: [] }),
    'GET /api/intake/agreements/1057': () => ({
      ...{ number: 1057, name: 'Museum', organisation: 'lantern', cover: 'Office hours' },
      ...{ state: 'covered', last: '2027-01-01', people: { rows: [], all: 40 } },
    }),
  })
  const { router } = draw(LogPlace)
  useSession().me = meAs('technician')
  await router.push({ path: '/log', query: { for: 'noor', agreement: '1057' } })
  await settled()
  return router.currentRoute.value.query
}

describe('an agreement that a caller named', () => {
  it('is used for everybody of its organisation, listed or not', async () => {
    expect(await logFor('lantern')).toEqual({ for: 'noor', agreement: '1057' })
  })

  it('is let go for somebody of another', async () => {
    expect((await logFor('merrow')).agreement).toBeUndefined()
  })
})
