import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changeKey, compareDesigns, firstDesign, withChanges, type Design } from '.'

const first = firstDesign('The desk', 'Europe/London', 'y')
const group = (id: string, name = id) => ({ id, name })
const before: Design = { ...first, groups: ['a', 'b', 'c', 'd', 'e'].map((id) => group(id)) }

/** Any draft of the groups: some taken away, some named anew, some new, in any order; and another part of triage. */
const drafts = fc
  .record({
    ids: fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e', 'x', 'y', 'z']),
    renamed: fc.subarray(['a', 'b', 'c', 'd', 'e']),
    desk: fc.boolean(),
    otherwise: fc.boolean(),
  })
  .map(({ ids, renamed, desk, otherwise }): Design => ({
    ...before,
    groups: ids.map((id) => group(id, renamed.includes(id) ? `${id}, named anew` : id)),
    desk: desk ? { ...first.desk, name: 'Another name' } : first.desk,
    triage: otherwise ? { ...first.triage, otherwise: { queue: 'x', team: 'y' } } : first.triage,
  }))

describe('some of the changes of a draft', () => {
  it('all of them are the draft, none of them the edition', () => {
    fc.assert(
      fc.property(drafts, (draft) => {
        const all = new Set(compareDesigns(before, draft).map(changeKey))
        expect(withChanges(before, draft, all)).toEqual(draft)
        expect(withChanges(before, draft, new Set())).toEqual(before)
      }),
    )
  })

  it('any of them change just that; what is left over leads to the draft', () => {
    fc.assert(
      fc.property(drafts, fc.infiniteStream(fc.boolean()), (draft, coin) => {
        const changes = compareDesigns(before, draft)
        const chosen = new Set(changes.map(changeKey).filter(() => coin.next().value))
        const some = withChanges(before, draft, chosen)
        const things = (list: typeof changes) =>
          list.filter((one) => one.what !== 'moved').map((one) => `${one.what} ${changeKey(one)}`)
        expect(new Set(things(compareDesigns(before, some)))).toEqual(
          new Set(things(changes).filter((one) => chosen.has(one.slice(one.indexOf(' ') + 1)))),
        )
        const rest = compareDesigns(some, draft)
        expect(things(rest).every((one) => !chosen.has(one.slice(one.indexOf(' ') + 1)))).toBe(true)
        expect(withChanges(some, draft, new Set(rest.map(changeKey)))).toEqual(draft)
      }),
    )
  })

  it('a new thing stands where the draft has it', () => {
    const draft = { ...before, groups: ['a', 'x', 'b', 'y', 'c', 'd', 'e'].map((id) => group(id)) }
    const some = withChanges(before, draft, new Set(['groups/y']))
    expect(some.groups.map((one) => one.id).join('')).toBe('abycde')
  })
})
