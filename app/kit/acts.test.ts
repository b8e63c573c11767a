import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, ref } from 'vue'
import { draw } from '../testing/on'
import { ask, asked } from './asking'
import KitButton from './KitButton.vue'
import KitConfirm from './KitConfirm.vue'
import KitDialog from './KitDialog.vue'
import KitError from './KitError.vue'
import KitFiles from './KitFiles.vue'
import KitMenu from './KitMenu.vue'
import KitProgress from './KitProgress.vue'
import KitSeek from './KitSeek.vue'
import KitSplitButton from './KitSplitButton.vue'
import KitToasts from './KitToasts.vue'
import { toast } from './toast'

const text = () => document.body.textContent ?? ''
const button = (name: string) =>
  [...document.querySelectorAll('button')].find((one) => one.textContent?.trim() === name)!

describe('a button', () => {
  it('is no part of a form unless it says so, names its key, and waits while it is at work', () => {
    const { wrapper } = draw(KitButton, { props: { keys: 'r' }, slots: { default: 'Reply' } })
    expect(wrapper.attributes()).toMatchObject({
      type: 'button',
      title: 'Key: r',
      'aria-keyshortcuts': 'r',
    })
    const busy = draw(KitButton, { props: { busy: true, type: 'submit' }, slots: { default: 'Sending …' } })
    expect(busy.wrapper.attributes()).toMatchObject({ type: 'submit', disabled: '', 'aria-busy': 'true' })
  })
})

describe('a menu', () => {
  it('goes with what it stands in, whatever comes in its place', async () => {
    const isOn = ref(true)
    const part = { components: { KitMenu }, template: '<KitMenu :acts="[]">More</KitMenu>' }
    const page = defineComponent({
      components: { part },
      setup: () => ({ isOn }),
      template: '<main><p>Before</p><div v-if="isOn"><part /></div></main>',
    })
    const { wrapper } = draw(page)
    await flushPromises()
    isOn.value = false
    await flushPromises()
    expect(wrapper.text()).toBe('Before')
    isOn.value = true
    await flushPromises()
    expect(wrapper.findAll('button')).toHaveLength(1)
    expect(wrapper.findAll('.overlays')).toHaveLength(1)
  })

  it('does what is chosen, or goes there', async () => {
    const run = vi.fn()
    const acts = [
      { label: 'Hand over', note: 'h', run },
      { label: 'Desk', to: '/desk' },
      { label: 'Not now', disabled: true },
    ]
    const { wrapper, router } = draw(KitMenu, { props: { acts }, slots: { default: 'Moves …' } })
    const opener = wrapper.get('button')
    expect(opener.attributes('aria-expanded')).toBe('false')
    const choose = async (label: string) => {
      await opener.trigger('click')
      await vi.waitFor(() => expect(document.querySelector(`[aria-label="${label}"]`)).not.toBeNull())
      document.querySelector<HTMLElement>(`[aria-label="${label}"] a`)!.click()
      await flushPromises()
    }
    await choose('Hand over')
    expect(run).toHaveBeenCalledOnce()
    await choose('Desk')
    expect(router.currentRoute.value.path).toBe('/desk')
  })

  it('beside a button has what is done instead of it', async () => {
    const { wrapper } = draw(KitSplitButton, {
      props: { acts: [{ label: 'Finish without a word' }], more: 'Other ways to finish' },
      slots: { default: 'Finish' },
    })
    const [main, more] = wrapper.findAll('button')
    await main!.trigger('click')
    expect(wrapper.emitted('press')).toHaveLength(1)
    expect(more!.attributes('aria-label')).toBe('Other ways to finish')
  })
})

describe('a question before what cannot be taken back', () => {
  const question = () => {
    const at = document.createElement('button')
    document.body.append(at)
    return { at, says: 'This takes it out.', verb: 'Take it out' }
  }

  it('is answered with what is pressed', async () => {
    draw(KitConfirm)
    const answer = ask(question())
    await vi.waitFor(() => expect(text()).toContain('This takes it out.'))
    button('Take it out').click()
    await expect(answer).resolves.toBe(true)
    expect(asked.value).toBeUndefined()
  })

  it('is a no where it is left', async () => {
    draw(KitConfirm)
    const answer = ask(question())
    await vi.waitFor(() => expect(button('Leave it')).toBeTruthy())
    button('Leave it').click()
    await expect(answer).resolves.toBe(false)
  })

  it('is a no where another takes its place', async () => {
    const first = ask(question())
    const second = ask(question())
    await expect(first).resolves.toBe(false)
    asked.value!.answer(true)
    await expect(second).resolves.toBe(true)
  })
})

describe('what is said in the corner', () => {
  it('can be taken back while it is told', async () => {
    draw(KitToasts)
    const undo = vi.fn()
    toast('It is taken out.', { undo })
    await vi.waitFor(() => expect(text()).toContain('It is taken out.'))
    button('Take it back').click()
    await flushPromises()
    expect(undo).toHaveBeenCalledOnce()
  })

  it('of something that went wrong stays', async () => {
    draw(KitToasts)
    toast('The desk cannot be reached.', { bad: true })
    await vi.waitFor(() => expect(text()).toContain('The desk cannot be reached.'))
    expect(document.querySelector('.p-toast-message-error')).not.toBeNull()
  })
})

describe('what lies over or beside', () => {
  it('a dialog is left by its cross', async () => {
    const { wrapper } = draw(KitDialog, {
      props: { shown: true, title: 'Keys' },
      slots: { default: 'r: reply', foot: 'That is all' },
    })
    await flushPromises()
    expect(text()).toContain('r: reply')
    document.querySelector<HTMLElement>('[aria-label="Close"]')!.click()
    expect(wrapper.emitted('update:shown')).toEqual([[false]])
  })

  it('an error says itself, and can be tried again', async () => {
    const { wrapper } = draw(KitError, { props: { error: new Error('No line.'), triesAgain: true } })
    expect(wrapper.get('[role="alert"]').text()).toContain('No line.')
    await wrapper.get('button').trigger('click')
    expect(wrapper.emitted('again')).toHaveLength(1)
    expect(
      draw(KitError, { props: { error: undefined } })
        .wrapper.find('[role="alert"]')
        .exists(),
    ).toBe(false)
  })

  it('progress tells how far it is, and can be called off', async () => {
    const { wrapper } = draw(KitProgress, { props: { label: 'Rehearsing', share: 0.374, callsOff: true } })
    expect(wrapper.text()).toContain('37 %')
    expect(wrapper.get('[role="progressbar"]').attributes('aria-label')).toBe('Rehearsing')
    await wrapper.get('button').trigger('click')
    expect(wrapper.emitted('callOff')).toHaveLength(1)
    const open = draw(KitProgress, { props: { label: 'Asking' } })
    expect(open.wrapper.text()).not.toContain('%')
  })

  it('files are taken when they are chosen or dropped, and go out again', async () => {
    const lines = [
      { key: 1, name: 'a.png', size: '2 KB' },
      { key: 2, name: 'b.png', share: 0.5 },
    ]
    const { wrapper } = draw(KitFiles, { props: { label: 'Files', lines } })
    const file = new File(['x'], 'c.png')
    await wrapper.get('.drop').trigger('drop', { dataTransfer: { files: [file] } })
    expect(wrapper.emitted('pick')).toEqual([[[file]]])
    expect(wrapper.text()).toContain('take out')
    expect(wrapper.text()).toContain('call off')
    await wrapper.get('[aria-label="Take out b.png"]').trigger('click')
    expect(wrapper.emitted('remove')).toEqual([[lines[1]]])
  })

  it('a line to go somewhere gives what was found', async () => {
    const hits = [{ to: '/desk', name: 'Desk: everything open', note: 'place' }]
    const { wrapper } = draw(KitSeek, { props: { hits, label: 'Go to', nothing: 'Nothing found.' } })
    await wrapper.get('input').setValue('des')
    await vi.waitFor(() => expect(wrapper.emitted('look')).toContainEqual(['des']))
    await wrapper.setProps({ hits: [...hits] })
    await vi.waitFor(() => expect(document.querySelector('[role="option"]')).not.toBeNull())
    document.querySelector<HTMLElement>('[role="option"]')!.click()
    await flushPromises()
    expect(wrapper.emitted('go')).toEqual([[hits[0]]])
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('')
  })
})
