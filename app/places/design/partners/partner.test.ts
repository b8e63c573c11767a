import { afterEach, describe, expect, it, vi } from 'vitest'
import { firstDesign, type Design } from '~~/core/design'
import { newExchange, type Exchange, type Offer } from '~~/core/partner'
import { meAs } from '../../../testing/me'
import { draw, settled } from '../../../testing/on'
import { serve } from '../../../testing/server'
import KitChoice from '~/kit/KitChoice.vue'
import KitText from '~/kit/KitText.vue'
import ValuesMap from './ValuesMap.vue'
import OnePartner from './OnePartner.vue'
import PartnersArticle from './PartnersArticle.vue'

afterEach(() => vi.unstubAllGlobals())

const OFFER: Offer = {
  desk: 'Varnes',
  gives: [
    {
      ...{ id: 'stage', name: 'Stage', type: 'choice' },
      values: [
        { id: 's1', name: 'In hand' },
        { id: 's2', name: 'Stuck' },
      ],
    },
  ],
  takes: [{ id: 'title', name: 'Title', type: 'text' }],
  ...{ says: { replies: true }, hears: {} },
}
const PARTNER = {
  ...{
    id: 'varnes',
    name: 'Varnes Harbour Works',
    address: 'https://v.example',
    offer: OFFER,
    endedAt: null,
  },
}
const directory = {
  people: [{ id: 'ines', name: 'Ines Varga', role: 'requester' }],
  ...{ teams: [], sites: [], organisations: [], queues: [], desks: [], covers: [], agreements: [] },
}

async function page(
  exchange?: Exchange,
  { partners = [PARTNER] as object[], readonly = false, answers = {} as Parameters<typeof serve>[0] } = {},
) {
  const design: Design = {
    ...firstDesign('Quay desk', 'Europe/London', 'workshop'),
    exchanges: exchange ? [exchange] : [],
  }
  const change = vi.fn(() => Promise.resolve(true))
  serve({
    'GET /api/partners': () => ({ partners }),
    'GET /api/views/words': () => ({
      facts: ['priority'],
      design: firstDesign('Quay', 'UTC', 'x'),
      names: {},
    }),
    'GET /api/partners/varnes/backlog': () => ({ backlog: null }),
    'POST /api/partners/varnes/trial': () => ({
      ...{ reference: 7, summary: 'The gate sticks', goes: true, clocks: 'pause', begins: 'Something else' },
      sent: [{ field: 'title', name: 'Title', words: 'The gate sticks', why: null, at: null }],
      taken: [
        { field: 'stage', name: 'Stage', says: 'Stuck', to: 'Status', becomes: 'Wait for others', why: null },
        { field: 'moon', name: 'moon', says: 'full', to: null, becomes: null, why: 'notMapped' },
      ],
    }),
    ...answers,
  })
  const { wrapper } = draw(OnePartner, {
    props: {
      ...{ design, directory, readonly, change, changeAll: vi.fn(), findings: [], version: 1 },
      ...{ id: 'varnes', under: '12', number: '12', heading: '12 Partner desks' },
    } as never,
  })
  const { useSession } = await import('~/stores/session')
  useSession().me = meAs('lead')
  await settled()
  const choice = (label: RegExp) =>
    wrapper.findAllComponents(KitChoice).find((one) => label.test((one.props() as { label: string }).label))!
  return { wrapper, change, choice }
}
const press = async (words: RegExp) => {
  const buttons = [...document.querySelectorAll('button')]
  buttons.find((one) => words.test((one.textContent ?? '').trim()))!.click()
  await settled()
}
const said = () => (document.body.textContent ?? '').replace(/\s+/g, ' ')

describe('the page of a partner desk in Design', () => {
  it('makes the exchange with the first thing that is chosen, with what both call alike', async () => {
    const { change, choice } = await page()
    expect(said()).toContain('Nothing goes either way yet.')
    choice(/^Say something more/).vm.$emit('update:modelValue', 'text')
    const [list, id, before, after] = change.mock.calls[0] as unknown as [string, string, null, Exchange]
    expect([list, id, before]).toEqual(['exchanges', 'varnes', null])
    expect(after).toMatchObject({
      name: 'Varnes Harbour Works',
      sends: { fields: [{ id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } }] },
    })
  })

  it('takes in a field of theirs as something of ours, and follows it with promises', async () => {
    const { change, choice, wrapper } = await page()
    choice(/^Their field/).vm.$emit('update:modelValue', 'stage')
    await wrapper.vm.$nextTick()
    choice(/^What it becomes/).vm.$emit('update:modelValue', 'status')
    const [, , , after] = change.mock.calls[0] as unknown as [string, string, null, Exchange]
    expect(after.takes.fields).toEqual([
      { from: 'stage', to: 'status', values: [{ theirs: 's1', ours: 'in-hand' }] },
    ])
    choice(/^Our promises follow/).vm.$emit('update:modelValue', 'stage')
    const [, , , clocks] = change.mock.calls[1] as unknown as [string, string, null, Exchange]
    expect(clocks.takes.clocks).toEqual({ field: 'stage', deeds: {} })
  })

  it('has a question answered by what they say, another one, or none', async () => {
    const table = { ...{ id: 'begins', name: '', columns: [], outcomes: ['item'] }, rows: [] }
    const begins = { table, otherwise: 'something-else', requester: 'ines' }
    const { change, wrapper } = await page({
      ...{ id: 'varnes', name: 'Varnes' },
      sends: { fields: [] },
      takes: { fields: [], begins: { ...begins, answers: [{ from: 'stage', question: 'details' }] } },
    })
    const map = wrapper
      .findAllComponents(ValuesMap)
      .find((one) => one.props().label === 'Questions that they answer')!
    expect(map.text()).toContain('Stage')
    const answered = () => (change.mock.lastCall as unknown as Exchange[])[3]!.takes.begins!.answers
    map.vm.$emit('put', 'stage', 'summary')
    expect(answered()).toEqual([{ from: 'stage', question: 'summary' }])
    map.vm.$emit('put', 'stage', undefined)
    expect(answered()).toBeUndefined()
  })

  const OWED = {
    ...{ id: 'varnes-harbour-works-keeps-it', name: 'Varnes Harbour Works is done', calendar: 'office' },
    ...{ granted: {}, keptWhen: { any: [] } },
  }

  it('has something that they owe', async () => {
    const { change } = await page()
    await press(/^Something that it owes$/)
    const [, , , after] = change.mock.lastCall as unknown as [string, string, null, Exchange]
    expect(after.takes.owed).toEqual([OWED])
  })

  it('has what they owe, with a time for each priority, what keeps it and in what it rests', async () => {
    const takes = { fields: [], owed: [OWED] }
    const { change, wrapper, choice } = await page({ ...newExchange('varnes', 'Varnes'), takes })
    const owed = () => (change.mock.lastCall as unknown as Exchange[])[3]!.takes.owed!
    choice(/^Kept once$/).vm.$emit('update:modelValue', 'stage')
    expect(owed()[0]!.keptWhen).toEqual({ fact: 'theirs.stage', op: 'oneOf', value: [] })
    choice(/^Rests while$/).vm.$emit('update:modelValue', 'stage')
    expect(owed()[0]!.restsWhen).toEqual({ fact: 'theirs.stage', op: 'oneOf', value: [] })
    const time = wrapper.findAllComponents(KitText).find((each) => each.props().label === 'Critical')!
    await (time.props().commit as (typed: string) => void)('4')
    expect(owed()[0]!.granted).toEqual({ p1: 'PT4H' })
    await press(/^it is owed no more$/)
    expect(owed()).toBeUndefined()
  })

  it('says what does not fit, where it stands and below, and tries both ways on a ticket', async () => {
    const { wrapper } = await page({
      ...{ id: 'varnes', name: 'Varnes' },
      sends: { notes: true, fields: [{ id: 'moon', name: 'Moon', type: 'text', from: { text: 'x' } }] },
      takes: {
        fields: [{ from: 'stage', to: 'status', values: [{ theirs: 's1', ours: 'in-hand' }] }],
        begins: {
          table: { id: 'begins', name: '', columns: ['theirs.stage'], outcomes: ['item'], rows: [] },
          ...{ otherwise: 'something-else', requester: 'ines' },
        },
      },
    })
    expect(said()).toContain('Varnes Harbour Works does not take in “Moon”.')
    expect(said()).toContain('Varnes Harbour Works may say “Stuck” as “Stage”, and it becomes nothing here')
    expect(said()).toContain('Varnes Harbour Works does not hear notes.')
    await wrapper.get('input[placeholder="its number"]').setValue('7')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(said()).toContain('7 The gate sticks would go to them by the rule.')
    expect(said()).toContain('Stage “Stuck”: Status Wait for others')
    expect(said()).toContain('moon “full”: nothing (nobody has said what it becomes)')
    expect(said()).toContain('Our promises rest.As a new ticket it begins as “Something else”.')
  })

  it('looks at what is open already line by line, asks for it, stops and goes on', async () => {
    const exchange: Exchange = { id: 'varnes', name: 'Varnes', sends: { fields: [] }, takes: { fields: [] } }
    const line = { field: 'title', name: 'Title', words: 'The gate sticks', why: null, at: null }
    const shown = (reference: number, lines: object[]) => ({ reference, summary: `Gate ${reference}`, lines })
    const asked: unknown[] = []
    await page(exchange, {
      answers: {
        'POST /api/partners/varnes/backlog/look': ({ body }) => {
          asked.push(body)
          return {
            ...{ goes: 1200, before: 3, next: 8 },
            tickets: [shown(7, [line]), shown(8, [{ ...line, why: 'notNow' }])],
          }
        },
      },
    })
    await press(/^Look at them$/)
    expect(said()).toContain('1,200 tickets would go to Varnes Harbour Works; 3 that fit were exchanged')
    expect(said()).toContain('7 Gate 7TitleThe gate sticks8 Gate 8 Nothing would be said of it')
    expect(said()).toContain('not Title (The gate sticks): its condition does not hold')
    await press(/^the next 2$/)
    expect(asked).toEqual([{ which: { all: [] } }, { which: { all: [] }, after: 8 }])
    expect(said()).toContain('Ask Varnes Harbour Works to take 1,200 tickets …')
  })

  it('says how far a backlog is, what was left, and goes on where it was stopped', async () => {
    const exchange: Exchange = { id: 'varnes', name: 'Varnes', sends: { fields: [] }, takes: { fields: [] } }
    const backlog = {
      ...{
        state: 'stopped',
        at: 1,
        total: 1200,
        asked: 300,
        leftBehind: 52,
        endedAt: 1_000,
        by: 'Olin Brandt',
      },
      ...{ why: null, linked: 290, refused: 2, which: {} },
      leftOut: [{ reference: 9, why: 'This ticket is done.' }],
    }
    const deeds: string[] = []
    let state = 'stopped'
    await page(exchange, {
      answers: {
        'POST /api/partners/varnes/backlog/go-on': () => (deeds.push('on'), (state = 'running'), { backlog }),
        'POST /api/partners/varnes/backlog/stop': () => (deeds.push('stop'), { backlog }),
        'GET /api/partners/varnes/backlog': () => ({ backlog: { ...backlog, state } }),
      },
    })
    expect(said()).toMatch(/Stopped .+: 300 of 1,200 tickets, by Olin Brandt\./)
    expect(said()).toContain('290 have their counterpart there by now, 2 were refused.')
    expect(said()).toContain('9: This ticket is done. and 51 more')
    await press(/^Go on$/)
    expect(said()).toContain('352 of 1,200 tickets asked for')
    await press(/^Call it off$/)
    expect(deeds).toEqual(['on', 'stop'])
  })

  it('says that a desk is not paired, and that there is none of that name', async () => {
    const exchange: Exchange = { id: 'varnes', name: 'Varnes', sends: { fields: [] }, takes: { fields: [] } }
    await page(exchange, { partners: [] })
    expect(said()).toContain('This desk is not paired with it')
  })

  it('is found in a list with what goes either way', async () => {
    serve({ 'GET /api/partners': () => ({ partners: [PARTNER] }) })
    const exchange: Exchange = {
      ...{ id: 'varnes', name: 'Varnes' },
      sends: { replies: true, fields: [] },
      takes: { fields: [{ from: 'stage', to: 'status' }] },
    }
    draw(PartnersArticle, {
      props: {
        ...{
          design: { ...firstDesign('Quay desk', 'Europe/London', 'workshop'), exchanges: [exchange] },
          readonly: false,
          findings: [],
        },
        ...{ change: vi.fn(), changeAll: vi.fn(), heading: '12 Partner desks', number: '12' },
      } as never,
    })
    await settled()
    expect(said()).toMatch(/Varnes Harbour Works ?replies ?1 field ?by hand ?1/)
  })
})
