import { describe, expect, it } from 'vitest'
import { draw, settled } from '../testing/on'
import ArticleBody from './ArticleBody.vue'

async function drawn(text: string) {
  const { wrapper } = draw(ArticleBody, {
    props: { text, language: 'nb', label: 'In this article' } as never,
  })
  await settled()
  return wrapper
}

describe('the text of an article', () => {
  it('has its parts before it where it is long, and goes to each', async () => {
    const wrapper = await drawn('## One\n\na\n\n## Two\n\nb\n\n## Three\n\nc')
    expect(wrapper.findAll('nav a').map((one) => one.text())).toEqual(['One', 'Two', 'Three'])
    expect(wrapper.attributes('lang')).toBe('nb')
    expect(wrapper.find('#part-2').exists()).toBe(true)
    await wrapper.findAll('nav a')[1]!.trigger('click')
    expect(document.activeElement?.textContent).toBe('Two')
  })

  it('has no list of them where it is short', async () => {
    expect((await drawn('## One\n\na')).find('nav').exists()).toBe(false)
  })
})
