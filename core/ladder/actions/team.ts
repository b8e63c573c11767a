import type { ActionTerms } from '../action'

export interface TeamAction {
  do: 'team'
  team: string
}

/** Gives it to another team, where nobody has it yet. */
export const team: ActionTerms<TeamAction> = {
  name: 'give it to another team',
  field: { field: 'choice', of: 'team', key: 'team', label: 'which team' },
  fresh: (first) => ({ do: 'team', team: first.team }),
  said: (action, words) => `give it to ${words.team(action.team)}`,
  check: (reader, place, action) => reader.refers(place, 'team', action.team),
  effects: (action) => [{ why: 'gives it to another team', facts: { team: action.team, technician: null } }],
  deed: (hands, action) =>
    hands.ticket.team === action.team ? {} : { run: () => hands.give(null, action.team) },
}
