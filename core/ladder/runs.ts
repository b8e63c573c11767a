import type { Change } from '../ticket/change'
import { MOST_IN_A_CHAIN, type Ladder } from './ladder'

const LADDER = { system: 'ladder' }

/** Why a chain of ladders goes no further. */
export function stopChain(change: Change, ladder: Ladder): void {
  const why = change.because({ is: 'chain', ladder: ladder.id, most: MOST_IN_A_CHAIN })
  change.enter({ kind: 'chainStopped', ladder: ladder.id, why }, LADDER)
}

/** A ladder begins to climb, unless it is the end of too long a chain. */
export function beginLadder(change: Change, ladder: Ladder): void {
  const { state, directory, design, depth } = change
  if (state.ladders?.[ladder.id]) return
  if (depth > MOST_IN_A_CHAIN) return stopChain(change, ladder)
  const calendar = directory.sites.get(state.site ?? '')?.calendar ?? design.design.desk.calendar
  change.enter({ kind: 'ladderBegan', ladder: ladder.id, name: ladder.name, calendar, depth }, LADDER)
}
