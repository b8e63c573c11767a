import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { drawn, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import { useSentFiles } from '../../composables/useSentFiles'
import KitFinder from '../../kit/KitFinder.vue'
import AskPlace from './AskPlace.vue'
import PortalRequest from './PortalRequest.vue'
import PortalRequests from './PortalRequests.vue'
import PortalSearch from './PortalSearch.vue'

type Drawn = Awaited<ReturnType<typeof drawn>>['wrapper']
beforeEach(() => localStorage.clear())
afterEach(() => vi.unstubAllGlobals())

const ITEM = {
  item: { id: 'gate', name: 'A gate is stuck', description: 'It neither opens nor shuts.' },
  ...{
    asker: {},
    categories: [],
    forColleagues: false,
    hasArticles: false,
    hasKnown: false,
    isAtHand: false,
  },
  form: {
    stepByStep: true,
    steps: [
      { title: 'Which', questions: [{ question: 'gates', required: true }, { question: 'where' }] },
      {
        title: 'What',
        questions: [
          { question: 'signs' },
          { question: 'stopped', required: true },
          {
            question: 'since',
            required: true,
            showWhen: { all: [{ fact: 'form.stopped', op: 'is', value: true }] },
          },
        ],
      },
    ],
  },
  questions: [
    { name: 'gates', label: 'How many?', type: 'number', min: 1 },
    { name: 'where', label: 'Where?', type: 'site' },
    {
      ...{ name: 'signs', label: 'What does it do?', type: 'manyChoices' },
      options: [
        { value: 'noise', label: 'It hums' },
        { value: 'light', label: 'Its light is red' },
      ],
    },
    { name: 'stopped', label: 'Has boarding stopped?', type: 'yesNo' },
    { name: 'since', label: 'For how long?', type: 'duration' },
  ],
}
const SITES = [
  { value: 'hallin', label: 'Hallin quay' },
  { value: 'varnes', label: 'Varnes quay' },
]
const LOGGED = {
  reference: 7,
  reads: 'own',
  held: false,
  loggedAt: 0,
  respond: { due: 60_000 },
  resolve: { due: null },
}
const NOTHING = { articles: [], notices: [] }

const field = (wrapper: Drawn, label: string): HTMLInputElement => {
  const named = wrapper.findAll('label').find((one) => one.text().startsWith(label))
  return wrapper.element.ownerDocument.getElementById(named!.attributes('for')!) as HTMLInputElement
}
async function enter(wrapper: Drawn, label: string, value: string) {
  const control = field(wrapper, label)
  control.value = value
  control.dispatchEvent(new Event('input', { bubbles: true }))
  control.dispatchEvent(new Event('blur'))
  await settled()
}
async function tick(wrapper: Drawn, label: string) {
  const control = field(wrapper, label)
  control.checked = control.type === 'radio' || !control.checked
  control.dispatchEvent(new Event('change', { bubbles: true }))
  await settled()
}
async function press(wrapper: Drawn, text: string) {
  const button = wrapper.findAll('button').find((one) => one.text() === text)!
  const form = wrapper.findAll('form').find((one) => one.element.contains(button.element))!
  await form.trigger('submit', { submitter: button.element })
  await settled()
}

async function ask(answers: Parameters<typeof serve>[0] = {}) {
  const sent: unknown[] = []
  const calls = serve({
    'GET /api/portals/merrow/items/gate': () => ITEM,
    'GET /api/choices/site': () => SITES,
    'GET /api/portals/merrow/first': () => NOTHING,
    'POST /api/tickets': ({ body }) => {
      sent.push((body as { answers: unknown }).answers)
      return { request: LOGGED }
    },
    ...answers,
  })
  const { wrapper } = await drawn(AskPlace, { portal: 'merrow', item: 'gate' })
  return { wrapper, sent, calls }
}
/** Fills in the first step and goes on. */
async function fillFirst(wrapper: Drawn) {
  await enter(wrapper, 'How many?', '3')
  await press(wrapper, 'Next')
}

describe('something is asked for', () => {
  it('step by step: a step is left when it is in order, and what it leads to is asked', async () => {
    const { wrapper, sent } = await ask()
    await press(wrapper, 'Next')
    expect(wrapper.text()).toContain('please answer this')
    expect(wrapper.text()).toContain('Step 1 of 2')

    await fillFirst(wrapper)
    expect(wrapper.text()).toContain('Step 2 of 2')
    expect(wrapper.text()).not.toContain('For how long?')
    await tick(wrapper, 'Its light is red')
    await tick(wrapper, 'It hums')
    await tick(wrapper, 'Yes')
    await enter(wrapper, 'For how long?', '1:30')
    expect(field(wrapper, 'For how long?').value).toBe('1 hour 30 minutes')
    await press(wrapper, 'Back')
    expect(field(wrapper, 'How many?').value).toBe('3')
    await press(wrapper, 'Next')
    await press(wrapper, 'Send the request')
    expect(sent).toEqual([{ gates: 3, signs: ['noise', 'light'], stopped: true, since: 'PT1H30M' }])
    expect(wrapper.text()).toContain('We have it')
    expect(wrapper.text()).toContain('no time promised')
  })

  it('and what may solve it is offered once before', async () => {
    const notices = [{ id: 4, title: 'Gates at Hallin', body: 'All of them are stuck.' }]
    const counted: unknown[] = []
    const { wrapper, sent } = await ask({
      'GET /api/portals/merrow/first': () => ({
        articles: [{ id: 2, title: 'Shut it twice', body: '' }],
        notices,
      }),
      'POST /api/portals/merrow/solved': ({ body }) => counted.push(body) && { counted: true },
    })
    await fillFirst(wrapper)
    await tick(wrapper, 'No')
    await press(wrapper, 'Send the request')
    expect(wrapper.text()).toContain('Known to be broken: Gates at Hallin')
    expect(sent).toEqual([])
    await press(wrapper, 'Back to the form')
    await press(wrapper, 'Send the request')
    expect(sent).toHaveLength(1)

    const other = await ask({
      'GET /api/portals/merrow/first': () => ({ articles: [], notices }),
      'POST /api/portals/merrow/solved': ({ body }) => counted.push(body) && { counted: true },
    })
    await fillFirst(other.wrapper)
    await tick(other.wrapper, 'No')
    await press(other.wrapper, 'Send the request')
    await press(other.wrapper, 'That is it; I need not ask')
    expect(other.wrapper.text()).toContain('Nothing was sent to the desk.')
    expect([counted, other.sent]).toEqual([[{ notice: 4, item: 'gate' }], []])
  })

  it('what the desk refuses stands at its field, on its step; nothing typed is lost', async () => {
    const { wrapper } = await ask({
      'POST /api/tickets': () => {
        throw refusal(422, 'Some answers need another look.', [{ field: 'gates', message: 'there are two' }])
      },
    })
    await fillFirst(wrapper)
    await tick(wrapper, 'No')
    await press(wrapper, 'Send the request')
    expect(wrapper.text()).toContain('Step 1 of 2')
    expect(wrapper.text()).toContain('there are two')
    expect(field(wrapper, 'How many?').value).toBe('3')
  })

  it('where one had come to is there again, and what the files are called', async () => {
    const files = { signs: ['f-1'] }
    const { wrapper } = await ask()
    await fillFirst(wrapper)
    await tick(wrapper, 'It hums')
    wrapper.unmount()
    const kept = JSON.parse(localStorage.getItem('yare-ask-merrow-gate')!) as Record<string, object>
    expect(kept).toMatchObject({ at: 1, files: {} })
    const before = {
      ...kept,
      answers: { ...kept.answers, ...files },
      files: { 'f-1': { name: 'gate.png', size: 7 } },
    }
    localStorage.setItem('yare-ask-merrow-gate', JSON.stringify(before))
    const again = await ask()
    expect(again.wrapper.text()).toContain('Step 2 of 2')
    expect(useSentFiles().names.value).toEqual({ 'f-1': { name: 'gate.png', size: 7 } })
  })

  it('what was typed is there again after the page was closed, for whoever typed it', async () => {
    const first = await ask()
    await enter(first.wrapper, 'How many?', '5')
    first.wrapper.unmount()
    const second = await ask()
    expect(field(second.wrapper, 'How many?').value).toBe('5')
    localStorage.setItem('yare-ask-merrow-gate', '{')
    second.wrapper.unmount()
    expect(field((await ask()).wrapper, 'How many?').value).toBe('')
  })

  it('says that it keeps what is written, and begins anew', async () => {
    const { wrapper } = await ask()
    expect(wrapper.text()).not.toContain('is kept on this device')
    await enter(wrapper, 'How many?', '5')
    expect(wrapper.text()).toContain('What you write is kept on this device until you send it.')
    wrapper.unmount()
    const again = await ask()
    expect(again.wrapper.text()).toContain('This is what you had written before.')
    const anew = again.wrapper.findAll('button').find((one) => one.text() === 'Begin anew')!
    await anew.trigger('click')
    await settled()
    expect(field(again.wrapper, 'How many?').value).toBe('')
    expect(localStorage.getItem('yare-ask-merrow-gate')).toBeNull()
    await enter(again.wrapper, 'How many?', '6')
    expect(localStorage.getItem('yare-ask-merrow-gate')).toContain('6')
  })

  it('with the category that it is about, picked list by list', async () => {
    const categories = [
      { id: 'gates/belt', label: 'The belt does not move' },
      { id: 'gates/reader', label: 'It reads no ticket' },
      { id: 'gates/reader/light', label: 'Its light is out' },
      { id: 'gates/reader/glass', label: 'Its glass is broken' },
    ]
    const bodies: unknown[] = []
    const { wrapper } = await ask({
      'GET /api/portals/merrow/items/gate': () => ({ ...ITEM, categories }),
      'POST /api/tickets': ({ body }) => bodies.push(body) && { request: LOGGED },
    })
    await fillFirst(wrapper)
    expect(wrapper.text()).toContain('please choose a category')
    await tick(wrapper, 'It reads no ticket')
    await press(wrapper, 'Next')
    expect(wrapper.text()).toContain('Step 1 of 2')
    await tick(wrapper, 'Its glass is broken')
    await press(wrapper, 'Next')
    await press(wrapper, 'Which')
    expect(wrapper.text()).toContain('Step 1 of 2')
    await press(wrapper, 'Next')
    await tick(wrapper, 'No')
    await press(wrapper, 'Send the request')
    expect(bodies).toEqual([expect.objectContaining({ category: 'gates/reader/glass' })])
  })

  it('for a colleague, whose conditions the form then asks by', async () => {
    const asked: unknown[] = []
    const bodies: unknown[] = []
    const { wrapper } = await ask({
      'GET /api/portals/merrow/items/gate': ({ query }) =>
        asked.push(query.for) && { ...ITEM, forColleagues: true },
      'GET /api/choices/person': () => [{ value: 'corin-vale', label: 'Corin Vale' }],
      'POST /api/tickets': ({ body }) =>
        bodies.push(body) && { request: { ...LOGGED, reads: 'watched', requester: 'Corin Vale' } },
    })
    await tick(wrapper, 'For a colleague')
    await fillFirst(wrapper)
    expect(wrapper.text()).toContain('please choose a person')
    wrapper.getComponent(KitFinder).vm.$emit('update:modelValue', 'corin-vale')
    await settled()
    await press(wrapper, 'Next')
    await tick(wrapper, 'No')
    await press(wrapper, 'Send the request')
    expect(bodies).toEqual([expect.objectContaining({ requester: 'corin-vale' })])
    expect(wrapper.text()).toContain('It is asked for Corin Vale')
  })

  it('and what helps already stands beside it while it is written, and is not offered again', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const article = { id: 2, title: 'Shut it twice', body: '' }
    const known = { reference: 41, summary: 'The gate hums', status: 'We are at it', loggedAt: 0 }
    const text = { name: 'more', label: 'Tell us more', type: 'longText' }
    const form = { stepByStep: false, steps: [{ title: 'What', questions: [{ question: 'more' }] }] }
    const { wrapper, sent } = await ask({
      'GET /api/portals/merrow/items/gate': () => ({ ...ITEM, form, questions: [text], hasArticles: true }),
      'GET /api/portals/merrow/help': ({ query }) => ({
        articles: query.words === 'It hums and sticks' ? [article] : [],
        known: query.words === 'It hums and sticks' ? [known] : [],
      }),
      'GET /api/portals/merrow/first': () => ({ articles: [article], notices: [] }),
    })
    await enter(wrapper, 'Tell us more', 'It hums and sticks')
    vi.advanceTimersByTime(400)
    await settled()
    await settled()
    expect(wrapper.findAll('.help a').map((one) => one.attributes('href'))).toEqual([
      '/portal/merrow/articles/2',
      '/portal/merrow/requests/41',
    ])
    expect(wrapper.get('.help').text()).toContain('We are at it')
    vi.useRealTimers()
    await press(wrapper, 'Send the request')
    expect(sent).toHaveLength(1)
  })

  it('and can be kept at hand', async () => {
    const bodies: unknown[] = []
    const { wrapper } = await ask({
      'POST /api/portals/merrow/at-hand': ({ body }) => bodies.push(body) && { on: true },
    })
    await press(wrapper, 'Keep it at hand')
    expect(bodies).toEqual([{ item: 'gate', on: true }])
    expect(wrapper.text()).toContain('At hand; take it away')
  })

  it('and says so where it cannot be asked for', async () => {
    const { wrapper } = await ask({
      'GET /api/portals/merrow/items/gate': () => {
        throw refusal(404, 'This cannot be asked for here.')
      },
    })
    expect(wrapper.get('[role=alert]').text()).toContain('This cannot be asked for here.')
  })
})

describe('a request', () => {
  const PAGE = {
    ...{ reference: 7, summary: 'A gate is stuck', status: 'In work', group: 'open', loggedAt: 0 },
    ...{ fields: [], answers: [], conversation: [], happened: [], steps: [], waitsForMe: true },
    ...{ reads: 'own', requester: 'Ines Varga', technician: null, confirmed: false, rating: null },
    ...{ respond: { due: null, ended: true }, resolve: { due: null } },
  }
  async function open(answers: Parameters<typeof serve>[0]) {
    serve({ 'GET /api/requests/7': () => PAGE, ...answers })
    return (await drawn(PortalRequest, { portal: 'merrow', reference: 7 })).wrapper
  }

  it('is answered', async () => {
    const bodies: unknown[] = []
    const conversation = [{ by: 'Ines Varga', at: 0, mine: true, text: 'It opens again', isOurs: false }]
    const wrapper = await open({
      'POST /api/requests/7/answer': ({ body }) => bodies.push(body) && { ...PAGE, conversation },
    })
    await enter(wrapper, 'Your answer', 'It opens again')
    await press(wrapper, 'Send')
    expect(bodies).toEqual([{ text: 'It opens again', files: [] }])
    expect(wrapper.text()).toContain('The desk has your answer.')
    expect(wrapper.get('.say').text()).toContain('It opens again')
    expect(field(wrapper, 'Your answer').value).toBe('')
  })

  it('keeps what was typed where it is refused', async () => {
    const wrapper = await open({
      'POST /api/requests/7/answer': () => {
        throw refusal(503, 'Nothing was changed. Please try again in a moment.')
      },
    })
    await enter(wrapper, 'Your answer', 'It opens again')
    await press(wrapper, 'Send')
    expect(wrapper.get('[role=alert]').text()).toContain('Please try again')
    expect(field(wrapper, 'Your answer').value).toBe('It opens again')
  })

  it('is called off after it was asked once', async () => {
    const wrapper = await open({
      'POST /api/requests/7/withdraw': () => ({ ...PAGE, group: 'done', status: 'Called off' }),
    })
    await press(wrapper, 'I need it no more …')
    await press(wrapper, 'Keep it')
    await press(wrapper, 'I need it no more …')
    await press(wrapper, 'Call it off')
    expect(wrapper.text()).toContain('It is called off.')
    expect(wrapper.text()).not.toContain('I need it no more')
  })
})

describe('a request that is done', () => {
  const DONE = {
    ...{ reference: 7, summary: 'A gate is stuck', status: 'Done', group: 'done', loggedAt: 0 },
    ...{ fields: [], answers: [], conversation: [], waitsForMe: false, technician: 'Tora Aas' },
    ...{ reads: 'own', requester: 'Ines Varga', asksVerdict: true, confirmed: false, rating: null },
    ...{ respond: { due: null, ended: true }, resolve: { due: null } },
    happened: [{ at: 0, says: 'Tora Aas took it' }],
    ...{ steps: [], visits: [] as object[] },
  }
  async function open(answers: Parameters<typeof serve>[0], page: object = DONE) {
    serve({ 'GET /api/requests/7': () => page, ...answers })
    return (await drawn(PortalRequest, { portal: 'merrow', reference: 7 })).wrapper
  }

  it('is confirmed and rated, a press each, with a word', async () => {
    const rated: unknown[] = []
    const wrapper = await open({
      'POST /api/requests/7/confirm': () => ({ ...DONE, confirmed: true }),
      'POST /api/requests/7/rate': ({ body }) => {
        rated.push(body)
        return { ...DONE, confirmed: true, rating: { ...(body as object), at: 0 } }
      },
    })
    expect(wrapper.text()).toContain('Tora Aas took it')
    await press(wrapper, 'Yes, it is solved')
    expect(wrapper.text()).toContain('Good to know that it is solved.')
    await press(wrapper, 'Fairly')
    expect(wrapper.text()).toContain('You have said: Fairly.')
    await enter(wrapper, 'A word to it', 'It squeaks')
    await press(wrapper, 'Add it')
    expect(rated).toEqual([
      { verdict: 'fairly', text: '' },
      { verdict: 'fairly', text: 'It squeaks' },
    ])
  })

  it('says when somebody comes, which suits, goes to another free time, or is not needed', async () => {
    const bodies: unknown[] = []
    const visit = {
      ...{ job: 4, booking: 5, from: Date.UTC(2026, 10, 19, 9), to: Date.UTC(2026, 10, 19, 10) },
      ...{ name: 'Keir Moss', suits: false, begun: false },
      others: [{ from: Date.UTC(2026, 10, 20, 8), to: Date.UTC(2026, 10, 20, 9) }],
    }
    const page = { ...DONE, group: 'active', asksVerdict: false, visits: [visit] }
    const wrapper = await open(
      {
        'POST /api/requests/7/visits/4': ({ body }) => {
          bodies.push(body)
          const { says, at } = body as { says: string; at?: number }
          const now = { ...visit, suits: true, from: at ?? visit.from, others: [] }
          return { ...page, visits: says === 'off' ? [] : [now] }
        },
      },
      page,
    )
    expect(wrapper.text()).toContain('When we come')
    expect(wrapper.text()).toContain('Keir Moss')
    const [other] = wrapper.findAll('button').filter((one) => one.text().includes('20 Nov'))
    await other!.trigger('click')
    await settled()
    expect(wrapper.text()).toContain('You said that this suits you.')
    expect(wrapper.text()).toContain('No other time is free within two weeks')
    await press(wrapper, 'Nobody needs to come')
    expect(wrapper.text()).not.toContain('When we come')
    const seen = { booking: 5, from: visit.from }
    expect(bodies).toEqual([
      { says: 'other', at: Date.UTC(2026, 10, 20, 8), ...seen },
      { says: 'off', booking: 5, from: Date.UTC(2026, 10, 20, 8) },
    ])
  })

  it('is opened again by what is not solved', async () => {
    const bodies: unknown[] = []
    const wrapper = await open({
      'POST /api/requests/7/answer': ({ body }) =>
        bodies.push(body) && { ...DONE, group: 'active', status: 'In work', asksVerdict: false },
    })
    await press(wrapper, 'No, it is not')
    await enter(wrapper, 'What is not solved?', 'It is stuck again')
    await press(wrapper, 'Send')
    expect(bodies).toEqual([{ text: 'It is stuck again', files: [] }])
    expect(wrapper.text()).toContain('Tora Aas has it')
  })

  it('of a colleague is read, and watched; nothing else is done to it', async () => {
    const bodies: unknown[] = []
    const wrapper = await open(
      {
        'POST /api/requests/7/watch': ({ body }) =>
          bodies.push(body) && { page: { ...DONE, reads: 'watched', asksVerdict: false } },
      },
      { ...DONE, reads: 'colleague', asksVerdict: false },
    )
    expect(wrapper.text()).toContain('Asked by Ines Varga')
    expect(wrapper.text()).not.toContain('Is it solved?')
    expect(wrapper.findAll('textarea')).toHaveLength(0)
    await press(wrapper, 'Watch it')
    expect(bodies).toEqual([{ on: true }])
    expect(wrapper.text()).toContain('you hear what Ines Varga hears')
    expect(wrapper.text()).not.toContain('Is it solved?')
  })
})

describe('requests', () => {
  const row = (reference: number, more: object = {}) => ({
    ...{ reference, summary: `Request ${reference}`, status: 'In work', group: 'active', loggedAt: 0 },
    ...{ reads: 'own', requester: 'Ines Varga', waitsForMe: false },
    ...{ respond: { due: null, ended: null }, resolve: { due: null, ended: null }, ...more },
  })

  it('are those of oneself and of whom one watches; those of colleagues where they can be read', async () => {
    serve({
      'GET /api/requests': () => ({
        ...{ rows: [row(9), row(8, { reads: 'watched', requester: 'Corin Vale' })], next: 'open-8' },
        colleagues: true,
      }),
    })
    const { wrapper } = await drawn(PortalRequests, { portal: 'merrow' })
    expect(wrapper.text()).toContain('of Corin Vale')
    const links = wrapper.findAll('a').map((one) => [one.text(), one.attributes('href')])
    expect(links).toContainEqual(['Those of colleagues', '/portal/merrow/requests?of=colleagues'])
    expect(links).toContainEqual(['Older ones', '/portal/merrow/requests?after=open-8'])
  })

  it('say where there are none', async () => {
    serve({ 'GET /api/requests': () => ({ rows: [], next: null, colleagues: false }) })
    const { wrapper } = await drawn(PortalRequests, { portal: 'merrow' })
    expect(wrapper.text()).toContain('You have asked for nothing yet.')
    expect(wrapper.find('form').exists()).toBe(false)
  })
})

describe('what somebody needs', () => {
  it('is listed while they write it', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const asked: unknown[] = []
    serve({
      'GET /api/portals/merrow/search': ({ query }) => {
        asked.push(query.words)
        return query.words === 'xyz'
          ? { items: [], articles: [] }
          : { items: [{ id: 'gate', name: 'A gate is stuck', description: '' }], articles: [] }
      },
    })
    const { wrapper } = await drawn(PortalSearch, { portal: 'merrow' })
    const box = wrapper.get('input')
    for (const words of ['g', 'ga', 'gate']) await box.setValue(words)
    vi.advanceTimersByTime(100)
    await settled()
    expect(asked).toEqual(['gate'])
    expect(wrapper.get('li a').attributes('href')).toBe('/portal/merrow/ask/gate')
    await box.setValue('xyz')
    vi.advanceTimersByTime(100)
    await settled()
    expect(wrapper.text()).toContain('Nothing fits these words.')
    vi.useRealTimers()
  })
})
