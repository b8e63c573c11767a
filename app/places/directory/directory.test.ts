import { afterEach, describe, expect, it, vi } from 'vitest'
import { textsIn } from '~~/core/lookup'
import { useDeskTime } from '~/stores/deskTime'
import { useSession } from '~/stores/session'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import MergePart from './MergePart.vue'
import OpeningList from './OpeningList.vue'
import RepairPart from './RepairPart.vue'
import ThingForm from './ThingForm.vue'
import ThingTrail from './ThingTrail.vue'
import { meAs } from '../../testing/me'
import { valueInWords } from './useThings'

afterEach(() => {
  vi.unstubAllGlobals()
  sessionStorage.clear()
})

const LISTS = { zone: 'Europe/London', calendars: [], priorities: [], lists: [] }
const me = (role: string) => (useSession().me = meAs(role))

describe('a value in words', () => {
  const names = {
    skills: { radio: 'Radio masts' },
    sites: { varnes: 'Varnes Quay' },
    people: { mika: 'Mika' },
  }
  it.each([
    ['people', 'skills', { radio: 'expert', fibre: 'sure' }, 'Radio masts (expert), fibre'],
    ['sites', 'ways', { varnes: 95 }, 'Varnes Quay 95 min'],
    ['teams', 'lead', 'mika', 'Mika'],
    ['equipment', 'extra', { Firmware: '4.2' }, 'Firmware: 4.2'],
    ['people', 'language', 'nb', 'Norsk'],
    ['teams', 'lead', null, ''],
  ] as const)('of %s, %s is said by names', (list, field, value, words) =>
    expect(valueInWords(list, field, value, names)).toBe(words),
  )
})

describe('something new', () => {
  async function form(answer: () => unknown) {
    const sent: unknown[] = []
    serve({
      'GET /api/directory/lists': () => LISTS,
      'POST /api/directory/skills': ({ body }) => {
        sent.push(body)
        return answer()
      },
    })
    const { wrapper } = draw(ThingForm, { props: { list: 'skills' } })
    me('lead')
    await settled()
    return { wrapper, sent }
  }

  it('says by its name what was chosen for it before', async () => {
    const page = { id: 'merrow', version: 1, values: { name: 'Merrow Line' }, names: {}, name: 'Merrow Line' }
    serve({
      'GET /api/directory/lists': () => LISTS,
      'GET /api/directory/organisations/merrow': () => page,
    })
    const { wrapper } = draw(ThingForm, { props: { list: 'sites', begins: { organisation: 'merrow' } } })
    await settled()
    const owner = wrapper.findAll('input').find((one) => one.element.value === 'Merrow Line')
    expect(owner).toBeDefined()
  })

  it('begins today where it is an agreement, though its form was there before the desk’s time', async () => {
    serve({ 'GET /api/directory/lists': () => LISTS })
    const { wrapper } = draw(ThingForm, { props: { list: 'agreements' } })
    useDeskTime().now = 0
    me('lead')
    await settled()
    useDeskTime().now = Date.UTC(2026, 10, 16, 10, 42)
    await settled()
    expect(wrapper.findAll('input').map((one) => one.element.value)).toContain('2026-11-16')
  })

  it('is sent without what is empty, and is forgotten here once it is there', async () => {
    const { wrapper, sent } = await form(() => ({ id: 'knots', version: 1 }))
    await wrapper.get('input').setValue('Knots')
    await settled()
    expect(sessionStorage.getItem('yare-thing-skills')).toContain('Knots')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(sent).toEqual([{ name: 'Knots' }])
    expect(wrapper.emitted('done')).toEqual([[{ id: 'knots', name: 'Knots' }]])
    expect(sessionStorage.getItem('yare-thing-skills')).toBeNull()
  })

  it('says at the field what is wrong, and keeps what was typed', async () => {
    const { wrapper } = await form(() => {
      throw refusal(422, 'Some fields need another look.', [
        { field: 'name', message: 'another skill has this already' },
      ])
    })
    await wrapper.get('input').setValue('Radio')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('another skill has this already')
    expect(wrapper.get('input').element.value).toBe('Radio')
    expect(wrapper.emitted('done')).toBeUndefined()
  })
})

describe('what keeps the desk from opening', () => {
  const missing = (checks: object[]) => serve({ 'GET /api/directory/missing': () => ({ checks }) })

  it('stands there with its consequence and one verb that leads to it', async () => {
    missing([
      { check: 'sites', there: { count: 2 }, missing: [] },
      {
        check: 'teams',
        there: {},
        missing: [
          { code: 'teamWithoutLead', thing: { list: 'teams', id: 'field' }, with: { name: 'Field Crew' } },
        ],
      },
    ])
    const { wrapper } = draw(OpeningList)
    await settled()
    expect(wrapper.text()).toContain('1 of 2 done')
    expect(wrapper.text()).toContain('Field Crew has no lead')
    expect(wrapper.text()).toContain('its ladders would tell nobody')
    expect(wrapper.get('li a').attributes('href')).toBe('/directory/teams/field')
  })

  it('is not there once nothing is missing', async () => {
    missing([{ check: 'sites', there: { count: 2 }, missing: [] }])
    const { wrapper } = draw(OpeningList)
    await settled()
    expect(wrapper.text()).toBe('')
  })
})

describe('the record of a thing', () => {
  it('says who made what of it, and puts a field back', async () => {
    const sent: unknown[] = []
    const line = { id: 7, at: 0, by: 'olin', way: 'hand', list: 'teams', thing: 'networks', name: 'Networks' }
    serve({
      'GET /api/directory/lists': () => LISTS,
      'GET /api/directory/trail': () => ({
        rows: [{ ...line, deed: 'changed', changed: { lead: { before: 'mika', after: 'tora' } } }],
        names: { people: { olin: 'Olin', mika: 'Mika', tora: 'Tora' } },
      }),
      'PATCH /api/directory/teams/networks': ({ body }) => (sent.push(body), { id: 'networks', version: 3 }),
    })
    const { wrapper } = draw(ThingTrail, { props: { list: 'teams', id: 'networks' } })
    me('lead')
    await settled()
    expect(wrapper.text()).toMatch(/Olin\s+changed/)
    expect(wrapper.get('dd').text()).toMatch(/^Mika → Tora/)
    await wrapper.get('[aria-label="Put Led by back"]').trigger('click')
    await settled()
    expect(sent).toEqual([{ lead: 'mika' }])
  })
})

describe('two things that are one', () => {
  const values = { name: 'Nets' }
  const plan = (chosen: boolean) => ({
    problems: [],
    differing: [{ field: 'name', from: 'Nets', into: 'Networks', keeps: chosen ? 'from' : 'into' }],
    changed: chosen ? { name: { before: 'Networks', after: 'Nets' } } : {},
    uses: {
      directory: [{ list: 'people', field: 'teams', count: 3, first: [] }],
      design: [{ place: 'x', message: '' }],
      tickets: [{ as: 'team', open: 2, all: 9 }],
    },
    names: { teams: { nets: 'Nets', networks: 'Networks' } },
  })
  const page = (answer: () => unknown = () => ({ edition: 7 })) => {
    const [asked, sent]: [string[], unknown[]] = [[], []]
    serve({
      'GET /api/directory/lists': () => LISTS,
      'GET /api/directory/teams': () => ({
        rows: [{ id: 'networks', name: 'Networks', values, more: {}, active: true }],
        names: {},
      }),
      'GET /api/directory/teams/nets/merger': ({ query }) => {
        const chosen = textsIn(query.chosen)
        asked.push(chosen.join())
        return plan(chosen.includes('name'))
      },
      'POST /api/directory/teams/nets/merger': ({ body }) => {
        sent.push(body)
        return answer()
      },
    })
    const props = { list: 'teams', id: 'nets', name: 'Nets', version: 4 }
    const { wrapper } = draw(MergePart, { props, global: { stubs: { ThingFinder: true } } })
    me('lead')
    return { wrapper, asked, sent }
  }

  it('are looked at before anything is done, with what of each is right', async () => {
    const { wrapper, asked, sent } = page()
    await settled()
    wrapper.getComponent({ name: 'KitFinder' }).vm.$emit('update:modelValue', 'networks')
    await settled()
    expect(wrapper.text()).toContain('3 people, 9 tickets (2 open), 1 place of Design name Networks then')
    const right = wrapper.findAll('fieldset input[type="radio"]')
    await right.find((one) => (one.element as HTMLInputElement).value === 'from')!.trigger('change')
    await settled()
    expect(asked).toEqual(['', 'name'])
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(sent).toEqual([{ into: 'networks', chosen: ['name'], version: 4 }])
    expect(wrapper.emitted('close')).toHaveLength(1)
  })

  it('stay two where somebody was quicker, and say so', async () => {
    const { wrapper } = page(() => {
      throw refusal(409, 'Somebody else changed this team meanwhile.')
    })
    await settled()
    wrapper.getComponent({ name: 'KitFinder' }).vm.$emit('update:modelValue', 'networks')
    await settled()
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('Somebody else changed this team meanwhile.')
    expect(wrapper.emitted('close')).toBeUndefined()
  })
})

describe('a piece of equipment', () => {
  const seen = { at: Date.UTC(2026, 9, 12, 9), facts: { memory: 8 * 1024 ** 3 } }
  async function part(reference: number | null) {
    serve({
      'GET /api/equipment/7/history': () => ({
        ...{ repairs: [], tickets: [], cost: 0 },
        seen: { ...seen, reference },
      }),
    })
    const { wrapper } = draw(RepairPart, { props: { id: '7', name: 'Reader 7' } })
    me('lead')
    await vi.waitFor(() => expect(wrapper.find('dl').exists()).toBe(true))
    return wrapper
  }

  it('shows what it said of itself when somebody looked at it last, and for which ticket', async () => {
    const wrapper = await part(10482)
    expect(wrapper.find('dl').text()).toBe('Memory8 GiB')
    expect(wrapper.find('a[href="/desk/10482"]').exists()).toBe(true)
  })

  it('names no ticket to whoever does not see it', async () => {
    expect((await part(null)).find('a[href^="/desk/"]').exists()).toBe(false)
  })
})
