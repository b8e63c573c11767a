import type { CompiledDesign } from '../design'
import type { Alarm } from '../ladder'
import { statusOf } from '../lifecycle'
import type { Reason } from '../reason'
import { missedAt, type Booking } from '../work'
import type { Change } from './change'
import type { TicketState } from './state'

/** Fixed times that nobody has begun ring once, so that whoever has them and whoever plans hear of it in time. */
export function bookingAlarms(state: TicketState, design: CompiledDesign): Alarm[] {
  const { bookings = [] } = state
  if (!bookings.length || statusOf(design.kind(state.kind), state.status).group === 'done') return []
  return bookings.flatMap((one) => {
    const key = `missed:${one.id}:${one.from}`
    return one.state === 'booked' && !state.rang.includes(key) && !isWorkedOn(state, one)
      ? [{ key, at: missedAt(one) }]
      : []
  })
}

/** Whoever works on the ticket at the time is there, even if the fixed time was not marked as begun. */
function isWorkedOn({ timers = [], times = [] }: TicketState, { person, from, to }: Booking): boolean {
  return (
    timers.some((one) => one.person === person) ||
    times.some((one) => one.person === person && one.from < to && one.to > from)
  )
}

/** The people of a ticket’s team who plan for others, and its lead. */
export function plannersOf({ state, directory }: Change): string[] {
  const planners = (directory.membersOf.get(state.team) ?? []).filter((one) =>
    directory.may(one.id, 'planPeople'),
  )
  const lead = directory.teams.get(state.team)?.lead
  return [...(lead ? [lead] : []), ...planners.map((one) => one.id)]
}

/** Tells whoever has the fixed time, the lead of its team, and those of the team who plan for others. */
export function ringMissed(change: Change, alarm: string, id: number, dueAt: number): void {
  const { state, directory } = change
  const { person, what, from } = state.bookings!.find((one) => one.id === id)!
  const told = [...new Set([person, ...plannersOf(change)])].filter(
    (one) => directory.people.get(one)?.active,
  )
  const missed: Reason = { is: 'bookingMissed', person, what, from }
  const why = change.because(missed)
  change.enter({ kind: 'bookingMissed', alarm, booking: id, why, dueAt, told }, { system: 'clock' })
  change.tell(
    told.map((one) => directory.people.get(one)),
    'missedTime',
    { text: change.say(missed) },
  )
}
