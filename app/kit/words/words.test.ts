import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import KitWords from '../KitWords.vue'

const PEOPLE = [{ id: 'tora-aas', name: 'Tora Aas' }]
async function writing(props: Record<string, unknown> = {}) {
  const drawn = draw(KitWords, { props: { modelValue: '', label: 'Reply', ...props } })
  await settled()
  const told = () => (drawn.wrapper.emitted('update:modelValue') ?? []).map(([now]) => now)
  const box = () => drawn.wrapper.get('[role=textbox]')
  return { ...drawn, told, box }
}
const press = (element: Element, key: string, more: KeyboardEventInit = {}) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  element.dispatchEvent(event)
  return event
}
type Editable = Element & { editor: import('@tiptap/core').Editor }
const editorOf = (box: { element: Element }) => (box.element as Editable).editor

afterEach(() => vi.restoreAllMocks())

describe('words', () => {
  it('have their label, their fault and what was there', async () => {
    const { box } = await writing({ modelValue: 'Dear **Ines**', error: 'Please write something.' })
    expect(box().html()).toContain('<strong>Ines</strong>')
    expect(box().attributes()).toMatchObject({
      'aria-label': 'Reply',
      'aria-multiline': 'true',
      'aria-invalid': 'true',
    })
    const fault = document.getElementById(box().attributes('aria-describedby')!)
    expect(fault?.textContent?.trim()).toBe('Please write something.')
  })

  it('are a plain field until the editor is there, in which nothing is lost that is written meanwhile', async () => {
    const { wrapper } = draw(KitWords, { props: { modelValue: '', label: 'Reply', focuses: true } })
    const area = wrapper.get('textarea')
    expect(document.activeElement).toBe(area.element)
    await area.setValue('Dear Ines')
    await settled()
    expect(wrapper.find('textarea').exists()).toBe(false)
    expect(wrapper.get('[role=textbox]').text()).toBe('Dear Ines')
    expect(document.activeElement).toBe(wrapper.get('[role=textbox]').element)
    expect(editorOf(wrapper.get('[role=textbox]')).state.selection.from).toBe(10)
  })

  it('are not touched by an answer that draws the page anew, and follow what somebody else writes before', async () => {
    const { wrapper, box, told } = await writing({ modelValue: 'one' })
    await wrapper.setProps({ modelValue: 'two' })
    expect(box().text()).toBe('two')
    editorOf(box()).commands.insertContentAt(4, ' more')
    expect(told()).toEqual(['two more'])
    await wrapper.setProps({ modelValue: 'three' })
    expect(box().text()).toBe('two more')
    expect(wrapper.text()).toContain('three')
  })

  it('show what is on, and change it at a press and by keys', async () => {
    const { wrapper, box, told } = await writing({ modelValue: 'off' })
    editorOf(box()).commands.selectAll()
    const strong = wrapper.get('[aria-label=Strong]')
    await strong.trigger('click')
    expect(told().at(-1)).toBe('**off**')
    expect(strong.attributes('aria-pressed')).toBe('true')
    press(box().element, 'b', { ctrlKey: true })
    expect(told().at(-1)).toBe('off')
    await wrapper.get('[aria-label=Points]').trigger('click')
    expect(told().at(-1)).toBe('- off')
  })

  it('have one stop for all their tools, in which the arrows go on', async () => {
    const { wrapper } = await writing({ takesFiles: true })
    const tools = () => wrapper.findAll('[data-tool]')
    const stops = () => tools().flatMap((one, at) => (one.attributes('tabindex') === '0' ? at : []))
    expect(stops()).toEqual([0])
    press(tools()[0]!.element, 'ArrowRight')
    await settled()
    expect(stops()).toEqual([1])
    expect(document.activeElement).toBe(tools()[1]!.element)
    press(tools()[1]!.element, 'ArrowLeft')
    press(tools()[0]!.element, 'ArrowLeft')
    await settled()
    expect(stops()).toEqual([tools().length - 1])
  })

  it('offer people, which is said to those who do not see it', async () => {
    const { wrapper, box, told } = await writing({ people: PEOPLE })
    const editor = editorOf(box())
    editor.commands.focus('end')
    for (const sign of '@to') editor.view.dispatch(editor.state.tr.insertText(sign))
    await settled()
    const list = wrapper.get('[role=listbox]')
    expect(list.attributes('aria-label')).toBe('Whom to name')
    expect(box().attributes('aria-controls')).toBe(list.attributes('id'))
    expect(box().attributes('aria-activedescendant')).toBe(wrapper.get('[role=option]').attributes('id'))
    await wrapper.get('[role=option]').trigger('mousedown')
    expect(told().at(-1)).toBe('@Tora Aas')
    expect(wrapper.find('[role=listbox]').exists()).toBe(false)
  })

  it('say their label anew where it changes, and go as they came', async () => {
    const { wrapper, box } = await writing({ modelValue: 'one' })
    await wrapper.setProps({ label: 'What was it?' })
    expect(box().attributes('aria-label')).toBe('What was it?')
    expect(box().attributes('contenteditable')).toBe('true')
    await wrapper.setProps({ disabled: true })
    expect(box().attributes('contenteditable')).toBe('false')
    wrapper.unmount()
    expect(document.querySelector('.tiptap')).toBeNull()
  })

  it('send their form with Ctrl Enter, and write no line then', async () => {
    const { box, told } = await writing({ modelValue: 'done' })
    const sent = vi.fn()
    box().element.parentElement!.addEventListener('keydown', sent)
    press(box().element, 'Enter', { ctrlKey: true })
    expect(sent).toHaveBeenCalledOnce()
    expect(told()).toEqual([])
  })

  it('tell of files that are pasted without words, and show a picture once it is sent', async () => {
    const { wrapper, box, told } = await writing({
      takesFiles: true,
      address: (id: string) => `/files/${id}`,
    })
    const paste = (text: string) => {
      const event = new Event('paste', { bubbles: true, cancelable: true })
      const file = new File(['x'], 'plan.png', { type: 'image/png' })
      Object.assign(event, {
        clipboardData: {
          files: [file],
          getData: (type: string) => (type === 'text/plain' ? text : ''),
          types: [],
        },
      })
      box().element.dispatchEvent(event)
    }
    paste('a table of figures')
    expect(wrapper.emitted('files')).toBeUndefined()
    paste('')
    expect((wrapper.emitted('files')![0]![0] as File[])[0]!.name).toBe('plan.png')
    const { showPicture, dropPicture } = wrapper.vm as unknown as Record<string, (...of: string[]) => void>
    showPicture!('17ab', 'plan.png')
    expect(box().get('img[src]').attributes('src')).toBe('/files/17ab')
    expect(told().at(-1)).toBe('a table of figures\n\n![plan.png](attachment:17ab)')
    dropPicture!('17ab')
    expect(told().at(-1)).toBe('a table of figures')
  })

  it('link what is chosen to where it leads, and say where none can lead', async () => {
    const { wrapper, box, told } = await writing({ modelValue: 'the plan' })
    editorOf(box()).commands.selectAll()
    await wrapper.get('[aria-label=Link]').trigger('click')
    await settled()
    const address = () => document.querySelector<HTMLInputElement>('.link input')!
    const put = async (typed: string) => {
      address().value = typed
      address().dispatchEvent(new Event('input'))
      press(address(), 'Enter')
      await settled()
    }
    await put('javascript:alert(1)')
    expect(document.querySelector('.link .error-text')?.textContent).toContain('Please give an address')
    await put('sound.example/plan')
    expect(told().at(-1)).toBe('[the plan](https://sound.example/plan)')
  })
})
