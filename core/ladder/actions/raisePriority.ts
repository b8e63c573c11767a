import type { ActionTerms } from '../action'

/** One step up, or to the priority named if that is higher. */
export interface PriorityAction {
  do: 'raisePriority'
  to?: string
}

/** Makes it more urgent, never less. */
export const raisePriority: ActionTerms<PriorityAction> = {
  name: 'raise the priority',
  field: { field: 'choice', of: 'priority', key: 'to', label: 'to which priority', nothing: 'by one' },
  fresh: () => ({ do: 'raisePriority' }),
  said: ({ to }, words) =>
    to === undefined ? 'raise the priority by one' : `raise the priority to ${words.priority(to)}`,
  check: (reader, place, { to }) => reader.refers(place, 'priority', to),
  effects: ({ to }, priorities) => {
    const raised = to === undefined ? priorities.slice(0, -1) : [to]
    const why = 'raises the priority'
    return raised.map((priority) => ({ why, event: 'priorityRaised', facts: { priority } }))
  },
  deed: (hands, { to }) => {
    const next = to === undefined ? hands.higher[0] : hands.higher.find((one) => one === to)
    return next === undefined ? {} : { run: () => hands.sort('priority', next) }
  },
}
