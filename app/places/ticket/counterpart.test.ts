import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { ticketPage } from '../../testing/ticket'
import CounterpartPart from './CounterpartPart.vue'

const NOW = Date.UTC(2026, 10, 17, 9)
const LINKED = {
  ...{ id: 31, partner: 'varnes', name: 'Varnes Harbour Works', isPaired: true, begun: 'here' },
  ...{ stands: 'linked', reference: 900, refused: null, ended: null, askedAt: NOW, heardAt: NOW },
  theirs: [
    { field: 'stage', name: 'Stage', words: 'Working', at: null },
    { field: 'due', name: 'Solved by', words: '2026-11-17T16:30:00Z', at: Date.UTC(2026, 10, 17, 16, 30) },
  ],
  ...{ untakenHere: [], untakenThere: [], open: [], waiting: { count: 0, since: null }, unreachable: null },
}
const PARTNER = {
  ...{ id: 'varnes', name: 'Varnes Harbour Works', replies: true, notes: false },
  lines: [
    { field: 'title', name: 'Title', words: 'The gate sticks', why: null, at: null },
    { field: 'gate', name: 'Gate', words: '“three”', why: 'misfit', at: null },
  ],
}
let sent: { path: string; body: unknown }[]
beforeEach(() => (sent = []))
afterEach(() => vi.unstubAllGlobals())

async function part(page: object, { role = 'technician', refuses = '' } = {}) {
  const keep =
    (path: string) =>
    ({ body }: { body?: unknown }) => {
      sent.push({ path, body })
      if (refuses) throw refusal(409, refuses)
      return { sequence: 40 }
    }
  const at = '/api/tickets/7/partners'
  serve({
    [`GET ${at}`]: () => ({ counterparts: [], partners: [], ...page }),
    [`POST ${at}`]: keep('ask'),
    [`POST ${at}/31/end`]: keep('end'),
    [`POST ${at}/31/decide`]: keep('decide'),
  })
  const ticket = ticketPage({ exchange: { offered: true, counterparts: 1 } })
  draw(CounterpartPart, { props: { ticket, zone: 'UTC', now: NOW, hint: 'Shift v' } as never })
  const { useSession } = await import('~/stores/session')
  useSession().me = meAs(role)
  await settled()
}
const said = () => (document.body.textContent ?? '').replace(/\s+/g, ' ')
const buttons = () =>
  [...document.querySelectorAll<HTMLElement>('button')].map((one) => [one, one.textContent!.trim()] as const)
async function press(words: RegExp) {
  const found = buttons().find(([, text]) => words.test(text.replace(/\s+/g, ' ')))
  if (!found) throw new Error(`no button ${String(words)} in ${said()}`)
  found[0].click()
  await settled()
}

describe('the counterpart of a ticket', () => {
  it('shows what would be said, line by line, before a partner is asked', async () => {
    await part({ partners: [PARTNER] })
    await press(/^Ask a partner/)
    expect(said()).toContain('Varnes Harbour Works would be told:TitleThe gate sticks')
    expect(said()).toContain('not Gate (“three”): it is of another type')
    expect(said()).toContain('what is said with the requester goes over as well')
    await press(/^Ask Varnes/)
    expect(sent).toEqual([{ path: 'ask', body: { partner: 'varnes' } }])
  })

  it('asks nobody of whom nothing would be told', async () => {
    await part({ partners: [{ ...PARTNER, lines: [] }] })
    await press(/^Ask a partner/)
    expect(said()).toContain('nobody has chosen yet what is said to them')
    expect(buttons().find(([, text]) => text.startsWith('Ask Varnes'))![0]).toHaveProperty('disabled', true)
  })

  it('keeps in sight why it was not asked', async () => {
    await part({ partners: [PARTNER] }, { refuses: 'It was taken just now.' })
    await press(/^Ask a partner/)
    await press(/^Ask Varnes/)
    expect(said()).toContain('It was taken just now.')
  })

  it('shows their number, how the exchange stands, and their last word', async () => {
    await part({ counterparts: [LINKED] })
    expect(said()).toContain('Varnes Harbour Works900')
    expect(said()).toContain('linked: all of it is there.')
    expect(said()).toContain('StageWorkingSolved by16:30')
  })

  it('asks whose stays of what both desks changed', async () => {
    const open = [{ target: 'status', name: 'Status', ours: 'In hand', theirs: 'Solved' }]
    await part({ counterparts: [{ ...LINKED, open }] })
    expect(said()).toContain('Both desks changed Status: “In hand” here, “Solved” there.')
    await press(/^Take “Solved”/)
    expect(sent).toEqual([{ path: 'decide', body: { target: 'status', keeps: 'theirs' } }])
  })

  it('says what is held, refused or not taken, and lets nobody act who only looks on', async () => {
    await part(
      {
        counterparts: [
          {
            ...{ ...LINKED, reference: null, stands: 'asked', heardAt: null, theirs: [] },
            ...{ waiting: { count: 1, since: NOW }, unreachable: { since: NOW, why: 'refused' } },
          },
          { ...LINKED, id: 32, stands: 'refused', refused: 'No ships here.' },
          {
            ...{ ...LINKED, id: 33 },
            untakenThere: [{ field: 'state', name: 'State', words: '“busy”', why: 'unmapped', said: null }],
          },
        ],
      },
      { role: 'requester' },
    )
    expect(said()).toMatch(
      /held: Varnes Harbour Works cannot be reached since .* It goes by itself once they can be/,
    )
    expect(said()).toContain('refused: No ships here.')
    expect(said()).toContain('State “busy” is not taken there: the table has no such value')
    expect(buttons()).toEqual([])
  })
})
