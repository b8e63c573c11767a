import { beforeEach, describe, expect, it } from 'vitest'
import { useHeldFocus } from './useHeldFocus'

function opened() {
  document.body.innerHTML = '<button></button><form><input id="name"><input id="mail"></form>'
  const held = useHeldFocus()
  const field = (id: string) => document.querySelector<HTMLElement>(`#${id}`)!
  document.querySelector('form')!.addEventListener('focusin', (event) => held.onFocusin(event))
  document.querySelector('button')!.focus()
  return { held, name: field('name'), mail: field('mail') }
}
const later = () => new Promise((done) => setTimeout(done, 20))

describe('the focus of a dialog that opens', () => {
  let dialog: ReturnType<typeof opened>
  beforeEach(() => (dialog = opened()))

  it('stays where somebody went meanwhile', async () => {
    dialog.name.focus()
    dialog.mail.focus()
    await later()
    // The library, at the end of the movement.
    dialog.name.focus()
    dialog.held.onAfterEnter()
    expect(document.activeElement).toBe(dialog.mail)
  })

  it('is in the first field where nobody went anywhere', () => {
    dialog.name.focus()
    dialog.held.onAfterEnter()
    expect(document.activeElement).toBe(dialog.name)
  })

  it('stays where somebody came back to', async () => {
    dialog.name.focus()
    dialog.mail.focus()
    dialog.name.focus()
    await later()
    dialog.held.onAfterEnter()
    expect(document.activeElement).toBe(dialog.name)
  })
})
