import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mergeChanges } from './merge'

const level = {
  id: 'office',
  name: 'Office',
  when: { all: [] },
  targets: [
    { target: 'respond', label: 'Answer', granted: { p1: 'PT1H', p2: 'PT2H' } },
    { target: 'resolve', label: 'Solve', granted: { p1: 'PT4H' } },
  ],
}

describe('what two people made of one thing', () => {
  it('keeps both where they changed different parts of it, however deep', () => {
    const mine = structuredClone(level)
    mine.targets[0]!.granted.p2 = 'PT3H'
    const theirs = structuredClone(level)
    theirs.name = 'Office hours'
    theirs.targets[0]!.label = 'First answer'
    theirs.targets.push({ target: 'update', label: 'Update', granted: { p1: 'PT4H' } })
    const { value, conflicts } = mergeChanges(level, mine, theirs)
    expect(conflicts).toEqual([])
    const expected = structuredClone(theirs)
    expected.targets[0]!.granted.p2 = 'PT3H'
    expect(value).toEqual(expected)
  })

  it('names the part that both changed, with what each wants', () => {
    const { value, conflicts } = mergeChanges(level, { ...level, name: 'Mine' }, { ...level, name: 'Theirs' })
    expect(conflicts).toEqual([{ path: ['name'], mine: 'Mine', theirs: 'Theirs' }])
    expect(value).toMatchObject({ name: 'Mine' })
  })

  it('is theirs where that is picked, conflict by conflict', () => {
    const mine = { ...level, name: 'Mine', when: { any: [] } }
    const theirs = { ...level, name: 'Theirs', when: { none: [] }, id: 'other' }
    const { value, conflicts } = mergeChanges(level, mine, theirs, ({ path }) =>
      path[0] === 'name' ? 'theirs' : 'mine',
    )
    expect(conflicts.map((one) => one.path)).toEqual([['name'], ['when']])
    expect(value).toMatchObject({ name: 'Theirs', when: { any: [] }, id: 'other' })
    const orders = [{ id: 'a' }, { id: 'b' }, { id: 'c' }] as const
    const [a, b, c] = orders
    const picked = (which: 'mine' | 'theirs') =>
      mergeChanges([a, b, c], [b, a, c], [c, a, b], () => which).value
    expect([picked('mine'), picked('theirs')]).toEqual([
      [b, a, c],
      [c, a, b],
    ])
  })

  it.each([
    [{ fact: 'impact', op: 'is', value: 'high' }, { all: [] }, { any: [] }],
    [
      { do: 'note', text: 'a' },
      { do: 'team', team: 'x' },
      { do: 'queue', queue: 'y' },
    ],
    [
      { do: 'team', team: 'a' },
      { do: 'team', team: 'x' },
      { do: 'queue', queue: 'y' },
    ],
  ])('is one of both as a whole where they are of different sorts: %j', (before, mine, theirs) => {
    const merged = mergeChanges({ of: before }, { of: mine }, { of: theirs })
    expect(merged).toEqual({ value: { of: mine }, conflicts: [{ path: ['of'], mine, theirs }] })
    expect(mergeChanges({ of: before }, { of: mine }, { of: theirs }, () => 'theirs').value).toEqual({
      of: theirs,
    })
  })

  it('does not bring back what somebody took out, nor lose what was put in beside it', () => {
    const [first, second] = level.targets
    const theirs = { ...level, targets: [second] }
    const mine = { ...level, targets: [first, { target: 'new', label: 'New', granted: {} }, second] }
    const { value, conflicts } = mergeChanges(level, mine, theirs)
    expect(conflicts).toEqual([])
    expect((value as typeof level).targets.map((one) => one.target)).toEqual(['new', 'resolve'])
    const changed = { ...level, targets: [{ ...first, label: 'x' }, second] }
    expect(mergeChanges(level, changed, theirs).conflicts).toMatchObject([{ path: ['targets', 'respond'] }])
  })

  const thing = fc.record({
    name: fc.constantFrom('a', 'b', 'c'),
    list: fc.uniqueArray(fc.record({ id: fc.constantFrom('1', '2', '3'), x: fc.nat(2) }), {
      selector: (one) => one.id,
    }),
    plain: fc.array(fc.nat(2), { maxLength: 2 }),
  })

  it('is mine where nobody else changed anything, and theirs where I did not', () => {
    fc.assert(
      fc.property(thing, thing, (before, after) => {
        expect(mergeChanges(before, after, before)).toEqual({ value: after, conflicts: [] })
        expect(mergeChanges(before, before, after)).toEqual({ value: after, conflicts: [] })
        expect(mergeChanges(before, after, after)).toEqual({ value: after, conflicts: [] })
      }),
    )
  })

  it('gives up nothing that only one of them has changed', () => {
    fc.assert(
      fc.property(thing, thing, thing, (before, mine, theirs) => {
        const { value, conflicts } = mergeChanges(before, mine, theirs)
        const merged = value as typeof before
        if (conflicts.some(({ path }) => path[0] === 'name')) expect(mine.name).not.toBe(theirs.name)
        else expect(merged.name).toBe(mine.name === before.name ? theirs.name : mine.name)
        for (const { id, x } of mine.list)
          if (!before.list.some((one) => one.id === id) && !theirs.list.some((one) => one.id === id))
            expect(merged.list).toContainEqual({ id, x })
      }),
    )
  })
})
