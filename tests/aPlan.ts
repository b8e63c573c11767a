import fc from 'fast-check'
import { DEMO_BEGINS, demoDirectory } from '../demo/directory'
import { Directory } from '../core/design'
import {
  isOpen,
  nextSteps,
  type Plan,
  type PlanRun,
  type PlanTask,
  type PlanWorld,
  type Stage,
} from '../core/plan'
import { CalendarTime, weekly } from '../core/time'

// Plans without a ticket: what goes on by itself, and what somebody does.

export const directory = new Directory(demoDirectory())
const hours = new CalendarTime({
  ...{ id: 'office', name: 'Office', zone: 'Europe/London', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], '08:00', '18:00'),
})
export const world = (facts: PlanWorld['facts'] = {}, now = DEMO_BEGINS): PlanWorld => ({
  ...{ now, facts, hours, zone: 'Europe/London', directory },
  request: {
    ...{
      requester: 'ines-varga',
      technician: null,
      team: 'networks',
      site: 'hallin',
      organisation: 'merrow',
    },
    answers: {},
  },
})

export const todo = (id: string, more: Partial<PlanTask> = {}): PlanTask =>
  ({ id, text: `Do ${id}`, do: 'work', required: true, ...more }) as PlanTask
export const stage = (id: string, tasks: PlanTask[], more: Partial<Stage> = {}): Stage => ({
  id,
  name: id,
  tasks,
  ...more,
})
export const planOf = (stages: Stage[], more: Partial<Plan> = {}): Plan => ({
  id: 'p',
  name: 'A plan',
  stages,
  ...more,
})
export const begun = (): PlanRun => ({
  ...{ id: 1, plan: 'p', name: 'A plan', edition: 1, zone: 'Europe/London', beganAt: DEMO_BEGINS },
  ...{ stages: {}, tasks: {} },
})

/** What the record makes of steps (`core/ticket/planState`), in short: a second way to the same. */
export function take(run: PlanRun, plan: Plan, at: PlanWorld): PlanRun {
  let now = run
  for (let round = 0; ; round++) {
    const steps = nextSteps(plan, now, at)
    if (!steps.length) return now
    if (round > 1000) throw new Error('a plan goes on without end')
    for (const step of steps) {
      const { now: openedAt } = at
      const [stages, tasks] = [{ ...now.stages }, { ...now.tasks }]
      if (step.do === 'openStage') stages[step.stage] = { openedAt }
      if (step.do === 'passStage') stages[step.stage] = { openedAt, throughAt: openedAt, passed: true }
      if (step.do === 'openTasks')
        for (const { task, ...one } of step.tasks) tasks[task] = { openedAt, ...one }
      if (step.do === 'endTask')
        tasks[step.task] = { ...tasks[step.task]!, end: { how: 'done', at: openedAt } }
      if (step.do === 'stageThrough') {
        stages[step.stage] = { ...stages[step.stage]!, throughAt: openedAt }
        for (const id of step.letGo) tasks[id] = { ...tasks[id]!, end: { how: 'letGo', at: openedAt } }
      }
      now = { ...now, stages, tasks, ...(step.do === 'end' && { ended: { at: openedAt, how: 'done' } }) }
    }
  }
}
export const done = (run: PlanRun, id: string, at = DEMO_BEGINS): PlanRun => ({
  ...run,
  tasks: { ...run.tasks, [id]: { ...run.tasks[id]!, end: { how: 'done', at } } },
})
/** What is open of it, in the order of its ids. */
export const openIn = (run: PlanRun) =>
  Object.keys(run.tasks)
    .filter((id) => isOpen(run.tasks[id]))
    .sort()

/** Plans whose stages may be side by side, skipped and joined in any way, with tasks of every sort that ends by hand. */
const someTask = (id: string, stageIds: readonly string[], siblings: readonly string[]) =>
  fc
    .record({
      required: fc.constantFrom(true as const, undefined),
      when: fc.constantFrom(undefined, { fact: 'x', op: 'is' as const, value: 1 }),
      after: siblings.length
        ? fc.option(fc.subarray([...siblings]), { nil: undefined })
        : fc.constant(undefined),
      beginsWith: stageIds.length
        ? fc.option(fc.constantFrom(...stageIds), { nil: undefined })
        : fc.constant(undefined),
    })
    .map((more) => todo(id, more as Partial<PlanTask>))

/** Plans of all sorts; conditions go by the facts `x` and `y`. */
export const plans: fc.Arbitrary<Plan> = fc
  .array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 6 })
  .chain((sizes) => {
    const ids = sizes.map((_, at) => `s${at}`)
    const stages = sizes.map((size, at) => {
      const names = Array.from({ length: size }, (_, index) => `t${at}.${index}`)
      const before = ids.slice(0, at)
      return fc.record({
        tasks: fc.tuple(...names.map((name, index) => someTask(name, before, names.slice(0, index)))),
        after: before.length ? fc.option(fc.subarray(before), { nil: undefined }) : fc.constant(undefined),
        join: fc.constantFrom(undefined, 'any' as const),
        opensOn: fc.constantFrom(undefined, 'first' as const),
        when: fc.constantFrom(undefined, { fact: 'y', op: 'is' as const, value: 1 }),
      })
    })
    return fc
      .record({ stages: fc.tuple(...stages), left: fc.constantFrom(undefined, 'letGo' as const) })
      .map((made) =>
        planOf(
          made.stages.map(({ tasks, ...more }, at) =>
            stage(oneOf(ids, at), tasks as PlanTask[], more as Partial<Stage>),
          ),
          { ...(made.left && { left: made.left }) },
        ),
      )
  })
const oneOf = (ids: readonly string[], at: number) => ids[at] ?? ''
