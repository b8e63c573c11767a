import { isOfTarget } from '../clock'
import { acknowledgementOf, climbOf, isRemembered, readRungKey, runningOf, type Ladder } from '../ladder'
import type { Change } from './change'
import { Refused } from './command'
import type { Acknowledged } from './entry'
import type { TicketState } from './state'

/**
 * Somebody has it: ladders that stop at that climb no further.
 * @param message key of the message that it answers; without one every such ladder that has rung is meant
 * @throws Refused when somebody has said so before, or nothing waits for it
 */
export function acknowledge(change: Change, message: string | undefined, via: Acknowledged['via']): void {
  const { state, directory } = change
  const climbs = message === undefined ? climbingNow(change) : ofMessage(change, message)
  const before = climbs.map(({ ladder, run }) => acknowledgementOf(state.acknowledged, ladder, run))
  const earlier = before.find((one) => one !== undefined)
  if (climbs.length && earlier && before.every((one) => one !== undefined))
    throw new Refused('conflict', `${directory.nameOf(earlier.by)} has it already.`)
  if (!climbs.length && message === undefined)
    throw new Refused('conflict', 'No ladder that waits for somebody is climbing for this ticket.')
  change.enter({ kind: 'acknowledged', ladders: climbs, via, ...(message !== undefined && { message }) })
}

function ofMessage({ state }: Change, key: string) {
  const message = state.messages.find((one) => one.key === key)
  if (!message) throw new Refused('missing', `no message ${key}`)
  if (message.state === 'acknowledged') throw new Refused('conflict', 'This message was acknowledged before.')
  return message.climb ? [message.climb] : []
}

/** The ladders that have rung, climb on, and stop once somebody has it. */
export function climbingNow({ state, design }: Pick<Change, 'state' | 'design'>): {
  ladder: string
  run: string
}[] {
  const rang = new Set(
    state.rang.filter((key) => key.startsWith('rung:')).map((key) => readRungKey(key).ladder),
  )
  return design.design.ladders
    .filter((one) => one.acknowledgementStops && rang.has(one.id))
    .flatMap((ladder) =>
      climbsOf(state, ladder)
        .filter((run) => !acknowledgementOf(state.acknowledged, ladder.id, run))
        .map((run) => ({ ladder: ladder.id, run })),
    )
}

/** The runnings in which a ladder has rung: its own, or those of what it climbs along. */
function climbsOf({ ladders, clocks, rang }: TicketState, ladder: Ladder): string[] {
  const run = ladders?.[ladder.id]
  if (run) return [climbOf(run, undefined)]
  if (isRemembered(ladder)) return []
  const keys = rang.filter((key) => key.startsWith(`rung:${ladder.id}:`))
  return clocks
    .filter((one) => isOfTarget(one, ladder.target) && one.stoppedAt === undefined)
    .map(runningOf)
    .filter((one) => keys.some((key) => key.includes(one)))
}
