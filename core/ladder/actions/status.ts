import { ANY_VALUE, type ActionTerms } from '../action'

export interface StatusAction {
  do: 'status'
  to: string
}

/** Moves it to a status of its kind, past a gate that asks nothing which only a person can say. */
export const status: ActionTerms<StatusAction> = {
  name: 'move it to another status',
  field: { field: 'choice', of: 'status', key: 'to', label: 'which status' },
  fresh: (first) => ({ do: 'status', to: first.status }),
  said: ({ to }, words) => `move it to ${words.status(to)}`,
  check: (reader, place, { to }) => reader.enters(place, to),
  effects: ({ to }) => [{ why: 'moves it to another status', facts: { status: to, statusGroup: ANY_VALUE } }],
  deed: (hands, { to }) => hands.enter(to),
}
