import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { serve } from '../../testing/server'
import { ticketPage } from '../../testing/ticket'
import { useSession } from '~/stores/session'
import type { Ticket } from '~/composables/useTickets'
import SimilarPart from './SimilarPart.vue'
import type { Found } from './useBeside'

afterEach(() => vi.unstubAllGlobals())

const ONE = {
  ...{
    reference: 4,
    summary: 'Gate 3 reads nothing',
    requester: 'Ines Varga',
    status: 'In hand',
    isOpen: true,
  },
  ...{ loggedAt: 0, doneAt: null, solution: null, likeness: 0.816, grade: 'same' as const },
  lines: [
    { of: 'words' as const, adds: 0.55 },
    { of: 'machine' as const, adds: 0.266 },
  ],
  words: ['gate', 'reads'],
}
const DONE = {
  ...{
    ...ONE,
    reference: 3,
    isOpen: false,
    status: 'Solved',
    doneAt: Date.UTC(2026, 9, 2),
    grade: 'loose' as const,
  },
  solution: 'The lens was wiped',
}

async function drawn(
  similar: Partial<Found['similar'][number]>[],
  ticket: Partial<Ticket> = {},
  role = 'technician',
) {
  const links: unknown[] = []
  serve({ 'POST /api/tickets/7/links': ({ body }) => void links.push(body) })
  const found = {
    ...{ articles: [], similar, past: null },
    open: { requester: { rows: [], all: 0 }, equipment: { rows: [], all: 0 } },
  }
  const { wrapper } = draw(SimilarPart, {
    props: { ticket: ticketPage(ticket), found, zone: 'Europe/London', query: {} } as never,
  })
  useSession().me = meAs(role)
  await settled()
  return { wrapper, links }
}
const said = () => document.body.textContent!.replace(/\s+/g, ' ')
const press = async (name: string) => {
  const all = [...document.querySelectorAll<HTMLElement>('button, [role=menuitem] a, [role=menuitem] button')]
  const found = all.find((one) => (one.getAttribute('aria-label') ?? one.textContent!).trim() === name)
  found!.click()
  await settled()
}

describe('similar tickets beside a ticket', () => {
  it('say how alike they are, where they stand, and what solved those that are done', async () => {
    await drawn([ONE, DONE])
    expect(said()).toContain('Gate 3 reads nothing')
    expect(said()).toContain('in hand · nearly the same')
    expect(said()).toContain('done 2 Oct 2026 · loosely alike')
    expect(said()).toContain('The lens was wiped')
  })

  it('show the account of a likeness, whose lines add up', async () => {
    await drawn([ONE])
    await press('Why 4 is like it')
    const texts = (row: Element) =>
      [...row.querySelectorAll('th, td')].flatMap((cell) =>
        [...cell.childNodes].flatMap((node) =>
          node.nodeType === Node.COMMENT_NODE ? [] : node.textContent?.trim() || [],
        ),
      )
    const rows = [...document.querySelectorAll('.account tr')].map((row) => texts(row).join('|'))
    expect(rows).toEqual(['words in common|gate, reads|55', 'the same machine|27', 'of 100|82'])
  })

  it('are linked from there, and those that are say so instead', async () => {
    const { links } = await drawn([ONE])
    await press('What 4 is to this ticket')
    await press('4 caused it')
    expect(links).toEqual([{ to: 4, as: 'causedBy', on: true }])
  })

  it('are gathered into this one where it is a major incident', async () => {
    const gathered: unknown[] = []
    await drawn([ONE], { major: { since: 0, by: 'ada', children: [], updates: 0 } }, 'lead')
    serve({ 'POST /api/tickets/7/major': ({ body }) => void gathered.push(body) })
    await press('What 4 is to this ticket')
    await press('Gather 4 into this')
    expect(gathered).toEqual([{ step: 'gather', tickets: [4] }])
  })

  it('gather this one where they are a major incident', async () => {
    const gathered: unknown[] = []
    await drawn([{ ...ONE, isMajor: true }], {}, 'lead')
    serve({ 'POST /api/tickets/4/major': ({ body }) => void gathered.push(body) })
    await press('What 4 is to this ticket')
    await press('Gather this into 4')
    expect(gathered).toEqual([{ step: 'gather', tickets: [7] }])
  })

  it('are linked already, or only looked at, without the acts', async () => {
    const link = { reference: 4, as: 'related', words: 'goes with', summary: '', isDone: false } as never
    await drawn([ONE], { links: [link] })
    expect(said()).toContain('goes with it')
    expect(said()).not.toContain('link …')
    document.body.innerHTML = ''
    await drawn([ONE], {}, 'requester')
    expect(said()).not.toContain('link …')
  })

  it('are said to be none where there are none', async () => {
    await drawn([])
    expect(said()).toContain('No other ticket is like it.')
  })
})
