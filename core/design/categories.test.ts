import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { runs } from '../../tests/runs'
import { holds } from '../condition'
import { testsOfRow } from '../table'
import {
  changeDesign,
  CompiledDesign,
  Directory,
  mergeCategories,
  moveCategories,
  promiseCategories,
  proofread,
  routeCategories,
  type Design,
  type DesignStep,
} from '.'

const directory = new Directory(demoDirectory())
const applied = (design: Design, steps: DesignStep[]): Design => steps.reduce(changeDesign, design)
const ids = (design: Design) => design.categories.map((one) => one.id).sort()

/** The sample design with a small tree of its own, of which every place names something. */
function withTree(): Design {
  const design = demoDesign()
  for (const id of ['a', 'a/x', 'a/x/1', 'a/y', 'b', 'b/x', 'b/x/2', 'c'])
    design.categories.push({ id, name: id.at(-1)! })
  design.items[0]!.category = 'a/x/1'
  design.triage.routing.columns.push('form.where')
  for (const row of design.triage.routing.rows) row.cells.push(null)
  design.triage.routing.rows[0]!.cells.splice(-1, 1, { op: 'oneOf', value: ['a/x', 'c'] })
  design.questions.push({ name: 'where', label: 'Where?', type: 'category', default: 'a/x' })
  design.serviceLevels[0]!.when = { fact: 'category', op: 'under', value: 'a' }
  design.serviceLevels[1]!.when = { any: [{ fact: 'category', op: 'under', value: ['b', 'gates'] }] }
  design.moves[0]!.steps.push({ do: 'sort', field: 'category', value: 'a/x' } as never)
  return design
}

describe('a branch moved', () => {
  it('goes with all below it, and whatever names it goes along', () => {
    const design = withTree()
    const { now, steps, inTheWay } = moveCategories(design, ['a/x', 'a/x/1'], 'c')
    const after = applied(design, steps)
    expect([...now]).toEqual([
      ['a/x', 'c/x'],
      ['a/x/1', 'c/x/1'],
    ])
    expect(inTheWay).toEqual([])
    expect(after.categories.find((one) => one.id === 'c/x/1')).toEqual({
      id: 'c/x/1',
      name: '1',
      formerly: ['a/x/1'],
    })
    expect(after.items[0]!.category).toBe('c/x/1')
    expect(after.questions.at(-1)!.default).toBe('c/x')
    expect(after.triage.routing.rows[0]!.cells.at(-1)).toEqual({ op: 'oneOf', value: ['c/x', 'c'] })
    expect(after.moves[0]!.steps.at(-1)).toMatchObject({ value: 'c/x' })
    expect(JSON.stringify({ ...after, categories: [] })).not.toContain('a/x')
  })

  it('says which rules are for it no more, and which are from then on', () => {
    const { leaves, joins } = moveCategories(withTree(), ['a/x'], 'c')
    expect(leaves.map((one) => one.place)).toContain(`service-levels/${withTree().serviceLevels[0]!.id}`)
    expect(joins).toEqual([])
    const moved = moveCategories(withTree(), ['a/y'], 'b')
    expect(moved.joins.map((one) => one.place)).toEqual([`service-levels/${withTree().serviceLevels[1]!.id}`])
    expect(moveCategories(withTree(), ['c'], 'c').steps).toEqual([])
  })

  it('is refused where something of its name stands, or within itself', () => {
    expect(moveCategories(withTree(), ['a/x'], 'b')).toMatchObject({ inTheWay: ['x'], steps: [] })
    expect(moveCategories(withTree(), ['a/x', 'b/x'], 'c')).toMatchObject({ inTheWay: ['x', 'x'], steps: [] })
    expect(moveCategories(withTree(), ['a'], 'a/x').steps).toEqual([])
    expect(moveCategories(withTree(), ['a/x'], '').now.get('a/x/1')).toBe('x/1')
  })

  it('is what it was when it is moved back, for tickets as well', () => {
    const design = withTree()
    const there = applied(design, moveCategories(design, ['a/x'], 'c').steps)
    const back = applied(there, moveCategories(there, ['c/x'], 'a').steps)
    expect(ids(back)).toEqual(ids(design))
    expect(back.categories.find((one) => one.id === 'a/x')).toMatchObject({ formerly: ['c/x'] })
    expect(back.items[0]!.category).toBe('a/x/1')
    expect(new CompiledDesign(back, 1).categoryNow('c/x/1')).toBe('a/x/1')
  })
})

describe('branches put together', () => {
  it('are one, with what lay below both, and tickets of either find it', () => {
    const design = withTree()
    const after = applied(design, mergeCategories(design, ['b'], 'a').steps)
    expect(ids(after).filter((id) => /^[ab]/.test(id) && id.length < 6)).toEqual([
      'a',
      'a/x',
      'a/x/1',
      'a/x/2',
      'a/y',
    ])
    const compiled = new CompiledDesign(after, 1)
    expect(['b', 'b/x', 'b/x/2', 'a', 'gone'].map((id) => compiled.categoryNow(id))).toEqual([
      'a',
      'a/x',
      'a/x/2',
      'a',
      undefined,
    ])
    expect(after.serviceLevels[1]!.when).toEqual({
      any: [{ fact: 'category', op: 'under', value: ['a', 'gates'] }],
    })
    expect(mergeCategories(design, ['a'], 'a/x').steps).toEqual([])
  })
})

describe('whatever becomes of the tree', () => {
  it('every ticket finds its category, nothing is named that is gone, and nothing new is wrong', () => {
    const design = demoDesign()
    const all = design.categories.map((one) => one.id)
    const pick = fc.constantFrom(...all)
    const wrong = (one: Design) => proofread(one, directory).filter((each) => each.severity === 'error')
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), pick, pick), { minLength: 1, maxLength: 3 }), (acts) => {
        let now = design
        const called = new Map(all.map((id) => [id, id]))
        for (const [isMove, from, to] of acts) {
          const [one, other] = [called.get(from)!, called.get(to)!]
          const act = isMove ? moveCategories(now, [one], other) : mergeCategories(now, [one], other)
          if (!act.steps.length) continue
          now = applied(now, act.steps)
          for (const [id, is] of called) called.set(id, act.now.get(is) ?? is)
        }
        const compiled = new CompiledDesign(now, 1)
        const there = new Set(now.categories.map((one) => one.id))
        for (const id of all) expect(there.has(compiled.categoryNow(id)!)).toBe(true)
        expect(new Set(now.categories.map((one) => one.id)).size).toBe(now.categories.length)
        expect(wrong(now).filter((one) => one.code === 'referenceMissing')).toEqual([])
      }),
      runs(200),
    )
  })
})

describe('many categories mapped at once', () => {
  it('go to a queue and team by a row on top, which is changed the next time', () => {
    const design = demoDesign()
    const { routing } = design.triage
    const once = applied(design, routeCategories(design, ['gates', 'tills'], { queue: 'q' }))
    const row = once.triage.routing.rows[0]!
    const fits = (category: string) =>
      testsOfRow(once.triage.routing, row).every((one) => holds(one, { category }))
    expect(['gates/scanners', 'tills', 'loans'].map(fits)).toEqual([true, true, false])
    expect(row.outcome).toEqual({ ...design.triage.otherwise, queue: 'q' })
    const twice = applied(once, routeCategories(once, ['gates', 'tills'], { team: 't' }))
    expect(twice.triage.routing.rows[0]!.outcome).toEqual({ queue: 'q', team: 't' })
    expect(twice.triage.routing.rows).toHaveLength(routing.rows.length + 1)
    expect(routeCategories(twice, ['gates', 'tills'], { team: 't' })).toEqual([])
  })

  it('are promised by a level besides what it is for already', () => {
    const design = demoDesign()
    const level = { ...design.serviceLevels[0]!, when: { fact: 'cover', op: 'is', value: 'x' } as const }
    design.serviceLevels[0] = level
    const once = applied(design, promiseCategories(design, ['gates'], level.id))
    expect(once.serviceLevels[0]!.when).toEqual({
      any: [level.when, { fact: 'category', op: 'under', value: 'gates' }],
    })
    expect(promiseCategories(once, ['gates'], level.id)).toEqual([])
    const more = applied(once, promiseCategories(once, ['tills', 'loans'], level.id))
    expect(more.serviceLevels[0]!.when).toMatchObject({ any: [{}, {}, { value: ['tills', 'loans'] }] })
    design.serviceLevels[0] = { ...level, when: { all: [] } }
    expect(promiseCategories(design, ['gates'], level.id)).toEqual([])
  })
})
