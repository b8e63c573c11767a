import { climbOf, isRemembered, readRungKey, runningOf } from '../ladder'
import type { Change } from './change'
import { Refused } from './command'
import type { Acknowledged } from './entry'

/**
 * Somebody has it: ladders that stop at that climb no further.
 * @param message key of the message that it answers; without one every such ladder that has rung is meant
 * @throws Refused when somebody has said so before, or nothing waits for it
 */
export function acknowledge(change: Change, message: string | undefined, via: Acknowledged['via']): void {
  const { state, directory } = change
  const climbs = message === undefined ? climbingNow(change) : ofMessage(change, message)
  const before = climbs.map(({ ladder, run }) => {
    const one = state.acknowledged?.[ladder]
    return one?.run === run ? one : undefined
  })
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
    .flatMap((ladder) => {
      const run = state.ladders?.[ladder.id]
      const clock = state.clocks.find((one) => one.target === ladder.target && one.stoppedAt === undefined)
      if (isRemembered(ladder) ? !run : !clock) return []
      const climb = climbOf(run, clock)
      // A ladder of an earlier running of the target has nothing to do with this one.
      const isThis =
        run ||
        state.rang.some((key) => key.startsWith(`rung:${ladder.id}:`) && key.includes(runningOf(clock!)))
      return isThis && state.acknowledged?.[ladder.id]?.run !== climb
        ? [{ ladder: ladder.id, run: climb }]
        : []
    })
}
