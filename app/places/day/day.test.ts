import ToastEventBus from 'primevue/toasteventbus'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { HOUR, MINUTE } from '~~/core/time'
import type { Stop } from '~/composables/keptOnDevice'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { nextStep, stepsTaken, withDeeds, type Deed } from './deeds'
import DayPlace from './DayPlace.vue'

// What a device keeps: the library's own store stands on a database that only browsers have.
const device = vi.hoisted(() => new Map<string, unknown>())
vi.mock('idb-keyval', () => ({
  get: async (key: string) => device.get(key),
  // As a browser keeps it: what is no plain thing is refused.
  set: async (key: string, value: unknown) => void device.set(key, structuredClone(value)),
  del: async (key: string) => void device.delete(key),
  keys: async () => [...device.keys()],
  update: async (key: string, how: (now: unknown) => unknown) =>
    void device.set(key, structuredClone(how(device.get(key)))),
}))

const START = Date.UTC(2026, 10, 17)
const at = (hour: number) => START + hour * HOUR
const stop = (more: Partial<Stop> = {}): Stop => ({
  ...{ reference: 7, booking: 3, job: 2, what: 'The lamp hums', summary: 'The lamp hums', meets: '' },
  ...{ from: at(10), to: at(11), state: 'booked', untold: false, insisted: '', heard: '', way: 20 * MINUTE },
  ...{ requester: 'Ines Varga', phone: '555 01', organisation: 'Merrow', steps: {}, report: null },
  site: { name: 'The quay', address: 'Pier 2', zone: 'Europe/Oslo' },
  ...more,
})
const deed = (more: Partial<Deed> = {}): Deed => ({
  ...{ key: 'k', reference: 7, booking: 3, what: 'The lamp hums', at: at(9), ...more },
})

describe('a stop', () => {
  it('stands as it is with what waits on the device', () => {
    const now = withDeeds(stop(), [
      deed({ step: 'onWay' }),
      deed({ step: 'begun', at: at(10) }),
      deed({ booking: 4, step: 'done' }),
      deed({ step: 'done', refused: 'no' }),
    ])
    expect(now).toMatchObject({ state: 'begun', steps: { onWay: at(9), begun: at(10) } })
    expect(stepsTaken(now).map((one) => one.step)).toEqual(['onWay', 'begun'])
    const report = { words: 'Hums no more', parts: [], signedBy: '', files: [] }
    expect(withDeeds(stop(), [deed({ report })]).report).toMatchObject({ words: 'Hums no more' })
  })

  it('has one next step, and no way where nobody goes anywhere', () => {
    expect(nextStep(stop())).toBe('onWay')
    expect(nextStep(stop({ steps: { onWay: at(9) } }))).toBe('begun')
    expect(nextStep(stop({ site: null }))).toBe('begun')
    expect(nextStep(stop({ job: null }))).toBe('begun')
    expect(nextStep(stop({ state: 'begun' }))).toBe('done')
    expect(nextStep(stop({ state: 'finished' }))).toBeUndefined()
  })
})

const clone = structuredClone
let taken: { path: string; body: Record<string, unknown> }[]
let line: 'up' | 'down' | string
/** What the desk waits for before it answers. */
let slow: Promise<void> | undefined
let heard: { summary: string; detail?: () => Promise<void> }[]
ToastEventBus.on('add', (told) => heard.push(told as (typeof heard)[number]))
beforeEach(() => {
  device.clear()
  taken = []
  line = 'up'
  slow = undefined
  heard = []
})
async function page(stops: Stop[] = [stop()]) {
  const take = (path: string, answer: object) => async (asked: { body?: unknown }) => {
    await slow
    if (line === 'down') throw new Error('no connection')
    if (line === 'gone')
      throw Object.assign(new Error(), { data: { status: 400, detail: 'It is gone', code: 'fileGone' } })
    if (line !== 'up') throw refusal(409, line)
    taken.push({ path, body: asked.body as Record<string, unknown> })
    return answer
  }
  serve({
    'GET /api/my/day': () => {
      if (line === 'down') throw new Error('no connection')
      return { now: at(9), zone: 'UTC', from: START, to: at(72), stops }
    },
    'POST /api/my/day': take('day', { known: false }),
    'POST /api/attachments': take('file', { id: 'f1' }),
    'POST /api/tickets/7/note': take('note', {}),
  })
  const drawing = draw(DayPlace)
  useSession().me = meAs('technician')
  useDeskTime().now = at(9)
  await settled()
  return drawing
}
const said = () => (document.body.textContent ?? '').replace(/\s+/g, ' ')
const press = async (words: RegExp) => {
  const found = [...document.querySelectorAll('button')].find((one) => words.test(one.textContent ?? ''))
  if (!found) throw new Error(`no button ${String(words)}`)
  found.click()
  await settled()
}

describe('My day', () => {
  it('says where one goes when, and in which zone', async () => {
    await page([stop(), stop({ reference: 8, from: at(34), to: at(35), what: 'Tomorrow' })])
    expect(said()).toContain('Tue 17 Nov')
    expect(said()).toContain('11:00 there')
    expect(said()).toContain('The quay, Pier 2')
    expect(document.querySelector('a[href="tel:55501"]')).toBeTruthy()
    expect(said()).toContain('Wed 18 Nov')
  })

  it('keeps what is done until it can be sent, and sends it once', async () => {
    await page()
    line = 'down'
    await press(/Set out/)
    expect(said()).toContain('on the way 09:00')
    expect(said()).toContain('One thing waits to be sent')
    await press(/Send now/)
    await press(/Begin/)
    expect(said()).toContain('2 things wait to be sent')
    line = 'up'
    await press(/Send now/)
    expect(taken.map((one) => one.body.step)).toEqual(['onWay', 'begun'])
    expect(new Set(taken.map((one) => one.body.key)).size).toBe(2)
    expect(said()).not.toContain('to be sent')
    await settled()
    expect(taken).toHaveLength(2)
  })

  it('keeps a report with its parts, and what was typed where it cannot be kept', async () => {
    await page()
    line = 'down'
    await press(/^Report/)
    await press(/Add a part/)
    const type = async (label: string, words: string) => {
      const field = [...document.querySelectorAll('label')].find((one) => one.textContent?.trim() === label)
      const box = document.getElementById(field?.getAttribute('for') ?? '') as HTMLInputElement
      box.value = words
      box.dispatchEvent(new Event('input', { bubbles: true }))
      await settled()
    }
    await type('What was done', 'New seal')
    await type('Part 1', 'Seal')
    vi.stubGlobal('structuredClone', () => {
      throw new Error('no room')
    })
    await press(/Keep the report/)
    expect(said()).toContain('This device keeps nothing')
    expect(document.querySelector('textarea')?.value).toBe('New seal')
    vi.stubGlobal('structuredClone', clone)
    await press(/Keep the report/)
    expect(device.get('deeds ada')).toMatchObject([
      { report: { words: 'New seal', parts: [{ what: 'Seal', count: '1' }] } },
    ])
    expect(document.querySelector('form')).toBeNull()
  })

  it('takes nothing back that is just being sent', async () => {
    await page()
    let answer: () => void = () => undefined
    const desk = new Promise<void>((resolve) => (answer = resolve))
    slow = desk
    await press(/Set out/)
    await press(/Send now/)
    const back = heard.at(-1)?.detail?.()
    await settled()
    // It is not known yet whether the desk has it.
    expect(device.get('deeds ada')).toHaveLength(1)
    answer()
    await back
    await settled()
    expect(taken).toHaveLength(1)
    expect(heard.at(-1)?.summary).toContain('The desk has it already')
  })

  it('is there without a connection, as it was', async () => {
    const first = await page()
    first.wrapper.unmount()
    line = 'down'
    await page()
    expect(said()).toContain('The lamp hums')
    expect(said()).toContain('As it was Tue 09:00')
  })

  it('shows what the desk does not take, and writes it as a note', async () => {
    await page()
    line = 'This fixed time is with Ove Stern meanwhile.'
    await press(/Set out/)
    await press(/Send now/)
    expect(said()).toContain('with Ove Stern meanwhile')
    expect(said()).not.toContain('on the way 09:00')
    line = 'up'
    await press(/as a note/)
    expect(taken).toMatchObject([
      { path: 'note', body: { text: expect.stringContaining('The lamp hums') as string } },
    ])
    expect(said()).not.toContain('meanwhile')
  })

  it('sends a file of a report once, though the line breaks after it', async () => {
    const files = [{ as: 'picture', name: 'a.jpg', type: 'image/jpeg', content: new Blob(['x']) }]
    device.set('deeds ada', [
      deed({
        report: { words: 'Seen', parts: [{ what: 'Belt', count: '2' }], signedBy: '', files } as never,
      }),
    ])
    await page()
    await settled()
    expect(taken).toMatchObject([
      { path: 'file' },
      {
        path: 'day',
        body: { report: { words: 'Seen', pictures: ['f1'], parts: [{ what: 'Belt', count: '2' }] } },
      },
    ])
  })

  it('sends a file anew that the desk has forgotten meanwhile', async () => {
    const files = [{ as: 'signature', name: 's.png', type: 'image/png', content: new Blob(['x']), id: 'old' }]
    const report = { words: '', parts: [], signedBy: '', files }
    device.set('deeds ada', [deed({ report: report as never })])
    line = 'gone'
    await page()
    expect(device.get('deeds ada')).toMatchObject([{ report: { files: [{ name: 's.png' }] } }])
    expect(JSON.stringify(device.get('deeds ada'))).not.toContain('old')
    line = 'up'
    await press(/Send now/)
    expect(taken).toMatchObject([{ path: 'file' }, { path: 'day', body: { report: { signature: 'f1' } } }])
  })

  it('says what is missing where there is nothing, and when a report says nothing', async () => {
    await page([])
    expect(said()).toContain('No fixed times on this day.')
  })

  it('leaves nothing to read when its person signs out, but what was not sent', async () => {
    await page()
    line = 'down'
    await press(/Set out/)
    expect([...device.keys()].sort()).toEqual(['day ada', 'deeds ada'])
    await forgetDays()
    expect([...device.keys()]).toEqual(['deeds ada'])
  })
})
