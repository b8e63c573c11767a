import { statusOf, type CompiledKind } from '../lifecycle'
import type { Instant } from '../time'
import type { Entry } from './entry'

/** A step of a request as its requester is told it. */
export type Happened =
  | { at: Instant; is: 'asked' | 'accepted' | 'confirmed' }
  /** Somebody took it, or nobody has it any more. */
  | { at: Instant; is: 'has'; person: string | null }
  /** It came to a status; `again` where it had been done. */
  | { at: Instant; is: 'status'; status: string; again: boolean }

/**
 * What happened to a request, oldest first: that it was got and taken on, who took it, and how it stood. Steps that follow
 * each other and say the same are one.
 * @param kind of the ticket, whose statuses are asked for their group
 */
export function happenedTo(entries: readonly Entry[], kind: CompiledKind): Happened[] {
  const isDone = (status: string) =>
    kind.statuses.some((one) => one.id === status) && statusOf(kind, status).group === 'done'
  const steps = entries.flatMap((entry): Happened[] => {
    const { at } = entry
    switch (entry.kind) {
      case 'logged':
        return [{ at, is: 'asked' }]
      case 'accepted':
      case 'confirmed':
        return [{ at, is: entry.kind }]
      case 'sorted': {
        const person = entry.values.technician.value
        return person === null ? [] : [{ at, is: 'has', person }]
      }
      case 'assigned':
        return [{ at, is: 'has', person: entry.technician }]
      case 'statusMoved':
        return [{ at, is: 'status', status: entry.to, again: isDone(entry.from) && !isDone(entry.to) }]
      case 'rejected':
      case 'heldAgain':
      case 'merged':
        return [{ at, is: 'status', status: entry.status, again: false }]
      default:
        return []
    }
  })
  return steps.filter((one, at) => {
    const before = steps.slice(0, at).findLast((other) => other.is === one.is)
    if (one.is === 'has') return before?.is === 'has' ? before.person !== one.person : one.person !== null
    return one.is !== 'status' || before?.is !== 'status' || before.status !== one.status
  })
}
