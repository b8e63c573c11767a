import { isOpen, stagesAfter } from '../plan'
import type { Change } from './change'
import { Refused } from './command'
import type { Followed } from './planFollowed'

/**
 * A stage is entered again and those after it are shut: what is open there waits until its stage opens anew, what was
 * done stays done, and approvals are asked again, for what they were given to has changed.
 * @param tasks of the stage, to be done again; all that had begun if empty
 * @throws Refused where the stage has not opened, or nothing in it could be done again
 */
export function sendBack(
  change: Change,
  { run, plan }: Followed,
  id: string,
  tasks: readonly string[],
  said: string,
): void {
  const stage = plan.stages.find((one) => one.id === id)
  if (!stage || !run.stages[id] || run.stages[id].passed)
    throw new Refused('invalid', 'It cannot be sent back there.', [
      { field: 'stage', message: 'choose a stage that has opened already' },
    ])
  const again = stage.tasks.filter((one) => run.tasks[one.id] && (!tasks.length || tasks.includes(one.id)))
  if (!again.length)
    throw new Refused('invalid', 'There is nothing to do again.', [
      { field: 'tasks', message: `choose what of “${stage.name}” is to be done again` },
    ])
  const after = stagesAfter(plan, id)
  after.delete(id)
  const shut = [...after].filter((one) => run.stages[one])
  const waiting = plan.stages
    .filter((one) => after.has(one.id))
    .flatMap((one) => one.tasks.map((task) => ({ task, opensWith: task.beginsWith ?? one.id })))
    .filter(
      ({ task, opensWith }) =>
        after.has(opensWith) && run.tasks[task.id] && (isOpen(run.tasks[task.id]) || task.do === 'approval'),
    )
  change.enter({
    ...{ kind: 'planSentBack', run: run.id, stage: id, name: stage.name, said },
    tasks: [...again, ...waiting.map(({ task }) => task)].map((one) => one.id),
    shut,
  })
}
