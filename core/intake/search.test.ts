import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { ItemIndex } from '.'

const index = new ItemIndex(demoDesign().items)
const found = (text: string) => index.search(text, () => true, 5).map((one) => one.id)

describe('searching the catalog', () => {
  it.each([
    ['scanner won’t read', 'gate-scanner'],
    ['wifi', 'crossing-wifi'],
    ['password', 'sign-in'],
    ['I need a laptop for a voyage', 'loan-laptop'],
    ['receipts blank', 'till-receipts'],
  ])('finds for “%s” first %s', (text, id) => {
    expect(found(text)[0]).toBe(id)
  })

  it('finds by a word that is only begun, and nothing by words that say nothing', () => {
    expect(found('scann')[0]).toBe('gate-scanner')
    expect(found('what is the')).toEqual([])
    expect(found('')).toEqual([])
  })

  it.each([
    ['scaner', 'gate-scanner'],
    ['recieepts', 'till-receipts'],
    ['pasword forgoten', 'sign-in'],
    ['labtop', 'loan-laptop'],
  ])('bears the typing errors of “%s”', (text, id) => {
    expect(found(text)[0]).toBe(id)
  })

  it('takes no short word for another, and what is meant before what is like it', () => {
    expect(found('tilt')).not.toContain('something-else')
    expect(found('zzzzzz')).toEqual([])
    expect(found('gate')[0]).toMatch(/gate|barrier/)
  })

  it('finds only what is offered', () => {
    expect(
      index.search('scanner', (item) => item.id !== 'gate-scanner', 5).map((one) => one.id),
    ).not.toContain('gate-scanner')
  })
})
