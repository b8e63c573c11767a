import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { useDeskTime } from '~/stores/deskTime'
import { useSession } from '~/stores/session'
import ArticleForm from './ArticleForm.vue'
import ArticleHistory from './ArticleHistory.vue'
import ArticleLeaf from './ArticleLeaf.vue'
import MissingList from './MissingList.vue'
import TranslationForm from './TranslationForm.vue'

afterEach(() => vi.unstubAllGlobals())

const ARTICLE = {
  ...{
    id: 4,
    title: 'The lamp hums',
    body: 'Close the valve.',
    keywords: '',
    audience: 'requesters',
    team: null,
  },
  ...{
    portals: [],
    categories: [],
    items: ['lamp'],
    equipment_types: [],
    signals: [],
    draft: false,
    owner: 'tora-aas',
  },
  ...{
    review_at: null as number | null,
    version: 2,
    files: [],
    changed_at: 0,
    changedBy: 'Tora Aas',
    ownedBy: 'Tora Aas',
    steps: 0,
  },
  ...{ language: 'en', translations: [] as object[], related: [] as object[] },
  fate: {
    ...{ saved: 1, accompanied: 3, solved: 2, helped: 1, didNot: 1 },
    words: [{ helped: false, words: 'Which valve?', at: 0, version: 1, by: 'Ines Varga' }],
  },
}
const NB = {
  language: 'nb',
  title: 'Lampen brummer',
  body: 'Steng ventilen.',
  keywords: '',
  version: 1,
  ofVersion: 1,
  at: 0,
}
const said = () => document.body.textContent!.replace(/\s+/g, ' ')
const button = (words: string) => {
  const found = [...document.querySelectorAll('button')].find((one) => one.textContent?.includes(words))
  if (!found) throw new Error(`no button ${words}`)
  return found
}
const press = async (words: string) => {
  button(words).click()
  await settled()
}
function answered(sent: [string, unknown][], more: Parameters<typeof serve>[0] = {}) {
  const keep =
    (name: string) =>
    ({ body }: { body?: unknown }) => {
      sent.push([name, body])
      return {}
    }
  serve({
    'GET /api/views/words': () => ({ names: { item: [{ value: 'lamp', label: 'A lamp' }] } }),
    'POST /api/articles/4/still-true': keep('still'),
    'POST /api/articles/4/verdict': keep('verdict'),
    'GET /api/articles/4/versions': () => ({
      rows: [
        { version: 2, title: 'The lamp hums', at: 0, by: 'Tora Aas' },
        { version: 1, title: 'The lamp hums', at: 0, by: 'Per Lund' },
      ],
    }),
    'GET /api/articles/4/versions/1': () => ({
      ...{ version: 1, title: 'The lamp hums', body: 'Turn the valve.', keywords: '' },
    }),
    ...more,
  })
}
async function leaf(more: object = {}, role = 'lead') {
  const sent: [string, unknown][] = []
  answered(sent)
  const drawing = draw(ArticleLeaf, {
    props: { article: { ...ARTICLE, ...more }, zone: 'Europe/London' } as never,
  })
  useSession().me = meAs(role)
  useDeskTime().now = Date.UTC(2020, 7, 31, 10)
  await settled()
  return { ...drawing, sent }
}

describe('an article', () => {
  it('says whose it is, for what, what has become of it and what its readers say', async () => {
    await leaf()
    expect(said()).toContain('offered first for A lamp')
    expect(said()).toContain('Tora Aas keeps it true; no day is set')
    expect(said()).toContain(
      'saved 1 request · accompanied 3 tickets, of which 2 are done · helped 1 of 2 readers',
    )
    expect(said()).toContain('did not help Which valve? Ines Varga, 1 Jan 1970, of version 1')
  })

  it('that is to be looked at again is said to be true still, until a day to come', async () => {
    const { sent, wrapper } = await leaf({ review_at: Date.UTC(2020, 0, 1) })
    expect(said()).toContain('it was to be looked at again on 1 Jan 2020')
    await press('Is it still true? …')
    await press('It is still true')
    const [[, body]] = sent as [[string, { until: number }]]
    // Six months after 31 August is the last of February.
    expect(body.until).toBe(Date.UTC(2021, 1, 28))
    expect(wrapper.emitted('changed')).toEqual([['It is still true.']])
  })

  it('hears that it did not help, and why', async () => {
    const { sent } = await leaf()
    await press('It did not …')
    const field = document.querySelector<HTMLInputElement>('form input')!
    field.value = 'It hums on'
    field.dispatchEvent(new Event('input'))
    await settled()
    await press('It did not help')
    expect(sent).toEqual([['verdict', { helped: false, words: 'It hums on' }]])
  })

  it('is only read by whoever may not write', async () => {
    await leaf({ draft: true }, 'requester')
    expect(said()).toContain('A draft: read only by those who write articles')
    expect(() => button('Change …')).toThrow()
    expect(() => button('Still true …')).toThrow()
  })
})

describe('an article that two people change at once', () => {
  it('loses nothing: who comes second is told, and keeps theirs after the other', async () => {
    const sent: unknown[] = []
    answered([], {
      'GET /api/articles/4': () => ({ ...ARTICLE, version: 3 }),
      'PATCH /api/articles/4': ({ body }) => {
        sent.push((body as { version: number }).version)
        if (sent.length === 1) throw refusal(409, 'it is version 3 now')
        return { id: 4 }
      },
    })
    const { wrapper } = draw(ArticleForm, { props: { article: ARTICLE } as never })
    useSession().me = meAs('lead')
    await settled()
    await press('Keep it')
    expect(said()).toContain('it is version 3 now')
    await press('Keep mine after version 3')
    expect(sent).toEqual([2, 3])
    expect(wrapper.emitted('done')).toEqual([[{ id: 4, text: 'The article is changed.' }]])
  })
})

describe('what an article is tied to', () => {
  it('is in which languages it is said, how far behind each is, and what belongs to it', async () => {
    const { wrapper } = await leaf({
      translations: [{ language: 'nb', title: 'Lampen brummer', version: 1, ofVersion: 1 }],
      related: [{ id: 9, title: 'The foghorn', draft: false }],
    })
    expect(said()).toContain('Lampen brummer')
    expect(said()).toContain('Norsk, says version 1')
    await press('Say it anew in Norsk …')
    expect(wrapper.emitted('say')).toEqual([['nb']])
    expect(wrapper.find('a[href="/knowledge?article=9"]').text()).toBe('The foghorn')
  })

  it('is not said in a language any longer, which is taken back with all that was said', async () => {
    const { wrapper } = await leaf({
      translations: [{ language: 'nb', title: 'Lampen brummer', version: 2, ofVersion: 1 }],
    })
    const sent: [string, unknown][] = []
    const one = '/api/articles/4/translations/nb'
    serve({
      [`GET ${one}`]: () => ({ ...NB, version: 2, ofVersion: 1 }),
      [`DELETE ${one}`]: () => ({ done: sent.push(['taken away', undefined]) }),
      [`PUT ${one}`]: ({ body }) => ({ version: sent.push(['said', body]) }),
    })
    document.querySelector<HTMLElement>('[aria-label="Take away: Norsk"]')!.click()
    await settled()
    const [text, undo] = wrapper.emitted<[string, () => Promise<unknown>]>('changed')![0]!
    expect(text).toBe('It is not said in Norsk any longer.')
    await undo()
    expect(sent).toMatchObject([
      ['taken away', undefined],
      ['said', { title: NB.title, body: NB.body, version: 0, ofVersion: 1 }],
    ])
  })

  it('can be said in another language, which loses nothing that somebody wrote meanwhile', async () => {
    const sent: unknown[] = []
    answered([], {
      'GET /api/articles/4/translations/nb': () => ({ ...NB, version: 2 }),
      'PUT /api/articles/4/translations/nb': ({ body }) => {
        sent.push(body)
        if (sent.length === 1) throw refusal(409, 'Somebody said it in this language')
        return { version: 3 }
      },
    })
    const { wrapper } = draw(TranslationForm, {
      props: { article: ARTICLE, language: 'nb', said: NB } as never,
    })
    useSession().me = meAs('lead')
    await settled()
    await press('Keep it')
    expect(said()).toContain('Somebody said it in this language')
    expect(said()).toContain('Lampen brummer')
    await press('Keep mine in its place')
    expect(sent).toMatchObject([{ version: 1, body: NB.body }, { version: 2 }])
    expect(wrapper.emitted('done')).toEqual([[{ id: 4, text: 'It is said in Norsk.' }]])
  })
})

describe('what an article said before', () => {
  async function history(more: Parameters<typeof serve>[0] = {}) {
    answered([], more)
    const drawing = draw(ArticleHistory, {
      props: { article: ARTICLE, zone: 'Europe/London', shown: true } as never,
    })
    useSession().me = meAs('lead')
    await settled()
    return drawing
  }

  it('stands beside what it says now, and is brought back with all that else it has', async () => {
    let kept: unknown
    const { wrapper } = await history({
      'PATCH /api/articles/4': ({ body }) => {
        kept = body
        return { id: 4 }
      },
    })
    const words = (tag: string) =>
      [...document.querySelectorAll(`.text ${tag}`)].map((one) => one.textContent)
    expect([words('del'), words('ins')]).toEqual([['Turn'], ['Close']])
    await press('Bring version 1 back')
    expect(kept).toMatchObject({ body: 'Turn the valve.', audience: 'requesters', version: 2 })
    expect(wrapper.emitted('back')).toEqual([[1]])
  })

  it('is not brought back over what somebody wrote meanwhile', async () => {
    await history({
      'PATCH /api/articles/4': () => {
        throw refusal(409, 'Somebody changed this article while you wrote.')
      },
    })
    await press('Bring version 1 back')
    expect(said()).toContain('Somebody changed this article while you wrote.')
  })
})

describe('what was looked for and is not there', () => {
  it('lists what visitors searched for, to be written or left', async () => {
    const sent: unknown[] = []
    const searched = Array.from({ length: 8 }, (_, at) => ({
      ...{ words: `lamp ${at}`, people: 2, times: 3, lastAt: 0, portals: ['merrow'] },
    }))
    serve({
      'GET /api/missing-articles': () => ({ rows: [], searched }),
      'POST /api/missing-articles/searched': ({ body }) => {
        sent.push(body)
        return {}
      },
    })
    const { wrapper } = draw(MissingList)
    useSession().me = meAs('lead')
    await settled()
    expect(said()).toMatch(/lamp 0 ?2 people, 3 times/)
    expect(said()).not.toContain('lamp 7')
    await press('All 8 of them')
    expect(said()).toContain('lamp 7')
    await press('None is needed')
    expect(sent).toEqual([{ words: 'lamp 0' }])
    await press('Write it …')
    expect(wrapper.emitted('write')).toEqual([[{ words: 'lamp 0' }]])
  })
})
