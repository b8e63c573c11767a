import { describe, expect, it, vi } from 'vitest'
import { leaveSlip } from './leaveSlip'

/** A slip with a list in it, on a page that has Escape for something else. */
function slip(expanded: boolean) {
  document.body.innerHTML = `<form><span role="combobox" aria-expanded="${expanded}"></span></form>`
  const [leave, page] = [vi.fn(), vi.fn()]
  document.querySelector('form')!.addEventListener('keydown', (event) => leaveSlip(event, leave), true)
  document.body.addEventListener('keydown', page, { once: true })
  const list = document.querySelector('span')!
  // As the library's list does, which keeps the key even while it is shut.
  const shut = vi.fn((event: Event) => event.stopPropagation())
  list.addEventListener('keydown', shut)
  list.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }))
  return [leave, shut, page].map((one) => one.mock.calls.length)
}

describe('Escape in a slip', () => {
  it('leaves it, and means nothing else, where no list is open', () => {
    expect(slip(false)).toEqual([1, 0, 0])
  })

  it('is for the list while that is open', () => {
    expect(slip(true)).toEqual([0, 1, 0])
  })
})
