import { afterEach, describe, expect, it, vi } from 'vitest'
import { useSession } from '~/stores/session'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import OpeningList from './OpeningList.vue'
import ThingForm from './ThingForm.vue'
import ThingTrail from './ThingTrail.vue'
import { valueInWords } from './useThings'

afterEach(() => {
  vi.unstubAllGlobals()
  sessionStorage.clear()
  document.body.innerHTML = ''
})

const LISTS = { zone: 'Europe/London', calendars: [], priorities: [], lists: [] }
const me = (role: 'lead' | 'administrator' | 'technician') =>
  (useSession().me = {
    id: 'ada',
    name: 'Ada',
    role,
    zone: 'UTC',
    teams: [],
    portal: null,
    staff: true,
    demo: false,
  })

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
