import type { CompiledDesign } from '../design'
import { bySoonest, climbingOf, dueAlarms, rungAlarms, rungsAt, type Alarm } from '../ladder'
import type { Instant } from '../time'
import { assistAlarms } from './assist'
import { bookingAlarms } from './missedBooking'
import { calmAlarms } from './calmAlarms'
import { heldAlarms } from './delivery'
import { idleAlarms } from './idleAlarms'
import { planAlarms } from './plans'
import { taskAlarms } from './tasks'
import type { TicketState } from './state'

/**
 * Every alarm that a ticket has armed, soonest first: computed from its state alone.
 * @param now where given, a repetition that was missed gives way to the last one that is due
 */
export function ticketAlarms(state: TicketState, design: CompiledDesign, now?: Instant): Alarm[] {
  return [
    ...dueAlarms(climbingOf(state, design)),
    ...(now === undefined ? rungAlarms(state, design) : rungsAt(state, design, now)),
    ...idleAlarms(state, design),
    ...calmAlarms(state, design),
    ...bookingAlarms(state, design),
    ...assistAlarms(state, design),
    ...planAlarms(state, design),
    ...taskAlarms(state, design),
    ...heldAlarms(state),
  ].sort(bySoonest)
}
