import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { ticketPage } from '../../testing/ticket'
import { firstDesign } from '~~/core/design/first'
import { useLive } from '~/stores/live'
import { useSession } from '~/stores/session'
import type { Ticket } from '~/composables/useTickets'
import WordsField from '../writing/WordsField.vue'
import TicketLeaf from './TicketLeaf.vue'

beforeEach(() => sessionStorage.clear())
afterEach(() => vi.unstubAllGlobals())

const EDITION = firstDesign('Quay desk', 'Europe/London', 'workshop')
type Answers = Parameters<typeof serve>[0]
const FOUND = {
  articles: [],
  similar: [],
  open: { requester: { rows: [], all: 0 }, equipment: { rows: [], all: 0 } },
  past: null,
}

/** The page of ticket 7, on a desk where Ada is signed in. */
async function opened(page: () => Ticket = () => ticketPage(), answers: Answers = {}, role = 'technician') {
  const calls = serve({
    'GET /api/tickets/7': page,
    'GET /api/editions/1': () => ({ document: EDITION }),
    'GET /api/tickets/7/beside': () => FOUND,
    'GET /api/tickets/7/replies': () => ({ replies: [], checklists: [] }),
    'POST /api/tickets/7/here': () => ({}),
    'GET /api/technicians': () => [],
    ...answers,
  })
  vi.stubGlobal(
    'EventSource',
    class {
      close() {}
    },
  )
  const { wrapper } = draw(TicketLeaf, {
    props: { reference: 7, query: {}, narrow: false, wide: false } as never,
  })
  useSession().me = meAs(role)
  vi.spyOn(useLive(), 'open').mockResolvedValue()
  await settled()
  return { wrapper, calls }
}

const text = (name: string) => document.querySelector(name)?.textContent?.replace(/\s+/g, ' ').trim() ?? ''
const acts = () =>
  [...document.querySelectorAll('.acts .line > .kit-button')].map((one) =>
    (one.textContent ?? '').replace(/\s+/g, ' ').trim(),
  )
const FIELD = 'form[aria-label="Wait"] :is(input, textarea)'
async function press(key: string, more: KeyboardEventInit = {}) {
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))
  await settled()
}

describe('the acts of a ticket', () => {
  it('stand in one row of five, the likely next step first, each with its key and no two for the same', async () => {
    await opened()
    expect(acts()).toEqual(['Solve S', 'Reply r', 'Note n', 'Start s', 'More … .'])
    expect(text('.acts .will')).toBe('Solve will set the status to Solved.')
  })

  it('never have calling off for the likely next step, nor anything where the ticket has ended', async () => {
    await opened(() => ticketPage({ statusGroup: 'done', transitions: [], moves: [] }))
    expect(document.querySelector('.acts .main')).toBeNull()
  })

  it('are what a role may do: whoever only looks on can watch', async () => {
    await opened(() => ticketPage({ moves: [], transitions: [] }), {}, 'requester')
    expect(acts()).toEqual(['Watch y', 'More … .'].slice(0, acts().length))
    expect(acts()[0]).toBe('Watch y')
    expect(document.querySelector('.reply')).toBeNull()
  })

  it('are done by their keys; the ticket has the focus afterwards', async () => {
    const { calls } = await opened(undefined, { 'POST /api/tickets/7/move': () => ({ sequence: 4 }) })
    await press('S', { shiftKey: true })
    expect(calls).toContain('POST /api/tickets/7/move')
    expect(document.activeElement?.tagName).toBe('H1')
  })

  it('leave the focus in what was opened while they were under way', async () => {
    let finish: (answer: object) => void = () => undefined
    await opened(undefined, {
      'POST /api/tickets/7/move': () => new Promise((done) => (finish = done)),
    })
    await press('S', { shiftKey: true })
    await press('q')
    await settled()
    const field = document.querySelector<HTMLInputElement>(FIELD)!
    field.focus()
    finish({ sequence: 4 })
    await settled()
    expect(document.activeElement).toBe(field)
  })

  it('ask first what a gate asks for, and keep what was typed when the server refuses', async () => {
    const { calls } = await opened(undefined, {
      'POST /api/tickets/7/moves': () => {
        throw refusal(422, 'It asks for more.', [{ field: 'question', message: 'please fill this in' }])
      },
    })
    await press('q')
    await settled()
    const field = document.querySelector<HTMLInputElement>(FIELD)!
    field.value = 'Which'
    field.dispatchEvent(new Event('input'))
    document.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }))
    await settled()
    expect(calls).toContain('POST /api/tickets/7/moves')
    expect(document.querySelector<HTMLInputElement>(FIELD)!.value).toBe('Which')
    expect(text('.error-text')).toContain('please fill this in')
  })
})

describe('what solved a similar ticket', () => {
  const LIKE = {
    ...{
      reference: 3,
      summary: 'Hinge squeaks',
      requester: 'Ada',
      status: 'Solved',
      isOpen: false,
      isMajor: false,
    },
    ...{ loggedAt: 0, doneAt: 0, solution: 'A drop of oil', likeness: 0.8, grade: 'same', words: [] },
    lines: [{ of: 'words', adds: 0.8 }],
  }
  const asking = () => {
    const page = ticketPage()
    const gate = [{ name: 'remarks', label: 'What solved it?', type: 'longText' as const, required: true }]
    return ticketPage({
      layout: [...page.layout, 'similar'],
      transitions: page.transitions.map((one) => (one.to === 'solved' ? { ...one, gate } : one)),
    })
  }
  const remarks = () => document.querySelector<HTMLTextAreaElement>('form[aria-label="Solve"] textarea')

  it('is taken over into what ends this one; what somebody has typed stays', async () => {
    await opened(asking, { 'GET /api/tickets/7/beside': () => ({ ...FOUND, similar: [LIKE] }) })
    const take = () => document.querySelector<HTMLElement>('[aria-label="Solve it as 3 was"]')!
    take().click()
    await settled()
    expect(remarks()!.value).toBe('A drop of oil')
    remarks()!.value = 'Two drops'
    remarks()!.dispatchEvent(new Event('input'))
    await settled()
    take().click()
    await settled()
    expect(remarks()!.value).toBe('Two drops')
  })

  it('is only read where nothing asks for it', async () => {
    await opened(() => ticketPage({ layout: [...ticketPage().layout, 'similar'] }), {
      'GET /api/tickets/7/beside': () => ({ ...FOUND, similar: [LIKE] }),
    })
    expect(document.body.textContent).toContain('A drop of oil')
    expect(document.querySelector('[aria-label="Solve it as 3 was"]')).toBeNull()
  })
})

describe('an act that was begun in another status', () => {
  it('says so, and is done only when it is pressed once more', async () => {
    let page = ticketPage()
    const { calls } = await opened(() => page, { 'POST /api/tickets/7/moves': () => ({ sequence: 5 }) })
    await press('q')
    await settled()
    page = ticketPage({ status: 'Waiting for others', statusId: 'waiting' })
    await useQueryCache().invalidateQueries({ key: ['ticket', 7] })
    await settled()
    const submit = async () => {
      document.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }))
      await settled()
    }
    await submit()
    expect(text('form [role=alert]')).toContain('The ticket is “Waiting for others” by now')
    expect(calls).not.toContain('POST /api/tickets/7/moves')
    await submit()
    expect(calls).toContain('POST /api/tickets/7/moves')
  })
})

describe('what is read first', () => {
  it('is who asks, what was asked, the last word, by when', async () => {
    await opened()
    const rows = [...document.querySelectorAll('.ticket-row h2')].map((one) => one.textContent)
    expect(rows).toEqual(['Asks', 'Asked', 'Last word', 'By when'])
    expect(text('[aria-label="Last word"]')).toContain('Ines Varga: “It sticks again”')
  })

  it('says what went wrong where it cannot be read', async () => {
    await opened(undefined, {
      'GET /api/tickets/7': () => {
        throw refusal(404, 'There is no ticket 7.')
      },
    })
    expect(text('[role=alert]')).toContain('There is no ticket 7.')
  })
})

describe('a reply while the ticket moves on', () => {
  async function writing(answers: Answers, page: () => Ticket) {
    const { wrapper } = await opened(page, answers)
    await press('r')
    wrapper.findComponent(WordsField).vm.$emit('update:text', 'It is oiled')
    await settled()
  }
  const send = async () => {
    document.querySelector('.reply form')!.dispatchEvent(new Event('submit', { cancelable: true }))
    await settled()
  }

  it('is sent with what was on the screen when it was begun', async () => {
    const sent: unknown[] = []
    await writing({ 'POST /api/tickets/7/reply': ({ body }) => (sent.push(body), { sequence: 4 }) }, () =>
      ticketPage(),
    )
    await send()
    expect(sent).toEqual([{ text: 'It is oiled', files: [], seen: 3 }])
  })

  it('says first what happened, and goes out once that was seen', async () => {
    const sent: { seen: number }[] = []
    let page = ticketPage()
    await writing(
      {
        'POST /api/tickets/7/reply': ({ body }) => {
          sent.push(body as { seen: number })
          if (sent.length > 1) return { sequence: 6 }
          page = ticketPage({
            sequence: 5,
            entries: [
              ...page.entries,
              { sequence: 5, at: 3000, actor: { person: 'mika' }, kind: 'replied', text: 'I was there' },
            ],
          })
          throw refusal(409, 'The ticket moved on while you wrote.')
        },
      },
      () => page,
    )
    await send()
    expect(text('.reply [role=alert]')).toContain('Mika Okoro replied: “I was there”')
    expect(text('.reply [type=submit]')).toContain('Send it all the same')
    await send()
    expect(sent.map((one) => one.seen)).toEqual([3, 5])
  })
})

describe('promises of which one rests by hand', () => {
  const clock = (target: string, rests: boolean) => ({
    ...{ target, label: target === 'respond' ? 'Answer' : 'Solve', serviceLevel: 'any', calendar: 'office' },
    ...{ edition: 1, startedAt: 1000, stopOn: 'done', pauseIn: [] },
    grants: [{ at: 1000, granted: 3_600_000, why: { edition: 1, why: [] } }],
    pauses: rests ? [{ from: 2000, by: 'ada', byHand: true, why: { edition: 1, why: [] } }] : [],
  })
  const keys = () =>
    [...document.querySelectorAll('[role=menuitem]')].flatMap(
      (one) =>
        /(Pause|Resume) promises ….*/
          .exec(one.textContent ?? '')?.[0]
          .replace(/\s+/g, ' ')
          .trim() ?? [],
    )

  it('can be paused and resumed, each of those it fits', async () => {
    const clocks = [clock('respond', true), clock('resolve', false)] as never
    await opened(() => ticketPage({ clocks }))
    await press('.')
    expect(keys()).toEqual([expect.stringMatching(/^Pause .*\.p$/), expect.stringMatching(/^Resume .*\.P$/)])
    await press('P', { shiftKey: true })
    const form = 'form[aria-label="Resume a promise"]'
    expect(text(form)).toContain('Answer: goes on')
    // Nothing else rests, so there is nothing to choose.
    expect(text(form)).not.toContain('Which promise?')
  })

  it('are only resumed where all of them rest', async () => {
    const clocks = [clock('respond', true), clock('resolve', true)] as never
    await opened(() => ticketPage({ clocks }))
    await press('.')
    expect(keys()).toEqual([expect.stringMatching(/^Resume .*\.p$/)])
  })
})

describe('what was done where somebody was sent', () => {
  it('stands with the time of the ticket, with what they said of it and its files', async () => {
    const visit = {
      ...{ id: 4, person: 'ada', from: 1000, to: 3_600_000, what: 'Look', state: 'finished' },
      steps: { onWay: 0, begun: 60_000, done: 120_000 },
      report: {
        ...{ words: 'New seal', parts: [{ what: 'Seal', count: '2 m' }], signedBy: 'Ines', at: 1, by: 'ada' },
        ...{ signature: 'f1', pictures: ['f2'] },
      },
    }
    await opened(() => ticketPage({ bookings: [visit] }))
    const said = document.body.textContent?.replace(/\s+/g, ' ') ?? ''
    expect(said).toContain('set out 00:00, began 00:01, done 00:02')
    expect(said).toContain('New seal')
    expect(said).toContain('2 m × Seal')
    expect(document.querySelector('a[href="/api/tickets/7/attachments/f1"]')?.textContent).toBe(
      'signature of Ines',
    )
    expect(document.querySelector('a[href="/api/tickets/7/attachments/f2"]')?.textContent).toBe('picture 1')
  })
})
