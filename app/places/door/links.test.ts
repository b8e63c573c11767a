import { afterEach, describe, expect, it, vi } from 'vitest'
import { drawn, settled, type draw } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import FillPlace from './FillPlace.vue'
import WordPlace from './WordPlace.vue'

// The pages that links of messages lead to.
afterEach(() => vi.unstubAllGlobals())
const ASKED = {
  ...{ reference: 7, text: 'Berth and duties', description: null, due: null, openedAt: 0, summary: 'Signe' },
  ...{ requester: 'Ketil Rasp', item: 'New crew member', portal: 'merrow', whose: 'Ines Varga' },
  ...{ person: 'ines-varga', zone: 'Europe/London', said: [], needsSignIn: false, language: 'en' },
  form: {
    ...{ id: 'b', name: 'Berth' },
    steps: [
      {
        title: 'On board',
        questions: [
          { question: 'berth', required: true },
          { question: 'tablet', showWhen: { fact: 'form.needs', op: 'is', value: 'tablet' } },
        ],
      },
    ],
  },
  questions: [
    { name: 'berth', label: 'Where they sleep', type: 'text' },
    { name: 'tablet', label: 'Where the tablet is', type: 'text' },
  ],
  asker: { 'form.needs': 'mail' },
  answers: {},
}
const press = async (wrapper: ReturnType<typeof draw>['wrapper'], text: string) => {
  const button = wrapper.findAll('button').find((one) => one.text() === text)!
  await button.trigger('submit')
  await settled()
}

describe('the questions of a link', () => {
  const TOKEN = '7-3-1.signature'
  async function filling(page: unknown, post: (body: unknown) => unknown = () => ({})) {
    const sent: unknown[] = []
    serve({
      'GET /api/me': () => {
        throw refusal(401, 'Sign in first.')
      },
      [`GET /api/forms/${TOKEN}`]: () => page,
      [`POST /api/forms/${TOKEN}`]: ({ body }) => {
        sent.push(body)
        return post(body)
      },
    })
    const { wrapper } = await drawn(FillPlace, { at: TOKEN })
    return { wrapper, sent }
  }

  it('are those that what was answered before lets be asked, and are sent once they are in order', async () => {
    const { wrapper, sent } = await filling(ASKED)
    expect(wrapper.text()).toContain('Where they sleep')
    expect(wrapper.text()).not.toContain('Where the tablet is')
    await press(wrapper, 'Send the answers')
    expect(wrapper.text()).toContain('please answer this')
    expect(sent).toEqual([])
    await wrapper.get('input').setValue('Cabin 12')
    await press(wrapper, 'Send the answers')
    expect(sent).toEqual([{ answers: { berth: 'Cabin 12' } }])
    expect(wrapper.text()).toContain('your answers are with the desk')
  })

  it('say what is wrong, and keep what was typed', async () => {
    const { wrapper } = await filling(ASKED, () => {
      throw refusal(409, 'These questions were answered already, by Ines Varga.')
    })
    await wrapper.get('input').setValue('Cabin 12')
    await press(wrapper, 'Send the answers')
    expect(wrapper.text()).toContain('answered already, by Ines Varga')
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('Cabin 12')
  })

  it('lead to the door where they name what only those see who sign in', async () => {
    const { wrapper } = await filling({ ...ASKED, needsSignIn: true })
    expect(wrapper.find('form').exists()).toBe(false)
    expect(wrapper.get('a').attributes('href')).toContain('/portal/merrow/sign-in?back=')
  })
})

describe('the word of a link', () => {
  it('is said once, after a question if they like', async () => {
    const sent: unknown[] = []
    const page = {
      ...{
        reference: 7,
        run: 5,
        task: 'seal',
        text: 'The site agrees',
        plan: 'Joining',
        due: null,
        openedAt: 0,
      },
      ...{
        person: 'Ines Varga',
        requester: 'Ketil Rasp',
        item: 'New crew member',
        site: null,
        summary: 'Signe',
      },
      ...{ zone: 'Europe/London', answers: [], queries: [] as object[], language: 'en' },
    }
    serve({
      'GET /api/words/t.s': () => page,
      'POST /api/words/t.s': ({ body }) => sent.push(body),
      'POST /api/words/t.s/question': ({ body }) => {
        sent.push(body)
        page.queries = [{ text: 'Until when?', answer: null }]
      },
    })
    const { wrapper } = await drawn(WordPlace, { token: 't.s' })
    await wrapper.get('textarea[name=question]').setValue('Until when?')
    await wrapper.get('#word-ask').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('Ketil Rasp was asked')
    expect(wrapper.text()).toContain('Ketil Rasp has not answered yet')
    await press(wrapper, 'Yes')
    expect(sent).toEqual([{ text: 'Until when?' }, { yes: false, text: '' }])
  })
})
