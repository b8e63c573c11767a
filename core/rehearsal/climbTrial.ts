import type { CompiledDesign, Directory } from '../design'
import { decide, ticketAlarms, type Entry, type OutgoingMessage, type TicketState } from '../ticket'
import type { Instant } from '../time'

/** One moment of what would happen. */
export interface TrialStep {
  at: Instant
  /** What rings or happens then, in order. */
  entries: Entry[]
  messages: OutgoingMessage[]
}

/** How far a trial looks ahead. */
const MOST_STEPS = 80

/**
 * What would happen to a ticket if nobody did anything: its alarms are rung one after the other by the very decider,
 * with the people that rotas and shifts name at each moment.
 * @param until no further than this
 */
export function climbTrial(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  now: Instant,
  until: Instant,
): TrialStep[] {
  const steps: TrialStep[] = []
  let current = state
  while (steps.length < MOST_STEPS) {
    const next = ticketAlarms(current, design)[0]
    if (!next || next.at > until) break
    const at = Math.max(next.at, now)
    const {
      entries,
      messages,
      state: after,
    } = decide(current, { kind: 'ring' }, design, directory, {
      now: at,
      actor: { system: 'alarm' },
      work: { openCounts: new Map() },
    })
    // An alarm that leads to nothing would be asked for without end.
    if (!entries.length) break
    // What was written in quiet hours and goes in the morning is no step of its own.
    if (entries.some(({ kind }) => kind !== 'messageDelivery')) steps.push({ at, entries, messages })
    current = after
  }
  return steps
}
