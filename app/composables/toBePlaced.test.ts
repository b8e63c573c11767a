import { beforeEach, describe, expect, it } from 'vitest'
import { ticketInHand } from './toBePlaced'

const link = (href: string) => {
  document.body.innerHTML = `<a href="${href}">One</a><button>Two</button>`
  return document.querySelector('a')!
}
beforeEach(() => (document.body.innerHTML = ''))

describe('the ticket that is meant', () => {
  it('is that of the row on which somebody stands, else the one that is open', () => {
    link('/desk/6041?view=mine').focus()
    expect(ticketInHand('/desk/6042')).toBe(6041)
    document.querySelector('button')!.focus()
    expect(ticketInHand('/desk/6042')).toBe(6042)
    expect(ticketInHand('/deadlines')).toBeUndefined()
  })

  it('is none of what leads elsewhere', () => {
    for (const href of ['/desk', '/desk/12x', '/knowledge?article=3', 'https://elsewhere.example/desk/9']) {
      link(href).focus()
      expect(ticketInHand('/deadlines')).toBeUndefined()
    }
  })
})
