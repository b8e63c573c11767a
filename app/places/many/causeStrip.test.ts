import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { asked } from '~/kit/asking'
import { meAs } from '../../testing/me'
import { serve } from '../../testing/server'
import { useSession } from '~/stores/session'
import CauseStrip from './CauseStrip.vue'

afterEach(() => vi.unstubAllGlobals())

const SUSPECTED = {
  ...{ id: 3, ticket: 7, summary: 'Gate 2 reads nothing', words: ['gate', 'reads'], beganAt: 0, lastAt: 0 },
  ...{ count: 240, within: 3_600_000, usual: 0.04, chance: 1e-12, tickets: [7, 8, 9] },
}

async function drawn(role: string, first = [SUSPECTED]) {
  let rows = first
  const sent: [string, unknown][] = []
  serve({
    'GET /api/suspicions': () => ({ rows }),
    'POST /api/suspicions/3': ({ body }) => {
      sent.push(['settle', body])
      rows = []
      return {}
    },
    'POST /api/tickets/7/major': ({ body }) => {
      sent.push(['major', body])
      return {}
    },
  })
  const drawing = draw(CauseStrip)
  useSession().me = meAs(role)
  await settled()
  return { ...drawing, sent }
}
const said = () => document.body.textContent!.replace(/\s+/g, ' ')
const press = async (words: string) => {
  const button = [...document.querySelectorAll('button')].find((one) => one.textContent?.includes(words))
  button!.click()
  await settled()
}

describe('tickets that may have one cause', () => {
  it('are told of with their count, what is usual and how likely that is by chance', async () => {
    await drawn('lead')
    expect(said()).toContain('240 tickets like it came within 1 hour, where 0.04 usually do')
    expect(said()).toContain('less than 1 in 1,000,000,000 by chance')
    expect(said()).toContain('7 Gate 2 reads nothing')
  })

  it('become a major incident with those that are open, once that is confirmed', async () => {
    const { sent, router } = await drawn('lead')
    await press('Gather 3 open ones …')
    expect(asked.value!.says).toContain('7 becomes a major incident, and 2 others that are open belong to it')
    asked.value!.answer(true)
    await settled()
    expect(sent).toMatchObject([
      ['major', { step: 'declare' }],
      ['major', { step: 'gather', tickets: [8, 9] }],
      ['settle', { cause: true }],
    ])
    expect(router.currentRoute.value.path).toBe('/desk/7')
  })

  it('have none in common if a lead says so, and are gone then', async () => {
    const { sent, wrapper } = await drawn('lead')
    await press('They have none in common')
    expect(sent).toEqual([['settle', { cause: false }]])
    expect(wrapper.find('.strip').exists()).toBe(false)
  })

  it('leave room for the list below: of several only the newest is in sight until the others are opened', async () => {
    await drawn('lead', [SUSPECTED, { ...SUSPECTED, id: 4, ticket: 11, summary: 'Winch 3 stands still' }])
    expect(said()).not.toContain('Winch 3')
    await press('1 more sort may have one cause …')
    expect(said()).toContain('11 Winch 3 stands still')
    await press('Only the newest')
    expect(said()).not.toContain('Winch 3')
  })

  it('are not told to whoever may not say so', async () => {
    const { wrapper } = await drawn('requester')
    expect(wrapper.find('.strip').exists()).toBe(false)
  })
})
