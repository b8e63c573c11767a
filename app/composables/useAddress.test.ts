import { describe, expect, it } from 'vitest'
import { settled, within } from '../testing/on'

async function address(query: Record<string, string>) {
  const { got: choose, router } = within(() => useAddress())
  await router.push({ path: '/deadlines', query })
  return { router, choose, query: () => router.currentRoute.value.query }
}

describe('what stands after the question mark', () => {
  it('is changed name by name', async () => {
    const { choose, query } = await address({ team: 'field' })
    await choose('band', 'over')
    expect(query()).toEqual({ team: 'field', band: 'over' })
    await choose('team', '')
    expect(query()).toEqual({ band: 'over' })
    await choose('band', undefined)
    expect(query()).toEqual({})
  })

  it('is not gone back through letter by letter where it was typed', async () => {
    const { choose, query, router } = await address({})
    await choose('team', 'field')
    await choose('find', 't', true)
    await choose('find', 'ta', true)
    expect(query()).toEqual({ team: 'field', find: 'ta' })
    router.back()
    await settled()
    expect(query()).toEqual({})
  })

  it('says the last letter of what is typed quickly', async () => {
    const { choose, query } = await address({})
    for (const typed of ['q', 'qu', 'qua', 'quay']) {
      void choose('find', typed, true)
      // The next letter comes while the way of the one before is still looked at.
      await Promise.resolve()
      await Promise.resolve()
    }
    await settled()
    expect(query()).toEqual({ find: 'quay' })
  })

  it('keeps both of two choices that come quickly after each other', async () => {
    const { choose, query } = await address({})
    void choose('team', 'field')
    void choose('band', 'over')
    await settled()
    expect(query()).toEqual({ team: 'field', band: 'over' })
  })
})
