import { describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { draw, ground } from '../testing/on'

const HTML = `<form id="sheet">
  <input name="line" value="as it came"><textarea name="area">as it came</textarea>
  <input type="radio" name="one" value="a"><input type="radio" name="one" value="b" checked>
  <input type="checkbox" name="some" value="x"><input type="checkbox" name="some" value="y" checked>
  <input name="other" value="left alone">
</form>`

/** A page that comes alive over what the server has drawn, in which somebody has entered something already. */
async function comesAlive(enter: (form: HTMLFormElement) => void) {
  document.body.innerHTML = HTML
  enter(document.querySelector('form')!)
  const taken = ref<Record<string, unknown>>()
  const given = ground()
  Object.assign(globalThis, { useNuxtApp: () => ({ isHydrating: true }) })
  const page = defineComponent(() => {
    usePageForm({
      id: 'sheet',
      take: (fields) =>
        (taken.value = Object.fromEntries(
          ['line', 'area', 'one', 'some', 'other'].map((name) => [name, fields(name)]),
        )),
      act: () => undefined,
    })
    return () => h('div')
  })
  const { mount } = await import('@vue/test-utils')
  mount(page, { global: { plugins: given.plugins } })
  await nextTick()
  return taken.value
}

describe('a form whose page comes alive', () => {
  it('takes over what somebody has entered until then, and nothing else', async () => {
    const taken = await comesAlive((form) => {
      form.querySelector<HTMLInputElement>('[name=line]')!.value = 'mine'
      form.querySelector('textarea')!.value = 'mine too'
      form.querySelector<HTMLInputElement>('[value=a]')!.checked = true
      form.querySelector<HTMLInputElement>('[value=y]')!.checked = false
    })
    expect(taken).toEqual({ line: ['mine'], area: ['mine too'], one: ['a'], some: [], other: undefined })
  })

  it('takes nothing over where nobody has entered anything', async () => {
    expect(await comesAlive(() => undefined)).toBeUndefined()
  })
})

describe('a form', () => {
  it('does what was pressed, in place', async () => {
    const pressed: string[] = []
    const page = defineComponent(() => {
      const form = usePageForm({ id: 'sheet', act: (word) => void pressed.push(word) })
      return () =>
        h('form', { ...form.attrs, onSubmit: form.submit }, [
          h('button', form.button('send'), 'Send'),
          h('button', form.button('article:3'), 'That is it'),
        ])
    })
    const { wrapper } = draw(page)
    for (const button of wrapper.findAll('button'))
      await wrapper.get('form').trigger('submit', { submitter: button.element })
    await wrapper.get('form').trigger('submit')
    expect(pressed).toEqual(['send', 'article:3', ''])
    expect(wrapper.get('button').attributes()).toMatchObject({
      type: 'submit',
      name: 'go',
      value: 'sheet:send',
    })
  })
})
