import { describe, expect, it } from 'vitest'
import { planOf, stage, todo } from '../../tests/aPlan'
import {
  moved,
  withNewStage,
  withNewTask,
  withoutStage,
  withoutTask,
  withStage,
  withTask,
  withTasksOf,
} from '.'

const plan = planOf([
  stage('a', [todo('x'), todo('y', { after: ['x'] })]),
  stage('b', [todo('z', { beginsWith: 'a' })], { after: ['a'] }),
])
const shape = (of: typeof plan) =>
  of.stages.map(({ id, tasks }) => `${id}: ${tasks.map((one) => one.id).join(' ')}`)

describe('a plan that a lead changes', () => {
  it('has one more stage and one more task, under ids that are free', () => {
    const more = withNewTask(withNewStage(plan, 'a'), 'a-2', {
      kind: 'approval',
      text: 'x',
      first: { template: 't', webhook: 'w', item: 'i', form: 'f' },
    })
    expect(shape(more.plan)).toEqual(['a: x y', 'b: z', `a-2: ${more.id}`])
    expect(more.plan.stages[2]!.tasks[0]).toMatchObject({ do: 'approval', text: 'x', required: true })
    expect(more.id).not.toBe('x')
  })

  it('leaves nothing that names what is taken out', () => {
    expect(withoutTask(plan, 'x').stages[0]!.tasks).toEqual([todo('y')])
    const back = withTask(plan, 'z', { do: 'approval', ask: [], refused: { then: 'back', stage: 'a' } })
    expect(withoutStage(back, 'a').stages).toEqual([
      { id: 'b', name: 'b', after: [], tasks: [{ ...todo('z'), do: 'approval', ask: [] }] },
    ])
  })

  it('puts stages and tasks in another order, and tasks into another stage', () => {
    expect(shape(moved(plan, 'b', -1))).toEqual(['b: z', 'a: x y'])
    expect(shape(moved(plan, 'x', 1))).toEqual(['a: y x', 'b: z'])
    expect(shape(moved(plan, 'x', -9))).toEqual(['a: x y', 'b: z'])
    expect(shape(moved(plan, 'gone', 1))).toEqual(shape(plan))
    expect(shape(withTasksOf(plan, 'b', [todo('z'), todo('x')]))).toEqual(['a: y', 'b: z x'])
  })

  it('says nothing any more of what is left out', () => {
    expect(withStage(plan, 'b', { after: undefined }).stages[1]).toEqual(
      stage('b', [todo('z', { beginsWith: 'a' })]),
    )
    expect(withTask(plan, 'y', { after: undefined, due: { within: 'PT4H' } }).stages[0]!.tasks[1]).toEqual(
      todo('y', { due: { within: 'PT4H' } }),
    )
  })
})
