import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { changeDesign } from '~~/core/design'
import { branchesOf, madeSteps, openIn, prioritised, priorityFromAbove, withBelow } from './branches'

const design = demoDesign()
const known = [
  { id: 'gates', name: 'Gates', priority: 'high' },
  { id: 'gates/scanners', name: 'Scanners' },
  { id: 'gates/scanners/readers', name: 'Readers' },
]

describe('branches that are made', () => {
  it('get a priority on top and go to a team, as a row above all others', () => {
    const fresh = branchesOf('Moorings\n  Winches\nGates › Arms', design.categories)
    const after = madeSteps(design, fresh, { priority: 'p3', team: 'field-crew' }).reduce(
      changeDesign,
      design,
    )
    const priorityOf = (id: string) => after.categories.find((one) => one.id === id)!.priority
    expect(['moorings', 'moorings/winches', 'gates/arms'].map(priorityOf)).toEqual(['p3', undefined, 'p3'])
    expect(after.triage.routing.rows[0]).toMatchObject({
      cells: [{ op: 'under', value: ['moorings', 'gates/arms'] }, null, null, null],
      outcome: { team: 'field-crew' },
    })
    expect(madeSteps(design, fresh, {}).map((one) => one.list)).toEqual(fresh.map(() => 'categories'))
  })
})

describe('branches that are written', () => {
  it('are made by path or by what is set in, and what is there already is not made again', () => {
    expect(branchesOf('Gates › Scanners › Lamps', known)).toEqual([
      { id: 'gates/scanners/lamps', name: 'Lamps' },
    ])
    expect(branchesOf('Gates\n  Barriers\n\tArms\nTills > Drawers\n\n', known).map((one) => one.id)).toEqual([
      'gates/barriers',
      'gates/arms',
      'tills',
      'tills/drawers',
    ])
    expect(branchesOf('— › ', known)).toEqual([])
    expect(branchesOf('Gates\nGates', known)).toEqual([])
  })
})

describe('a category', () => {
  it('takes the priority of the nearest one above it', () => {
    expect(priorityFromAbove('gates/scanners/readers', known)).toBe('high')
    expect(priorityFromAbove('gates', known)).toBeUndefined()
  })

  it('has tickets of its own and below, as far as they are counted', () => {
    expect(openIn(['gates', 'tills'], { gates: 2, loans: 5 })).toBe(2)
    expect(openIn(['gates'], undefined)).toBe(0)
    const all = withBelow(design, ['gates']).map((one) => one.id)
    expect(all.every((id) => id === 'gates' || id.startsWith('gates/'))).toBe(true)
    expect(all.length).toBeGreaterThan(2)
  })

  it('is given a priority with others, and loses it with them, in one act', () => {
    const ids = ['gates', 'gates/scanners']
    const given = prioritised(design, ids, 'high').reduce(changeDesign, design)
    const of = (id: string) => given.categories.find((one) => one.id === id)
    expect(ids.map((id) => of(id)?.priority)).toEqual(['high', 'high'])
    expect(prioritised(given, ids, 'high')).toEqual([])
    const taken = prioritised(given, ids, '').reduce(changeDesign, given)
    expect(taken.categories.find((one) => one.id === 'gates')).not.toHaveProperty('priority')
  })
})
