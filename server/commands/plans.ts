import { Refused, type PlanTaskChange } from '../../core/ticket'

/** What of a task of a plan is asked to change. */
interface Wanted {
  done?: boolean
  notNeeded?: string
  person?: string | null
  team?: string
}

/**
 * The one thing that is to become of a task.
 * @throws Refused where nothing is asked for, or several things at once
 */
export function changeOf({ done, notNeeded, person, team }: Wanted): PlanTaskChange {
  const all: PlanTaskChange[] = [
    ...(done === undefined ? [] : [{ done }]),
    ...(notNeeded === undefined ? [] : [{ notNeeded }]),
    ...(person === undefined ? [] : [{ person }]),
    ...(team === undefined ? [] : [{ team }]),
  ]
  const [only] = all
  if (only && all.length === 1) return only
  throw new Refused('invalid', 'Say one thing of the task.', [
    { field: 'done', message: 'give done, notNeeded, person or team, and only one of them' },
  ])
}
