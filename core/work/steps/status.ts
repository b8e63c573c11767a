import type { Goal, StepTerms } from '../step'

/**
 * To the first status of a group that the lifecycle leads to, or to a status by id; `away` is where tickets end that
 * are not worked on, and `done` any other end.
 */
export interface StatusStep extends Goal {
  do: 'status'
}

/** Moves it on in the way of its kind, through the gate. */
export const status: StepTerms<StatusStep> = {
  name: 'set the status',
  field: { field: 'goal' },
  fresh: () => ({ do: 'status', group: 'active' }),
  asks: (at, step) => {
    const way = at.wayTo(step)
    return way && way !== 'there' ? way.gate : []
  },
  outlook: (at, step) => {
    const way = at.wayTo(step)
    if (way === 'there') return undefined
    const { group = null, status: to = null } = step
    if (!way) return { wont: { is: 'stepNoWay', kind: at.kind, group, status: to } }
    if (way.open.length) return { wont: { is: 'stepTasksFirst', tasks: [...way.open] } }
    return { will: { is: 'stepStatus', kind: at.kind, status: way.status, tells: way.tells } }
  },
  deed: (at, step) => at.enter(step),
  check: (reader, place, step) => reader.reaches(place, step),
}
