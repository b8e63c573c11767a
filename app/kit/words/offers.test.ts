import { describe, expect, it, vi } from 'vitest'
import { flushPromises } from '@vue/test-utils'
import { fitting, offersState } from './offers'
import { writerOf, writtenIn } from './writer'

const PEOPLE = ['Tora Aas', 'Olin Brandt', 'Torben Aasland'].map((name, id) => ({ id: String(id), name }))
const REPLIES = [{ id: 'r', name: 'Ask for the room', text: 'Dear Ines,\n\nwhich **room** is it? <7>' }]

function writing(text = '') {
  const { offers, render } = offersState()
  const editor = writerOf(text, { people: () => PEOPLE, replies: () => REPLIES, render })
  const type = async (typed: string) => {
    editor.commands.focus('end')
    for (const sign of typed) editor.view.dispatch(editor.state.tr.insertText(sign))
    await flushPromises()
    await vi.waitFor(() => undefined)
  }
  const press = (key: string) => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })
    editor.view.dom.dispatchEvent(event)
    return event
  }
  const names = () => offers.list.map((one) => one.name)
  return { editor, offers, type, press, names }
}

describe('what is offered', () => {
  it('fits all words that were typed, what begins with them first', () => {
    expect(fitting(PEOPLE, 'aas').map((one) => one.name)).toEqual(['Tora Aas', 'Torben Aasland'])
    expect(fitting(PEOPLE, 'bra ol').map((one) => one.name)).toEqual(['Olin Brandt'])
    expect(fitting([...PEOPLE, { id: '4', name: 'Aasta Tor' }], 'aas')[0]!.name).toBe('Aasta Tor')
    expect(fitting(PEOPLE, '')).toHaveLength(3)
    expect(fitting(PEOPLE, 'x'.repeat(50))).toEqual([])
    expect(
      fitting(
        Array.from({ length: 40 }, (_, id) => ({ id: `${id}`, name: 'Tor' })),
        't',
      ),
    ).toHaveLength(7)
  })

  it('names somebody after an @, by keys, and is written as their name', async () => {
    const { editor, type, press, names, offers } = writing()
    await type('ask @to')
    expect(names()).toEqual(['Tora Aas', 'Torben Aasland'])
    press('ArrowDown')
    expect(offers.chosen).toBe(1)
    press('ArrowDown')
    expect(offers.chosen).toBe(0)
    press('ArrowUp')
    const enter = press('Enter')
    expect(enter.defaultPrevented).toBe(true)
    expect(writtenIn(editor)).toBe('ask @Torben Aasland')
    expect(names()).toEqual([])
  })

  it('finds by first name and name, and leaves an address of mail alone', async () => {
    const { type, names } = writing()
    await type('write to tora@sound')
    expect(names()).toEqual([])
    await type(' or @tora a')
    expect(names()).toEqual(['Tora Aas'])
  })

  it('puts words at hand after a /, with what they have of emphasis', async () => {
    const { editor, type, press, names } = writing()
    await type('/room')
    expect(names()).toEqual(['Ask for the room'])
    press('Enter')
    expect(writtenIn(editor)).toBe('Dear Ines,\n\nwhich **room** is it? &lt;7&gt;')
  })

  it('is put away with Escape, which leaves nothing else; a path is no wish', async () => {
    const { editor, type, press, names } = writing()
    await type('@tora')
    const told = vi.fn()
    document.body.append(editor.view.dom)
    document.body.addEventListener('keydown', told)
    press('Escape')
    expect(names()).toEqual([])
    expect(told).not.toHaveBeenCalled()
    await type(' see /etc/hosts')
    expect(names()).toEqual([])
    press('Escape')
    expect(told).toHaveBeenCalledOnce()
    expect(writtenIn(editor)).toBe('@tora see /etc/hosts')
  })
})
