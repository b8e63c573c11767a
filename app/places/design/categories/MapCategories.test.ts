import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import { changeDesign, Directory, namedDirectory, namesOf, type DesignStep } from '~~/core/design'
import KitChoice from '~/kit/KitChoice.vue'
import { meAs } from '../../../testing/me'
import { draw, settled } from '../../../testing/on'
import { serve } from '../../../testing/server'
import MapCategories from './MapCategories.vue'

const design = demoDesign()
const data = demoDirectory()
const names = namesOf(design, namedDirectory(new Directory(data)))

async function chosen(ids: string[]) {
  const { wrapper } = draw(MapCategories, {
    props: { ids, design, names, directory: data, use: { 'gates/scanners': 2 } },
  })
  useSession().me = meAs('lead')
  await settled()
  const choose = async (label: string, value: string) => {
    const found = wrapper
      .findAllComponents(KitChoice)
      .find((one) => (one.props() as { label: string }).label === label)
    found!.vm.$emit('update:modelValue', value)
    await settled()
  }
  const press = async (words: RegExp) => {
    await wrapper
      .findAll('button')
      .find((one) => words.test(one.text()))!
      .trigger('click')
    await settled()
  }
  const after = () => (wrapper.emitted('change')!.at(-1)![0] as DesignStep[]).reduce(changeDesign, design)
  return { wrapper, choose, press, after }
}

describe('categories that are chosen', () => {
  it('are offered an article at once, which is no change of the draft', async () => {
    const bodies: unknown[] = []
    serve({
      'GET /api/articles': () => ({ rows: [{ id: 7, title: 'What each light says' }] }),
      'POST /api/articles/7/offer': ({ body }) => (bodies.push(body), { id: 7 }),
    })
    const { wrapper, choose, press } = await chosen(['gates', 'loans'])
    await choose('What to do with them', 'article')
    await choose('Which', '7')
    expect(wrapper.text()).toContain('articles are no part of the design')
    await press(/^Do it$/)
    expect(bodies).toEqual([{ categories: ['gates', 'loans'], on: true }])
    expect(wrapper.emitted('change')).toBeUndefined()
  })

  it('say before they move what that touches, and move in one act', async () => {
    const { wrapper, choose, press, after } = await chosen(['gates/scanners'])
    await choose('What to do with them', 'move')
    await choose('Which', 'loans')
    expect(wrapper.text()).toContain('2 open tickets come along')
    expect(wrapper.text()).toMatch(/For it no more, since that is for all above: .*“where it goes”/)
    await press(/^Do it$/)
    expect(after().categories.find((one) => one.id === 'loans/scanners')).toMatchObject({
      formerly: ['gates/scanners'],
    })
    // Nothing is meant any more once it is done.
    expect(wrapper.text()).not.toContain('come along')
  })

  it('are not offered as what they are put together with, and are taken away with what lies below', async () => {
    const { wrapper, choose, press, after } = await chosen(['gates'])
    await choose('What to do with them', 'merge')
    const which = wrapper
      .findAllComponents(KitChoice)
      .find((one) => (one.props() as { label: string }).label === 'Which')!
    const offered = (which.props() as unknown as { options: { value: string }[] }).options
    expect(offered.some((one) => one.value.startsWith('gates'))).toBe(false)
    await press(/^Take away/)
    expect(after().categories.some((one) => one.id.startsWith('gates'))).toBe(false)
  })

  it.each([
    ['priority', 'high', ''],
    ['queue', data.queues![0]!.id, 'a row on top of “Where it goes”'],
    ['team', data.teams[0]!.id, 'a row on top of “Where it goes”'],
    ['level', design.serviceLevels[0]!.id, 'besides what it is for'],
  ])('are mapped by %s', async (deed, value, says) => {
    const { wrapper, choose, press, after } = await chosen(['gates', 'tills'])
    await choose('What to do with them', deed)
    await choose('Which', value)
    expect(wrapper.text()).toContain(says)
    await press(/^Do it$/)
    expect(after()).not.toEqual(design)
  })
})
