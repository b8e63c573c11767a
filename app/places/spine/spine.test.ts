import { afterEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import type { Shortcut } from '~/stores/shortcuts'
import CommandLine from './CommandLine.vue'
import { helpAt } from './help'
import KeysDialog from './KeysDialog.vue'
import ToldSlip from './ToldSlip.vue'

afterEach(() => vi.unstubAllGlobals())
const lines = () => [...document.querySelectorAll('[role="option"]')].map((one) => one.textContent ?? '')
const signedIn = (id = 'tora') => {
  useSession().me = meAs('technician', { id, zone: 'Europe/London' })
}

describe('the command line', () => {
  const search = (hits: object[], tickets = 0) => ({ hits, tickets, isMore: false })
  async function line(answer: (words: string) => unknown) {
    const asked: unknown[] = []
    serve({
      'GET /api/search': ({ query }) => {
        asked.push(query.words)
        return answer(String(query.words))
      },
    })
    const { wrapper, router } = draw(CommandLine)
    signedIn()
    await settled()
    const type = async (words: string) => {
      await wrapper.get('input').setValue(words)
      await settled()
    }
    return { wrapper, router, type, asked }
  }

  it('goes to places without asking, and to what the desk knows', async () => {
    const hit = { kind: 'ticket', to: '/desk/48210', title: '48210 Printer dark', note: 'Counter' }
    const { type, router } = await line(() => search([hit], 19))
    await type('Deadlines: over')
    await vi.waitFor(() => expect(lines().join()).toContain('Deadlines: over'))
    await type('prin')
    await vi.waitFor(() => expect(lines().join()).toContain('48210 Printer dark'))
    expect(lines().join()).toContain('18 other tickets fit')
    const found = [...document.querySelectorAll<HTMLElement>('[role="option"]')]
    found.find((one) => one.textContent?.includes('48210'))!.click()
    await settled()
    expect(router.currentRoute.value.path).toBe('/desk/48210')
  })

  it('goes to what came last by Enter, though nothing was known at first', async () => {
    const hit = { kind: 'ticket', to: '/desk/48210', title: '48210 Printer dark', note: 'Counter' }
    const { wrapper, type, router } = await line(() => search([hit], 1))
    await type('48210')
    await vi.waitFor(() => expect(lines().join()).toContain('48210 Printer dark'))
    await settled()
    await wrapper.get('input').trigger('keydown', { key: 'Enter', code: 'Enter' })
    await settled()
    expect(router.currentRoute.value.path).toBe('/desk/48210')
  })

  it('asks once somebody pauses, and minds the last words only', async () => {
    const { wrapper, asked } = await line((words) =>
      search([{ kind: 'ticket', to: `/desk/${words}`, title: `found ${words}`, note: '' }], 1),
    )
    for (const words of ['p', 'pr', 'pri']) await wrapper.get('input').setValue(words)
    await vi.waitFor(() => expect(lines().join()).toContain('found pri'))
    expect(asked).toEqual(['pri'])
  })

  it('says when the desk cannot be asked, and still goes to places', async () => {
    const { type } = await line(() => {
      throw refusal(503, 'Nothing was changed. Please try again in a moment.')
    })
    await type('messages')
    await vi.waitFor(() => expect(lines().join()).toContain('Please try again in a moment.'))
    expect(lines().join()).toContain('Messages: everything that went or will go')
  })
})

describe('what I was told', () => {
  const row = (key: string, more: object = {}) => ({
    key,
    reference: 7,
    subject: `Told ${key}`,
    channel: 'mail',
    state: 'sent',
    queued_at: 0,
    seen_at: null,
    canAcknowledge: false,
    ...more,
  })
  async function slip(answers: Parameters<typeof serve>[0], unseen = 2) {
    const calls = serve({
      'GET /api/messages/mine': () => ({ rows: [row('a'), row('b', { canAcknowledge: true })], unseen }),
      ...answers,
    })
    const { wrapper } = draw(ToldSlip)
    signedIn()
    await settled()
    return { wrapper, calls, told: useTold() }
  }

  it('is counted, and counts as seen at once when the slip is shut', async () => {
    const { wrapper, told, calls } = await slip({ 'POST /api/messages/seen': () => ({ ok: true }) })
    expect(wrapper.get('button').attributes('aria-label')).toBe('For me: 2 new messages')
    await told.see()
    await settled()
    expect(wrapper.get('button').attributes('aria-label')).toBe('For me: what you were told')
    expect(calls.filter((one) => one.startsWith('POST'))).toEqual(['POST /api/messages/seen'])
    // There is nothing new to see.
    await told.see()
    expect(calls.filter((one) => one.startsWith('POST'))).toHaveLength(1)
  })

  it('counts as new again where the desk did not hear it', async () => {
    const { told } = await slip({
      'POST /api/messages/seen': () => {
        throw refusal(503, 'later')
      },
    })
    await told.see()
    expect(told.unseen).toBe(2)
  })

  it('is nobody else’s once they have signed out', async () => {
    let mine = [row('of Tora')]
    const { told } = await slip({
      'GET /api/messages/mine': () => ({ rows: mine, unseen: mine.length }),
      'POST /api/sign-out': () => ({ ok: true }),
    })
    expect(told.rows.map(({ key }) => key)).toEqual(['of Tora'])
    await useSession().signOut()
    mine = [row('of Mika')]
    signedIn('mika')
    expect(told.rows).toEqual([])
    await settled()
    expect(told.rows.map(({ key }) => key)).toEqual(['of Mika'])
  })

  it('many are told as many', async () => {
    const { wrapper } = await slip({}, 250)
    expect(wrapper.text()).toContain('99+')
  })
})

describe('the command line at a ticket', () => {
  it('does to it what its keys do, and opens another in the place where one is', async () => {
    serve({
      'GET /api/search': () => ({
        ...{ tickets: 1, isMore: false },
        hits: [{ kind: 'ticket', to: '/desk/12', title: '12 A gate', note: 'open', why: '' }],
      }),
    })
    const { wrapper, router } = draw(CommandLine)
    signedIn()
    await router.push('/bench/7?order=fewestLate')
    const run = vi.fn()
    useShortcutSheets().add({
      place: 'A ticket that is open',
      shortcuts: [
        { keys: 'Shift s', says: 'Solve …', run },
        { keys: 'z', says: 'take it back', run, when: () => false },
      ],
    })
    const choose = async (words: string, line: string) => {
      await wrapper.get('input').setValue(words)
      await vi.waitFor(() => expect(lines().join()).toContain(line))
      const found = [...document.querySelectorAll<HTMLElement>('[role="option"]')]
      found.find((one) => one.textContent?.includes(line))!.click()
      await settled()
    }
    await choose('sol', 'Solve …')
    await vi.waitFor(() => expect(run).toHaveBeenCalledOnce())
    await choose('12', '12 A gate')
    expect(router.currentRoute.value.fullPath).toBe('/bench/12?order=fewestLate')
  })
})

describe('help', () => {
  it('is there for every place of the desk, the narrower before the wider', () => {
    const pages = Object.keys(import.meta.glob('../../pages/**/*.vue')).map((file) =>
      file.replace('../../pages', '').replace(/\.vue$/, ''),
    )
    const ofDesk = pages.filter(
      (one) =>
        !/^\/(?:index|first|forgotten|kit|password|sign-in|portal|acknowledge|assist|fill|word)/.test(one),
    )
    expect(ofDesk.length).toBeGreaterThan(10)
    expect(ofDesk.filter((one) => !helpAt(one.replace(/\/(?:index|\[.*)$/, '')))).toEqual([])
    expect(helpAt('/my/messages')?.place).toBe('For me')
    expect(helpAt('/deskless')).toBeUndefined()
  })
})

describe('the keys', () => {
  it('of what is open are listed as they are just now', async () => {
    const { wrapper, router } = draw(KeysDialog, { props: { shown: false } })
    await router.push('/bench/12')
    const sheets = useShortcutSheets()
    sheets.add({
      place: 'Everywhere',
      shortcuts: [{ keys: '?', says: 'these keys', run: () => undefined }],
    })
    const acts = ref<Shortcut[]>([])
    sheets.add({ place: 'A ticket that is open', shortcuts: acts })
    acts.value = [{ keys: 'Shift s', says: 'Solve', run: () => undefined }]
    await wrapper.setProps({ shown: true })
    await settled()
    const text = document.querySelector('[role="dialog"]')!.textContent!
    expect(text).toContain('SSolve')
    expect(text).toContain('these keys')
    expect(text).toContain('What Bench is for')
  })
})
