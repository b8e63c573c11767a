import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { holds } from '../condition'
import { familyOf, targetNames, tryLevels } from './levels'

const { serviceLevels, priorities } = demoDesign()
const facts = { cover: 'Round the clock', priority: 'p2', 'form.boardingStopped': false }

describe('service levels tried against a ticket', () => {
  it('say which applies to which target, and what was missing where none did', () => {
    const trials = tryLevels(serviceLevels, facts, { id: 'p2' })
    const [boarding, , clock, office, otherwise] = trials
    expect(boarding).toMatchObject({ holds: false, promises: [], tests: 1 })
    expect(boarding!.missing).toEqual([{ fact: 'form.boardingStopped', op: 'is', value: true }])
    expect(clock).toMatchObject({ holds: true, promises: ['respond', 'resolve'], missing: [] })
    expect(office!.missing.map((test) => test.fact)).toEqual(['cover'])
    // The last holds for every ticket, but what it would promise is promised already.
    expect(otherwise).toMatchObject({ holds: true, promises: [] })
  })

  it('grant the default time of the priority where they say nothing for it', () => {
    const bare = serviceLevels.map((level) => ({
      ...level,
      targets: level.targets.map((one) => ({ ...one, granted: {} })),
    }))
    expect(tryLevels(bare, facts, { id: 'p2' }).flatMap((one) => one.promises)).toEqual([])
    const trials = tryLevels(bare, facts, { id: 'p2', times: { resolve: 'PT40H' } })
    expect(trials.flatMap((one) => one.promises)).toEqual(['resolve'])
  })

  it('promise each target once, by the first that holds', () => {
    const some = fc.record({
      cover: fc.constantFrom('Round the clock', 'Office hours', null),
      priority: fc.constantFrom(...priorities.map((one) => one.id)),
      'form.boardingStopped': fc.constantFrom(true, false, undefined),
    })
    fc.assert(
      fc.property(some, (ticket) => {
        const trials = tryLevels(serviceLevels, ticket, { id: ticket.priority })
        const promised = trials.flatMap((one) => one.promises)
        expect(new Set(promised).size).toBe(promised.length)
        for (const one of trials) expect(one.holds).toBe(one.missing.length === 0)
      }),
    )
  })
})

describe('a family of levels', () => {
  const [, , level] = serviceLevels
  const names = priorities.map(({ id, name }) => ({ id, name }))

  it('grants for every ticket what the one level granted', () => {
    const family = familyOf(level!, names, () => false)
    expect(family.map((one) => one.name)).toEqual(names.map((one) => `${level!.name}, ${one.name}`))
    for (const { id } of names) {
      const ticket = { ...facts, priority: id }
      const fitting = family.filter((one) => holds(one.when, ticket))
      expect(fitting).toHaveLength(1)
      expect(fitting[0]!.targets.map((one) => one.granted[id])).toEqual(
        level!.targets.map((one) => one.granted[id]),
      )
    }
  })

  it('leaves out priorities that are promised nothing, and takes free ids', () => {
    const poor = { ...level!, targets: [{ ...level!.targets[0]!, granted: { p1: 'PT1H' } }] }
    const family = familyOf(poor, names, (id) => id === `${poor.id}-p1`)
    expect(family.map((one) => one.id)).toEqual([`${poor.id}-p1-2`])
  })

  it('asks for the priority besides all that was asked, and leaves each target what it grants for it', () => {
    const target = { ...level!.targets[0]!, granted: { p1: 'PT1H', p2: 'PT2H' } }
    const other = { ...target, target: 'other', granted: { p2: 'PT9H' } }
    const whenAll = { all: [{ fact: 'cover', op: 'is', value: 'x' } as const] }
    const one = { ...level!, when: whenAll, targets: [target, other] }
    const [first, second, ...rest] = familyOf(one, names, () => false)
    expect(rest).toEqual([])
    expect(first!.when).toEqual({ all: [...whenAll.all, { fact: 'priority', op: 'is', value: 'p1' }] })
    expect(first!.targets).toEqual([{ ...target, granted: { p1: 'PT1H' } }])
    expect(second!.targets.map((each) => each.granted)).toEqual([{ p2: 'PT2H' }, { p2: 'PT9H' }])
    const test = { fact: 'site', op: 'is', value: 'y' } as const
    // What else the level says goes along: it stands in place of it.
    expect(familyOf({ ...one, onReopen: 'anew' }, names, () => false)[0]!.onReopen).toBe('anew')
    const [plain] = familyOf({ ...one, when: test }, names, () => false)
    expect(plain!.when).toEqual({ all: [test, { fact: 'priority', op: 'is', value: 'p1' }] })
  })
})

describe('what targets are called', () => {
  it('is what the first level says that has them', () => {
    const target = (id: string, label: string) => ({ ...serviceLevels[0]!.targets[0]!, target: id, label })
    const levels = [
      { ...serviceLevels[0]!, targets: [target('respond', 'Answer')] },
      { ...serviceLevels[0]!, targets: [target('respond', 'Reply'), target('resolve', 'Solve')] },
    ]
    const bare = { serviceLevels: levels, plans: [], exchanges: [] }
    expect(targetNames(bare)).toEqual({ respond: 'Answer', resolve: 'Solve' })
    const more = { plans: [{ stages: [{ takes: 'PT1H' }] }], exchanges: [{ takes: { owed: [{}] } }] }
    expect(targetNames({ ...bare, ...more })).toMatchObject({
      ...{ stages: 'a stage of a plan', partners: 'what a partner desk owes' },
    })
  })
})
