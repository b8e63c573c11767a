import type { ActionTerms } from '../action'

export interface QueueAction {
  do: 'queue'
  queue: string
}

/** Lets it wait elsewhere. */
export const queue: ActionTerms<QueueAction> = {
  name: 'move it to another queue',
  field: { field: 'choice', of: 'queue', key: 'queue', label: 'which queue' },
  fresh: (first) => ({ do: 'queue', queue: first.queue }),
  said: (action, words) => `move it to the queue ${words.queue(action.queue)}`,
  check: (reader, place, action) => reader.refers(place, 'queue', action.queue),
  effects: (action) => [{ why: 'moves it to another queue', facts: { queue: action.queue } }],
  deed: (hands, action) =>
    hands.ticket.queue === action.queue ? {} : { run: () => hands.sort('queue', action.queue) },
}
