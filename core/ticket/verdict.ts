import { say } from '../words'
import { statusOf, type CompiledKind } from '../lifecycle'
import type { Change } from './change'
import { Refused, type Rating } from './command'
import type { Entry } from './entry'
import type { TicketState } from './state'
import { checkText } from './text'

const isDone = ({ state, design }: Change) => statusOf(design.kind(state.kind), state.status).group === 'done'

/** Whether a requester is asked how it was done: it was, and neither turned away, merged nor called off by them. */
export function asksVerdict(
  { status: id, rejected, mergedInto }: Pick<TicketState, 'status' | 'rejected' | 'mergedInto'>,
  kind: CompiledKind,
  entries: readonly Entry[],
): boolean {
  const status = statusOf(kind, id)
  if (status.group !== 'done' || rejected || mergedInto !== undefined || id === kind.turnedAway) return false
  const last = entries.findLast((one) => one.kind === 'statusMoved')
  return !last?.because?.why.some((one) => one.is === 'noLongerNeeded')
}

function refuseUnlessDone(change: Change): void {
  if (!isDone(change)) throw new Refused('conflict', say('en', 'problem.notDone'), [], 'notDone')
}

/**
 * The requester says that it is solved; saying it again changes nothing.
 * @throws Refused while the desk works on it
 */
export function confirm(change: Change): void {
  refuseUnlessDone(change)
  if (change.state.confirmedAt === undefined) change.enter({ kind: 'confirmed' })
}

/**
 * The requester says how they found it; that it is solved goes without saying where they found it good.
 * @throws Refused while the desk works on it
 */
export function rate(change: Change, { verdict, text }: Rating): void {
  refuseUnlessDone(change)
  const words = text.trim() ? checkText(text) : ''
  const { rating } = change.state
  if (rating?.verdict !== verdict || rating.text !== words)
    change.enter({ kind: 'rated', verdict, text: words })
}
