import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { freeId, idOf } from '.'

describe('ids made of names', () => {
  it('are small letters, figures and hyphens, and never one that is taken', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.array(fc.string()), (name, others) => {
        const taken = new Set([...others, idOf(name), `${idOf(name)}-2`])
        const id = freeId(name, (one) => taken.has(one))
        expect(id).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/)
        expect(taken.has(id)).toBe(false)
      }),
    )
  })

  it.each([
    ['First visit', 'first-visit'],
    ['  Åse Øvreås, 2nd ', 'ase-vreas-2nd'],
    ['—', ''],
  ])('of %s are %s', (name, id) => expect(idOf(name)).toBe(id))
})
