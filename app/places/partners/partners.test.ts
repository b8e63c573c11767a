import { afterEach, describe, expect, it, vi } from 'vitest'
import { useQueryCache } from '@pinia/colada'
import { meAs } from '../../testing/me'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import { useDeskTime } from '~/stores/deskTime'
import { useSession } from '~/stores/session'
import PartnersPlace, { type PartnerShown } from './PartnersPlace.vue'

afterEach(() => vi.unstubAllGlobals())

const NOW = Date.UTC(2026, 10, 17, 9)
const partner = (more: Partial<PartnerShown> = {}): PartnerShown => ({
  ...{ id: 'varnes', name: 'Varnes Harbour Works', address: 'https://desk.varnes.example', offer: null },
  ...{ pairedAt: NOW, pairedBy: 'ada', renewedAt: NOW, endedAt: null, endedBy: null, heardAt: null },
  ...{ unreachableSince: null, unreachableWhy: null, waiting: { count: 0, since: null } },
  ...more,
})
const calls: [string, unknown][] = []
async function place(
  partners: PartnerShown[],
  role = 'administrator',
  answers: Parameters<typeof serve>[0] = {},
) {
  calls.length = 0
  serve({ 'GET /api/partners': () => ({ partners }), ...answers })
  const { wrapper } = draw(PartnersPlace)
  useSession().me = meAs(role, { zone: 'Europe/London' })
  useDeskTime().now = NOW
  await settled()
  const press = async (words: string) => {
    await wrapper
      .findAll('button')
      .find((one) => one.text().startsWith(words))!
      .trigger('click')
    await settled()
  }
  return { wrapper, press }
}

describe('partner desks', () => {
  it('say how one pairs where there is none, and who does where somebody may not', async () => {
    const { wrapper } = await place([])
    expect(wrapper.text()).toContain('Make a code here and have it typed there')
    const lead = await place([], 'lead')
    expect(lead.wrapper.text()).toContain('An administrator pairs with them.')
    expect(lead.wrapper.find('form').exists()).toBe(false)
  })

  it('show a code with the address that goes with it', async () => {
    const { wrapper, press } = await place([], 'administrator', {
      'POST /api/partners/code': () => ({ code: 'ABCD-EFGH', address: 'https://sound.example', until: 0 }),
    })
    await press('Make a code')
    expect(wrapper.get('[aria-label="The code for them"]').text()).toBe('ABCD-EFGH')
    expect(wrapper.text()).toContain('https://sound.example')
  })

  it('show no code any more once a desk has paired by it', async () => {
    const partners: PartnerShown[] = []
    const { wrapper, press } = await place(partners, 'administrator', {
      'POST /api/partners/code': () => ({ code: 'ABCD-EFGH', address: 'https://sound.example', until: 0 }),
    })
    await press('Make a code')
    partners.push(partner())
    await useQueryCache().invalidateQueries({ key: ['partners'] })
    await vi.waitFor(() => expect(wrapper.text()).toContain('Varnes Harbour Works'))
    expect(wrapper.find('[aria-label="The code for them"]').exists()).toBe(false)
  })

  it('say at the field what is wrong with a code, and keep what was typed', async () => {
    const { wrapper } = await place([], 'administrator', {
      'POST /api/partners': ({ body }) => {
        calls.push(['pair', body])
        throw refusal(422, 'Some fields need another look.', [
          { field: 'code', message: 'type all twenty signs' },
        ])
      },
    })
    const [address, code] = wrapper.findAll('input')
    await address!.setValue(' https://desk.varnes.example ')
    await code!.setValue('abcd')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(calls).toEqual([['pair', { address: 'https://desk.varnes.example', code: 'abcd' }]])
    expect(wrapper.text()).toContain('type all twenty signs')
    expect(code!.element.value).toBe('abcd')
  })

  it('say since when one cannot be reached, what waits, and are tried at once', async () => {
    const away = { unreachableSince: NOW - 60_000, unreachableWhy: 'it answers 502' }
    const { wrapper, press } = await place(
      [partner({ ...away, waiting: { count: 3, since: NOW } })],
      'administrator',
      {
        'POST /api/partners/varnes/retry': () => {
          calls.push(['retry', undefined])
          return { id: 'varnes' }
        },
      },
    )
    expect(wrapper.text()).toContain('It cannot be reached since 08:59: it answers 502. 3 words wait to go')
    await press('Try now')
    expect(calls).toEqual([['retry', undefined]])
  })

  it('say who ended a pairing, and what a partner offers', async () => {
    const field = { id: 'state', name: 'State', type: 'text' as const }
    const offer = { desk: 'Varnes', gives: [field], takes: [field, field], says: {}, hears: {} }
    const { wrapper } = await place([partner({ endedAt: NOW }), partner({ id: 'other', offer })])
    expect(wrapper.text()).toContain('by them')
    expect(wrapper.text()).toContain('It sends 1 field of its tickets, and takes in 2 fields of ours.')
  })
})
