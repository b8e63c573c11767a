import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { categoriesToPick, isPicked, pickLevels, subjectsOf } from './categoryPick'

const TREE = [
  { id: 'gates', name: 'Gates' },
  { id: 'gates/belt', name: 'Belt drives', asked: 'The belt does not move' },
  { id: 'gates/readers', name: 'Readers', asked: 'It reads no ticket' },
  { id: 'gates/readers/light', name: 'Light', asked: 'Its light is out' },
  { id: 'gates/readers/glass', name: 'Glass' },
  { id: 'network', name: 'Network' },
]
const pick = (categoryLevels: number, category = 'gates') =>
  categoriesToPick(TREE, { category }, { requestersPick: true, categoryLevels })

describe('the category that a requester picks', () => {
  it('is one below that of the catalog item, as deep as the portal wants, in their words', () => {
    expect(pick(2)).toEqual([
      { id: 'gates/belt', label: 'The belt does not move' },
      { id: 'gates/readers', label: 'It reads no ticket' },
    ])
    expect(pick(3).map((one) => one.label)).toEqual([
      ...['The belt does not move', 'It reads no ticket', 'Its light is out', 'Glass'],
    ])
  })

  it('is left to the desk where the portal says so, or the item says enough', () => {
    expect(categoriesToPick(TREE, { category: 'gates' }, { categoryLevels: 3 })).toEqual([])
    expect(pick(1)).toEqual([])
    expect(pick(3, 'network')).toEqual([])
    expect(pick(3, 'gates/readers/light')).toEqual([])
  })

  it('is asked level by level, until nothing lies below', () => {
    const choices = pick(3)
    expect(pickLevels(choices, undefined)).toEqual([{ options: [choices[0], choices[1]], chosen: null }])
    expect(pickLevels(choices, 'gates/readers').map((one) => one.chosen)).toEqual(['gates/readers', null])
    expect(pickLevels(choices, 'gates/readers/glass').map((one) => one.chosen)).toEqual([
      ...['gates/readers', 'gates/readers/glass'],
    ])
    expect(pickLevels(choices, 'gates/belt')).toHaveLength(1)
    expect(pickLevels([], 'gates')).toEqual([])
    expect(isPicked(choices, 'gates/readers')).toBe(false)
    expect(isPicked(choices, 'gates/belt')).toBe(true)
    expect(isPicked(choices, 'network')).toBe(false)
    expect(isPicked(choices, undefined)).toBe(false)
  })

  it('can always be picked: whoever chooses in each list comes to one that says enough', () => {
    const ids = fc.uniqueArray(fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 4 }), {
      selector: (one) => one.join('/'),
      maxLength: 30,
    })
    fc.assert(
      fc.property(ids, fc.integer({ min: 1, max: 4 }), fc.nat(), (made, categoryLevels, seed) => {
        // A tree has all that lies above what it has.
        const all = new Set(made.flatMap((one) => one.map((_, at) => one.slice(0, at + 1).join('/'))))
        const tree = [...all].map((id) => ({ id, name: id }))
        const choices = categoriesToPick(tree, { category: 'a' }, { requestersPick: true, categoryLevels })
        let picked: string | undefined
        for (;;) {
          const open = pickLevels(choices, picked).find((one) => one.chosen === null)
          if (!open) break
          picked = open.options[seed % open.options.length]!.id
        }
        expect(isPicked(choices, picked)).toBe(choices.length > 0)
      }),
    )
  })
})

describe('what a portal is about', () => {
  it('is told by the branches of its items, in the order of the tree', () => {
    expect(subjectsOf(TREE, [{ category: 'network' }, { category: 'gates/readers' }])).toEqual([
      { id: 'gates', label: 'Gates' },
      { id: 'network', label: 'Network' },
    ])
  })
})
