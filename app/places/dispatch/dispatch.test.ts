import ToastEventBus from 'primevue/toasteventbus'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Placing, Ways } from '~~/core/dispatch'
import { DAY, HOUR, MINUTE } from '~~/core/time'
import { draw, settled, within } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import type { PlaceJobsAnswer, PlaceJobsRequest } from '../../workers/placeJobs'
import DispatchPlace from './DispatchPlace.vue'
import PlaceAll from './PlaceAll.vue'
import { heldOf, heldVisit } from '~/composables/heldJob'
import type { Line } from './usePlaceAll'
import { usePlacing } from './usePlacing'

const START = Date.UTC(2026, 10, 17)
const at = (hour: number) => START + hour * HOUR
const visit = (more: object) => ({
  ...{
    id: '7-3',
    reference: 7,
    booking: 3,
    job: 2,
    start: at(10),
    end: at(11),
    state: 'booked',
    untold: true,
  },
  ...{
    setOut: null,
    isSeen: true,
    what: 'The lamp hums',
    summary: 'The lamp hums',
    site: 'quay',
    siteName: 'The quay',
  },
  ...{
    insisted: '',
    skill: null,
    earliest: null,
    latest: null,
    due: null,
    series: null,
    way: 0,
    meets: 'the mate',
    ...more,
  },
})
const person = (id: string, name: string, more: object = {}) => ({
  ...{
    id,
    name,
    zone: 'UTC',
    teams: ['crew'],
    skills: [],
    site: null,
    most: null,
    siteName: '',
    away: [],
    visits: [],
  },
  ...{ free: [{ start: at(8), end: at(16) }], ...more },
})
const BOARD = {
  ...{ now: at(9), zone: 'UTC', days: 1, day: '2026-11-17', from: START, to: START + DAY },
  people: [
    person('tora', 'Tora Aas', { skills: ['masts'] }),
    person('sten', 'Sten Vik', { zone: 'Europe/Oslo', visits: [visit({})] }),
    person('hal', 'Hal Rowan', { free: [], away: [{ date: '2026-11-17', name: 'Away: ill' }] }),
  ],
  skills: [{ id: 'masts', name: 'radio masts' }],
  teams: [{ id: 'crew', name: 'Field Crew' }],
  sites: [{ id: 'quay', name: 'The quay', zone: 'Europe/Oslo', ways: {} }],
}
const withSten = (one: object, away = false) => ({
  ...BOARD,
  people: BOARD.people.map((each) =>
    each.id === 'sten' ? { ...each, visits: [one].flat(), ...(away && { free: [] }) } : each,
  ),
})
const JOB = {
  ...{ reference: 9, id: 4, what: 'The mast leans', summary: 'The mast leans', takes: HOUR, skill: 'masts' },
  ...{ site: 'quay', earliest: null, latest: null, meets: 'the keeper', priority: 'p2', due_at: at(15) },
  ...{
    team: 'crew',
    skillName: 'radio masts',
    siteName: 'The quay',
    siteZone: 'UTC',
    numeral: 'II',
    open: [{ start: at(7), end: at(20) }],
    equipment: 'Mast 3',
    visit: false,
    series: null,
    organisation: 'isles',
    organisationName: 'Isles',
  },
}
const PLACE = {
  ...{
    person: 'tora',
    name: 'Tora Aas',
    start: at(10),
    end: at(11),
    way: 0,
    left: 4 * HOUR,
    freeAfter: HOUR,
  },
  ...{ isKnown: true, why: 'knows radio masts; free for 5:00 after it' },
}

const stretch = (from: number, to: number, references: number[], more: object = {}) => ({
  ...{ start: at(from), end: at(to), references, hidden: 0, late: false, ...more },
})
const WORK = [
  {
    id: 'tora',
    worked: [stretch(8, 9, [21])],
    planned: [stretch(9, 12, [22, 23], { hidden: 1, late: true })],
  },
]

interface Sent {
  path: string
  body: Record<string, unknown>
}
let sent: Sent[]
const heard: { severity: string; detail?: () => unknown }[] = []
ToastEventBus.on('add', (told) => heard.push(told as (typeof heard)[number]))
/** Takes back what was said last. */
async function undo() {
  await heard.findLast((one) => one.detail)?.detail?.()
  await settled()
}
beforeEach(() => (sent = []))

async function page({
  query = '',
  refuses,
  role = 'lead',
  sten,
  away,
}: { query?: string; refuses?: string; role?: string; sten?: object; away?: boolean } = {}) {
  const keep = (path: string, answer: object) => (asked: { body?: unknown }) => {
    sent.push({ path, body: asked.body as Record<string, unknown> })
    if (refuses && sent.length === 1)
      throw refusal(409, refuses, [{ field: 'insists', message: 'has 12 from 10:00 to 11:00' }])
    return answer
  }
  serve({
    'GET /api/dispatch/board': () => (sten ? withSten(sten, away) : BOARD),
    'GET /api/dispatch/work': () => ({ people: WORK }),
    'GET /api/dispatch/jobs': ({ query }: { query?: { search?: string } }) =>
      query?.search ? { rows: [], total: 0, now: at(9) } : { rows: [JOB], total: 1, now: at(9) },
    'GET /api/dispatch/places': () => ({
      places: [PLACE],
      others: [{ person: 'odd', name: 'Odd', longest: 30 * MINUTE }],
    }),
    'POST /api/tickets/9/jobs/4/place': keep('place 9', { booking: 5 }),
    'POST /api/tickets/9/jobs/4/free': keep('free 9', { sequence: 8 }),
    'POST /api/tickets/7/bookings/3/job': keep('plan 7', { id: 2 }),
    'POST /api/tickets/7/jobs/2/place': keep('place 7', { booking: 3 }),
    'POST /api/tickets/7/jobs/2/free': keep('free 7', { sequence: 8 }),
    'POST /api/dispatch/tell': keep('tell', { told: 1 }),
    'POST /api/tickets/9/jobs': keep('again 9', { id: 11, day: null }),
    'PATCH /api/tickets/9/jobs/4': keep('change 9', { sequence: 9 }),
    'POST /api/tickets/7/jobs/2/split': keep('split 7', { sequence: 9, rest: 8 }),
    'PATCH /api/tickets/7/jobs/8': keep('off 8', { sequence: 10 }),
    'PATCH /api/tickets/9/jobs/11': keep('off 9', { sequence: 9 }),
    'POST /api/tickets/12/jobs': keep('bring 12', { id: 6, day: null }),
  })
  const drawing = draw(DispatchPlace)
  useSession().me = meAs(role)
  useDeskTime().now = at(9)
  await drawing.router.push(`/dispatch${query}`)
  await settled()
  return drawing
}
const said = () => (document.body.textContent ?? '').replace(/\s+/g, ' ')
const button = (words: RegExp) => {
  const found = [...document.querySelectorAll<HTMLElement>('button')].find((one) =>
    words.test((one.getAttribute('aria-label') ?? one.textContent ?? '').replace(/\s+/g, ' ').trim()),
  )
  if (!found) throw new Error(`no button ${String(words)}`)
  return found
}
const press = async (words: RegExp) => {
  button(words).click()
  await settled()
}
const type = async (label: string, words: string) => {
  const field = [...document.querySelectorAll('label')].find((one) => one.textContent?.includes(label))
  const input = document.querySelector<HTMLInputElement>(`#${field?.getAttribute('for') ?? ''}`)!
  input.value = words
  input.dispatchEvent(new Event('input', { bubbles: true }))
  await settled()
}

describe('Dispatch', () => {
  it('says what cannot stay as it stands, and gives it to somebody else by one press', async () => {
    // Sten has gone home; what he had at ten wants somebody.
    await page({ sten: visit({ untold: false }), away: true })
    expect(said()).toContain('The lamp hums. Sten Vik, 7 at 10:00: is off shift then.')
    await press(/^Give it to Tora Aas, 10:00$/)
    expect(sent).toMatchObject([
      { path: 'place 7', body: { person: 'tora', from: at(10), now: { person: 'sten' } } },
    ])
  })

  it('gives the rest of what somebody began who is not there any more to somebody else', async () => {
    await page({ sten: visit({ state: 'begun', start: at(8), end: at(10), untold: false }), away: true })
    expect(said()).toContain('Sten Vik has begun 7 and is off shift now')
    await press(/^Give it to Tora Aas, 09:00$/)
    expect(sent).toMatchObject([{ path: 'place 7', body: { person: 'tora', from: at(9), takes: HOUR } }])
  })

  it('has what is to be placed, who works when, and what is placed', async () => {
    await page()
    expect(said()).toContain('To be placed1, by promise')
    expect(said()).toContain('Isles · radio masts · The quay · open until 20:00 · Mast 3 · meets the keeper')
    expect(said()).toContain('Away: ill')
    expect(said()).toContain('clock +1:00')
    expect(said()).toContain('2 of 3 work')
    expect(said()).toContain('Placed 1, 1 not told yet')
    expect(button(/^Sten Vik, 10:00 to 11:00: The lamp hums; The quay; not told yet$/)).toBeTruthy()
  })

  it('shows what is worked on beside that, and draws two things at once beside each other', async () => {
    await page({ sten: [visit({}), visit({ id: '8-3', reference: 8, start: at(10.5), end: at(12) })] })
    expect(document.querySelector('.worked')?.getAttribute('title')).toBe('worked, 08:00 to 09:00: 21')
    expect(document.querySelector('.planned')?.getAttribute('title')).toBe(
      'flexible work, 09:00 to 12:00: 22, 23 and 1 more; a promise is broken by then',
    )
    const rows = [...document.querySelectorAll<HTMLElement>('button.visit')].map((one) =>
      one.style.getPropertyValue('--row'),
    )
    expect(rows).toEqual(['0', '1'])
    expect(document.querySelectorAll('.lane.beside')).toHaveLength(1)
  })

  it('offers places for what is chosen, each with why, and places it at one', async () => {
    await page({ query: '?job=9-4' })
    expect(said()).toContain('Tue 10:00–11:00Tue 11:00 there')
    expect(said()).toContain('knows radio masts; free for 5:00 after it')
    expect(said()).toContain('Not Odd: 0:30 free in one piece.')
    expect(said()).toContain('without radio masts: 2 of 3')
    await press(/^Place and tell a$/)
    expect(sent).toEqual([{ path: 'place 9', body: { person: 'tora', from: at(10), tell: true } }])
  })

  it('places it where somebody types, and says what of that is unclear', async () => {
    await page({ query: '?job=9-4' })
    await type('type a name and a time', 'nobody 10:00')
    await press(/^Tell later$/)
    expect(said()).toContain('Nobody on this board is called so.')
    await type('type a name and a time', 'tora 13:15')
    await press(/^Tell later$/)
    expect(sent).toEqual([{ path: 'place 9', body: { person: 'tora', from: at(13.25), tell: false } }])
  })

  it('says what speaks against a place, and keeps why somebody insists', async () => {
    await page({ query: '?job=9-4' })
    await type('type a name and a time', 'sten 10:30')
    await press(/^Tell later$/)
    expect(sent).toEqual([])
    expect(said()).toContain('Sten Vik, 10:30: does not know radio masts; has 7 from 10:00 to 11:00.')
    await press(/^Place it there$/)
    expect(said()).toContain('Say why: it is kept, and shown with it.')
    await type('Why it stands there all the same', 'He learns it')
    await press(/^Place it there$/)
    expect(sent[0]!.body).toMatchObject({ person: 'sten', insists: 'He learns it', tell: false })
  })

  it('shows what somebody else has put there meanwhile', async () => {
    await page({ query: '?job=9-4', refuses: 'Tora Aas: has 12 from 10:00 to 11:00.' })
    await press(/^Place and tell a$/)
    expect(said()).toContain('Tora Aas, 10:00: has 12 from 10:00 to 11:00.')
    await press(/^Choose another place$/)
    expect(said()).not.toContain('has 12')
  })

  it('moves what is placed by the arrow keys, and puts it there by Enter', async () => {
    await page()
    const one = button(/^Sten Vik, 10:00/)
    const key = async (name: string, shiftKey = false) => {
      one.dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey, bubbles: true }))
      await settled()
    }
    await key('ArrowRight')
    await key('ArrowRight')
    await key('ArrowRight', true)
    expect(said()).toContain('Sten Vik, 10:30 to 11:45')
    await key('ArrowUp')
    one.click()
    await settled()
    const { body } = sent[0]!
    expect(body).toMatchObject({ person: 'tora', from: at(10.5), takes: 75 * MINUTE, tell: false })
    expect(body.now).toEqual({ booking: 3, person: 'sten', from: at(10) })
  })

  it('makes a job of a fixed time that was said on its ticket, as it is moved', async () => {
    await page({ sten: visit({ job: null, untold: false }), query: '?job=7-t3' })
    expect(said()).toContain('It was said on its ticket, and is a job of this board once you move it')
    await type('Anywhere else', 'tora 13:15')
    button(/^Place and tell$/).click()
    await settled()
    expect(sent).toMatchObject([
      { path: 'plan 7' },
      { path: 'place 7', body: { person: 'tora', from: at(13.25), now: { booking: 3, person: 'sten' } } },
    ])
  })

  it('frees what is placed, tells those who do not know, and brings a ticket', async () => {
    await page({ query: '?job=7-2' })
    expect(said()).toContain('It is with Sten Vik, Tue 10:00, who does not know of it yet.')
    await press(/^Take it from them$/)
    expect(sent.at(-1)).toEqual({ path: 'free 7', body: { booking: 3 } })
    await press(/^Tell them$/)
    expect(sent.at(-1)).toEqual({ path: 'tell', body: { day: '2026-11-17' } })
    await press(/^Bring one here …$/)
    await type('Number of a ticket', '12')
    await press(/^Bring it here$/)
    expect(sent.at(-1)).toEqual({ path: 'bring 12', body: { once: true } })
  })

  it('splits what is placed, and takes that back where it stood', async () => {
    await page({ query: '?job=7-2' })
    await press(/^Change what it asks for …$/)
    const form = document.querySelector<HTMLFormElement>('form[aria-label="What it asks for"]')!
    // Who must be there is not lost where it is only read from the board.
    expect([...form.querySelectorAll('input')].some((one) => one.value === 'the mate')).toBe(true)
    await press(/^Split it in two$/)
    await undo()
    expect(sent).toMatchObject([
      { path: 'split 7', body: { first: HOUR / 2 } },
      { path: 'off 8', body: { calledOff: true } },
      {
        path: 'place 7',
        body: { person: 'sten', from: at(10), takes: HOUR, tell: false, now: { booking: 3 } },
      },
    ])
  })

  it('calls off what is not wanted any more, and takes that back with all that it said', async () => {
    await page({ query: '?job=9-4' })
    await press(/^Change what it asks for …$/)
    await press(/^It is not wanted any more$/)
    await undo()
    expect(sent).toMatchObject([
      { path: 'change 9', body: { calledOff: true } },
      { path: 'again 9', body: { what: 'The mast leans', meets: 'the keeper', takes: HOUR, skill: 'masts' } },
    ])
  })

  it('changes what is asked for, and takes that back; what cannot be taken back is said', async () => {
    await page({ query: '?job=9-4' })
    await press(/^Change what it asks for …$/)
    await type('Who must be there', 'the purser')
    await press(/^Keep it$/)
    await undo()
    expect(sent.map((one) => one.body.meets)).toEqual(['the purser', 'the keeper'])
    serve({})
    await undo()
    expect(heard.at(-1)).toMatchObject({ severity: 'error' })
  })

  it('takes a row of any list that is dropped there, and nothing else', async () => {
    await page()
    const drop = async (link: string, ...types: string[]) => {
      const dataTransfer = { types: ['text/uri-list', ...types], getData: () => link }
      document.querySelector('.bring')!.dispatchEvent(Object.assign(new Event('drop'), { dataTransfer }))
      await settled()
    }
    await drop('https://elsewhere.example/knowledge?article=3')
    await drop('https://desk.example/desk/12x')
    expect(sent).toEqual([])
    await drop('https://desk.example/desk/12?view=mine')
    expect(sent).toEqual([{ path: 'bring 12', body: { once: true } }])
  })

  it('looks for jobs by words once typing rests, and says when there are none', async () => {
    await page()
    await type('Find a job', 'nowhere')
    await vi.waitFor(() => expect(said()).toContain('No job to be placed fits “nowhere”.'))
    await type('Find a job', '')
    await vi.waitFor(() => expect(said()).toContain('To be placed1, by promise'))
  })

  it('shows who cannot be there', async () => {
    await page({ sten: visit({ untold: false, answer: 'declined' }) })
    expect(said()).toContain('Sten Vikdoes not come')
    expect(button(/they do not come$/).classList).toContain('declined')
    await page({ sten: visit({ untold: false, heard: 'suitsNot' }) })
    expect(said()).toContain('Sten Viksuits not')
  })

  it('is read by who places nothing', async () => {
    await page({ query: '?job=9-4', role: 'technician' })
    expect(said()).toContain('Your role does not place work with others.')
    expect(() => button(/^Place and tell/)).toThrow()
    expect(() => button(/^Tell them/)).toThrow()
  })
})

/** A worker that places once and does not try to do so better. */
class FakeWorker {
  onmessage: (event: { data: PlaceJobsAnswer }) => void = () => undefined
  static asked: PlaceJobsRequest[] = []
  terminate() {}
  postMessage(asked: PlaceJobsRequest) {
    FakeWorker.asked.push(asked)
    const hands = asked.hands.map((one) => ({ ...one, skills: new Set(one.skills) }))
    const round = { ...asked, hands, ways: new Ways(asked.sites), held: new Map(asked.held) }
    const { best } = new Placing(round, () => 0.5)
    this.onmessage({ data: { proposal: best, first: best.sums, tries: 1 } })
  }
}

describe('work that repeats', () => {
  it('is said by months and a weekday, shows its days first, and can be taken back', async () => {
    await page({ query: '?job=9-4' })
    await press(/^Change what it asks for/)
    await press(/^Let it repeat …/)
    // November and May, on the first Monday from the day of the desk on, for five years.
    expect(said()).toContain('10 jobs like this one')
    expect(said()).toContain('3 May 2027 – 16 May 2027')
    let undo: (() => unknown) | undefined
    ToastEventBus.on('add', (told) => (undo = told.detail as typeof undefined))
    await press(/^Let it repeat$/)
    const repeats = { rule: 'FREQ=YEARLY;BYMONTH=5,11;BYDAY=1MO', first: '2026-11-17', days: 14 }
    const asks = { what: 'The mast leans', takes: HOUR, skill: 'masts', site: 'quay', visit: false }
    expect(sent).toEqual([{ path: 'again 9', body: { ...asks, meets: 'the keeper', repeats } }])
    await undo!()
    expect(sent[1]).toEqual({ path: 'off 9', body: { calledOff: true, series: true } })
  })
})

describe('many that were placed together', () => {
  it('are taken back together, though the board was not read anew since', async () => {
    sent = []
    const stood = visit({ id: '7-3', untold: false })
    let board: object = BOARD
    serve({
      'POST /api/tickets/9/jobs/4/free': ({ body }: { body?: unknown }) => (
        sent.push({ path: 'free 9', body: body as Record<string, unknown> }),
        { sequence: 8 }
      ),
      'POST /api/tickets/7/jobs/2/place': ({ body }: { body?: unknown }) => (
        sent.push({ path: 'place 7', body: body as Record<string, unknown> }),
        { booking: 4 }
      ),
    })
    const { got: placing } = within(() =>
      usePlacing({
        board: () => board as never,
        now: () => at(8),
        again: async () => {
          await Promise.resolve()
          const placed = visit({ id: '9-5', reference: 9, booking: 5, job: 4, start: at(9), end: at(10) })
          const moved = visit({ id: '7-4', booking: 4, start: at(13), end: at(14) })
          board = { ...BOARD, people: [person('tora', 'Tora Aas', { visits: [placed, moved] })] }
        },
      }),
    )
    const line = (held: unknown, start: number) => ({ held, hand: 'tora', start }) as unknown as Line
    placing.tookAll([line(heldOf(JOB as never), at(9)), line(heldVisit(stood as never, 'sten'), at(13))])
    await undo()
    expect(sent).toMatchObject([
      { path: 'free 9', body: { booking: 5 } },
      { path: 'place 7', body: { person: 'sten', from: at(10), now: { booking: 4, person: 'tora' } } },
    ])
  })
})

describe('placing all at once', () => {
  afterEach(() => vi.unstubAllGlobals())
  async function all(refuses?: string, more = 0) {
    vi.stubGlobal('Worker', FakeWorker)
    await page({ refuses })
    document.body.innerHTML = ''
    const { wrapper } = draw(PlaceAll, {
      props: { board: BOARD, jobs: [JOB], more, team: undefined, now: at(9) } as never,
    })
    await settled()
    return { wrapper, asked: () => FakeWorker.asked.at(-1)! }
  }

  it('proposes a line for each, which are taken as far as they are ticked', async () => {
    const { wrapper, asked } = await all()
    expect(asked().jobs.map((one) => one.id)).toEqual(['9-4'])
    expect(asked().hands.find((one) => one.id === 'sten')!.visits).toHaveLength(1)
    expect(said()).toMatch(/09:00–10:00 ?Tora Aas ?9 The mast leans/)
    document.querySelector<HTMLElement>('.kit-tick input')!.click()
    await settled()
    expect(said()).toContain('Take 0 lines')
    document.querySelector<HTMLElement>('.kit-tick input')!.click()
    await settled()
    await press(/^Take 1 line$/)
    expect(sent).toEqual([{ path: 'place 9', body: { person: 'tora', from: at(9), tell: false } }])
    expect(wrapper.emitted('taken')).toMatchObject([[[{ job: '9-4', hand: 'tora' }]]])
  })

  it('says how many there are that it does not place', async () => {
    await all(undefined, 7_999)
    expect(said()).toContain('1 of 8,000 open')
  })

  it('may move what is placed, as far as somebody says so', async () => {
    const { asked } = await all()
    expect(asked().held).toEqual([])
    document.querySelector<HTMLElement>('input[role=switch]')!.click()
    await settled()
    expect(asked().held).toEqual([['7-2', { hand: 'sten', start: at(10) }]])
    expect(asked().hands.every((one) => one.visits.length === 0)).toBe(true)
    // It stays where it is: nothing is better elsewhere.
    expect(said()).not.toContain('The lamp hums, moved')
  })

  it('says which line was refused, since somebody was quicker', async () => {
    await all('Somebody was quicker: it is with Hal Rowan now.')
    await press(/^Take 1 line$/)
    expect(said()).toContain('Somebody was quicker: it is with Hal Rowan now.')
    expect(said()).toContain('1 line could not be taken, since something has changed; look again.')
  })
})
