import { describe, expect, it } from 'vitest'
import type { DesignStep } from '~~/core/design'
import { demoDesign } from '~~/demo/design'
import { draw, settled } from '~/testing/on'
import DisputesList from './DisputesList.vue'
import type { DraftPage } from './DraftChanges'

const base = demoDesign()
const [item] = base.items
const step = (after: object): DesignStep => ({
  ...{ list: 'items', id: item!.id, before: item, after: { ...item!, ...after } },
})
const draft = (theirs: object) =>
  ({
    design: { ...base, items: [{ ...item!, ...theirs }, ...base.items.slice(1)] },
    authors: [{ list: 'items', thing: item!.id, by: 'Tora Aas', at: Date.UTC(2026, 10, 29, 9, 41) }],
  }) as unknown as DraftPage
async function page(theirs: object, ...mine: object[]) {
  const { wrapper } = draw(DisputesList, { props: { draft: draft(theirs), refused: mine.map(step) } })
  await settled()
  const press = async (name: string) => {
    await wrapper
      .findAll('button')
      .find((one) => one.text() === name)!
      .trigger('click')
    await settled()
  }
  return {
    wrapper,
    press,
    chosen: () => wrapper.emitted('settle')?.at(-1)?.[0] as Map<string, string> | undefined,
  }
}

describe('what two people changed', () => {
  it('shows both texts as a whole, with who and when, until one is chosen', async () => {
    const long = 'Reads nothing. '.repeat(20).trim()
    const { wrapper, press, chosen } = await page({ description: long }, { description: 'Mine' })
    expect(wrapper.text()).toContain(item!.name)
    expect(wrapper.findAll('dd').map((one) => one.text())).toEqual([long, 'Mine'])
    expect(wrapper.text()).toContain('Tora Aas')
    expect(wrapper.text()).toMatch(/09:41|10:41/)
    expect(chosen()).toBeUndefined()
    await press('Put yours in its place')
    expect([...chosen()!.values()]).toEqual(['mine'])
  })

  it('asks one by one where there are several, and tells what is chosen once all are', async () => {
    const { wrapper, press, chosen } = await page(
      { name: 'Theirs', keywords: ['one'] },
      { name: 'Mine', keywords: ['two'] },
    )
    expect(wrapper.findAll('.dispute')).toHaveLength(2)
    // What is no text is said in words.
    expect(wrapper.text()).toMatch(/words to find it by|adds “two”/)
    await press('Leave that of Tora Aas')
    expect(chosen()).toBeUndefined()
    await press('Put yours in its place')
    expect([...chosen()!.values()].sort()).toEqual(['mine', 'theirs'])
  })

  it('is over by itself where both came to say the same', async () => {
    const { wrapper, chosen } = await page({ name: 'The same' }, { name: 'The same' })
    expect(wrapper.findAll('.dispute')).toHaveLength(0)
    expect(chosen()?.size).toBe(0)
  })
})
