import { grantedOf, openPause, type Clock } from '../clock'
import { said } from '../reason'
import { DAY, MINUTE } from '../time'
import type { Change } from './change'
import { Refused } from './command'

/** The running clocks that a person means: the named ones, or all. */
function meantClocks({ state }: Change, targets: string[]): Clock[] {
  const running = state.clocks.filter((clock) => clock.stoppedAt === undefined)
  const gone = targets.find((target) => !running.some((clock) => clock.target === target))
  if (gone !== undefined)
    throw new Refused('conflict', `The target “${gone}” is not running any more; look at the ticket again.`)
  return targets.length ? running.filter((clock) => targets.includes(clock.target)) : running
}

/** Longest reason for a pause or an extension, in characters. */
const REASON_LIMIT = 500

function checkReason(why: string): string {
  const reason = why.trim()
  const problem =
    reason === ''
      ? 'please say why; it stands in the statement'
      : reason.length > REASON_LIMIT
        ? `please shorten this to ${REASON_LIMIT} characters`
        : undefined
  if (problem) throw new Refused('invalid', 'A reason is needed.', [{ field: 'why', message: problem }])
  return reason
}

/** Pauses targets because a person says so. */
export function pauseByHand(change: Change, targets: string[], why: string): void {
  const reason = said(checkReason(why))
  const clocks = meantClocks(change, targets).filter((clock) => !openPause(clock)?.byHand)
  if (!clocks.length) throw new Refused('conflict', 'There is nothing to pause: no target is running.')
  // A clock that rests with the status goes over to the person's pause, so that the status does not end it.
  const resting = clocks.filter((clock) => openPause(clock)).map((clock) => clock.target)
  if (resting.length) change.enter({ kind: 'clocksResumed', targets: resting, why: reason })
  const all = clocks.map((clock) => clock.target)
  change.enter({ kind: 'clocksPaused', targets: all, why: reason, byHand: true })
}

/** Ends pauses that a person made; where the status says so, the clock goes on resting with it. */
export function resumeByHand(change: Change, targets: string[]): void {
  const clocks = meantClocks(change, targets).filter((clock) => openPause(clock)?.byHand)
  if (!clocks.length)
    throw new Refused(
      'conflict',
      'No target is paused by hand. A target that rests with the status goes on when the ticket moves.',
    )
  const all = clocks.map((clock) => clock.target)
  change.enter({ kind: 'clocksResumed', targets: all, why: change.because({ is: 'resumedByHand' }) })
}

/** Longest extension in one go: 90 days of counted time. */
const MOST_EXTENSION = 90 * DAY

/** Grants a target more time. Needs the right to. */
export function extendByHand(change: Change, target: string, by: number, why: string): void {
  const { actor } = change.context
  if (!('person' in actor) || !change.directory.may(actor.person, 'extendPromises'))
    throw new Refused('forbidden', 'Your role does not extend promises; ask the lead of the team.')
  if (!Number.isInteger(by) || by < MINUTE || by > MOST_EXTENSION)
    throw new Refused('invalid', 'This is no length of time to extend by.', [
      { field: 'by', message: 'give from one minute to 90 days' },
    ])
  const reason = checkReason(why)
  const [clock] = meantClocks(change, [target])
  change.enter({ kind: 'clockExtended', target, by, granted: grantedOf(clock!) + by, why: reason })
}
