import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { draw } from '../testing/on'
import { pressedKeys, useShortcuts, useShortcutSheets, type Shortcut } from './shortcuts'

const press = (key: string, at: EventTarget = document.body, more: KeyboardEventInit = {}) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  at.dispatchEvent(event)
  return event
}
const place = (name: string, shortcuts: Shortcut[]) =>
  defineComponent(() => {
    useShortcuts(name, shortcuts)
    return () => h('div', [h('input'), h('span', { role: 'combobox', tabindex: 0 })])
  })

describe('keys', () => {
  it('are written as people write them', () => {
    const said = (init: KeyboardEventInit) => pressedKeys(new KeyboardEvent('keydown', init))
    expect(said({ key: 'r' })).toBe('r')
    expect(said({ key: 'X', shiftKey: true })).toBe('Shift x')
    expect(said({ key: '?', shiftKey: true })).toBe('?')
    expect(said({ key: 'k', metaKey: true })).toBe('Ctrl k')
    expect(said({ key: 'ArrowDown', altKey: true })).toBe('Alt ArrowDown')
  })

  it('do something while their place is on the screen, and are listed as long', async () => {
    const run = vi.fn()
    const { wrapper } = draw(place('Deadlines', [{ keys: 'p', says: 'pause', run }]))
    await flushPromises()
    const sheets = useShortcutSheets()
    expect(sheets.sheets.map((one) => one.place)).toEqual(['Deadlines'])
    expect(press('p').defaultPrevented).toBe(true)
    press('q')
    wrapper.unmount()
    expect(press('p').defaultPrevented).toBe(false)
    expect(run).toHaveBeenCalledOnce()
    expect(sheets.sheets).toEqual([])
  })

  it('do nothing while somebody types or chooses, unless a key is held', async () => {
    const run = vi.fn()
    const line = vi.fn()
    const { wrapper } = draw(
      place('Deadlines', [
        { keys: 'p', says: 'pause', run },
        { keys: 'Ctrl k', says: 'go somewhere', run: line },
      ]),
    )
    await flushPromises()
    const [input, list] = [wrapper.get('input').element, wrapper.get('span').element]
    press('p', input)
    press('p', list)
    press('p', document.body, { isComposing: true } as KeyboardEventInit)
    expect(run).not.toHaveBeenCalled()
    press('k', input, { ctrlKey: true })
    expect(line).toHaveBeenCalledOnce()
  })

  it('of what came last lie on top, where there is something to do', async () => {
    const [below, above] = [vi.fn(), vi.fn()]
    let isOpen = true
    draw(
      defineComponent(() => {
        useShortcuts('Desk', [{ keys: 'r', says: 'below', run: below }])
        useShortcuts('Ticket', [{ keys: 'r', says: 'above', run: above, when: () => isOpen }])
        return () => h('div')
      }),
    )
    await flushPromises()
    press('r')
    isOpen = false
    press('r')
    expect([above.mock.calls.length, below.mock.calls.length]).toEqual([1, 1])
  })
})
