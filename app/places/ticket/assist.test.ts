import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { ticketPage } from '../../testing/ticket'
import AssistPart from './AssistPart.vue'

const MINUTE = 60_000
const NOW = Date.UTC(2026, 10, 17, 9)
const OPEN = {
  ...{ id: 31, key: 'k', host: 'ada', guest: 'ines', allows: ['see', 'control', 'restart'], recorded: true },
  ...{ state: 'offered', offeredAt: NOW, until: NOW + 30 * MINUTE, heardAt: NOW, deeds: 0, shows: [] },
  ...{
    code: '4K7P-29FX',
    link: 'https://desk.example/assist/4K7P-29FX',
    hostName: 'Ada',
    guestName: 'Ines Varga',
  },
  ...{ people: [], invited: [], lines: [], facts: [], changes: [], knownAt: null, isKept: false },
}
const PAGE = {
  ...{ attached: true, offers: ['see', 'control', 'files', 'restart'], open: null, past: [] },
  machines: [{ number: '412', name: 'Gate scanner 3' }],
}
let sent: { path: string; body: unknown }[]
beforeEach(() => (sent = []))
afterEach(() => vi.unstubAllGlobals())

async function part(
  page: object = {},
  { sessions = 1, offered = true, role = 'technician', refuses = '' } = {},
) {
  const keep =
    (path: string, answer: object = { window: null }) =>
    ({ body }: { body?: unknown }) => {
      sent.push({ path, body })
      if (refuses) throw refusal(409, refuses)
      return answer
    }
  const at = '/api/tickets/7/assists'
  serve({
    [`GET ${at}`]: () => ({ ...PAGE, ...page }),
    [`POST ${at}`]: keep('ask', { id: 31 }),
    [`POST ${at}/31/join`]: keep('join', { window: 'https://service.example/w' }),
    [`POST ${at}/31/end`]: keep('end'),
    [`POST ${at}/31/keep`]: keep('keep'),
    [`POST ${at}/31/restart`]: keep('restart'),
    [`POST ${at}/31/leave`]: keep('leave'),
    [`POST ${at}/31/say`]: keep('say', { brought: false }),
    [`POST ${at}/31/invite`]: keep('invite', { sequence: 40 }),
    'GET /api/technicians': () => [
      { id: 'bo', name: 'Bo Lind', team: 'Workshop', teams: ['w'], away: null, open: 0 },
    ],
  })
  const ticket = ticketPage({ assist: { offered, sessions } })
  const drawing = draw(AssistPart, { props: { ticket, zone: 'UTC', now: NOW, hint: 'v' } as never })
  const { useSession } = await import('~/stores/session')
  useSession().me = meAs(role)
  await settled()
  return drawing.wrapper
}
const said = () => (document.body.textContent ?? '').replace(/\s+/g, ' ')
async function press(words: RegExp) {
  const found = [...document.querySelectorAll<HTMLElement>('button')].find((one) =>
    words.test((one.textContent ?? '').replace(/\s+/g, ' ').trim()),
  )
  if (!found) throw new Error(`no button ${String(words)} in ${said()}`)
  found.click()
  await settled()
}

describe('a look at their machine', () => {
  it('is asked for with what may be done, of which machine, and whether it is recorded', async () => {
    const wrapper = await part({}, { sessions: 0 })
    await press(/^Look at it/)
    expect(said()).toContain('Ines Varga gets an address and a code')
    await press(/^Ask Ines Varga$/)
    expect(sent).toEqual([
      { path: 'ask', body: { allows: ['control', 'files'], recorded: false, machine: '412' } },
    ])
    expect(wrapper.emitted('done')).toHaveLength(1)
  })

  it('keeps what was asked for where the service does not take it', async () => {
    await part({}, { sessions: 0, refuses: 'The assist service did not take it (503).' })
    await press(/^Look at it/)
    await press(/^Ask Ines Varga$/)
    expect(said()).toContain('did not take it (503)')
    expect(document.querySelector('form.panel')).not.toBeNull()
  })

  it('shows the code to read out until they agree', async () => {
    await part({ open: OPEN })
    expect(said()).toContain('waits for Ines Varga, until 09:30')
    expect(said()).toContain('4K7P-29FX')
    expect(said()).toContain('see the screen, use mouse and keyboard and restart the machine · recorded')
    expect(said()).not.toContain('Go in')
    await press(/^Call it off$/)
    expect(sent).toEqual([{ path: 'end', body: undefined }])
  })

  it('opens its window by the press that asks for it', async () => {
    const opened = { opener: {}, location: { href: '' }, close: vi.fn() }
    vi.stubGlobal('open', () => opened)
    window.open = () => opened as never
    await part({ open: { ...OPEN, state: 'agreed', agreedAt: NOW - MINUTE } })
    expect(said()).toContain('Ines Varga agreed 08:59')
    await press(/^Go in$/)
    expect(opened.location.href).toBe('https://service.example/w')
    expect(opened.opener).toBeNull()
  })

  it('is restarted, left and ended by whoever is within, and says when the machine is away', async () => {
    const people = [{ person: 'ada', name: 'Ada', from: NOW }]
    await part({ open: { ...OPEN, state: 'agreed', agreedAt: NOW, people, lostAt: NOW } })
    expect(said()).toContain('the machine is away since 09:00')
    expect(said()).toContain('Within: Ada')
    for (const words of [/^Restart it$/, /^Leave it$/, /^End it$/]) await press(words)
    expect(sent.map((one) => one.path)).toEqual(['restart', 'leave', 'end'])
  })

  it('says how the machine is, what is otherwise, and keeps it', async () => {
    const facts = [
      { key: 'system', label: 'System', says: 'Quayside 12.4' },
      { key: 'disk main', label: 'Disk main', says: '1 GiB of 64 GiB free', tight: true },
    ]
    const changes = [{ label: 'Memory', before: '4 GiB', after: '8 GiB' }]
    const machine = { number: '412', name: 'Gate scanner 3' }
    await part({ open: { ...OPEN, state: 'agreed', facts, changes, machine, knownAt: NOW - MINUTE } })
    expect(document.querySelector('.tight')?.textContent).toContain('1 GiB of 64 GiB free')
    expect(said()).toContain('Memory: 4 GiB → 8 GiB')
    await press(/^Keep what is new$/)
    expect(sent).toEqual([{ path: 'keep', body: undefined }])
  })

  it('says something to whoever sits there, and says where it was not brought', async () => {
    const lines = [{ line: 1, person: null, by: 'Ines Varga', text: 'It hums.', at: NOW }]
    await part({ open: { ...OPEN, lines } })
    expect(said()).toContain('Ines Varga It hums.')
    const input = document.querySelector<HTMLInputElement>('.say input')!
    input.value = 'Which one?'
    input.dispatchEvent(new Event('input', { bubbles: true }))
    await settled()
    document.querySelector('.say')!.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }))
    await settled()
    expect(sent).toEqual([{ path: 'say', body: { text: 'Which one?' } }])
    expect(said()).toContain('The machine did not get the last line')
    expect(input.value).toBe('')
  })

  it('is read, with its papers, by whoever only looks on', async () => {
    const past = [
      {
        id: 20,
        says: 'Assist session with Ines Varga: Ada 17 minutes; it was ended',
        endedAt: NOW,
        isPaper: true,
      },
    ]
    await part({ past, open: OPEN }, { role: 'reader', offered: false })
    expect(said()).toContain('Ada 17 minutes; it was ended')
    expect(document.querySelector('a[href="/api/tickets/7/assists/20/papers/report"]')).not.toBeNull()
    expect(document.querySelectorAll('button')).toHaveLength(0)
  })
})
