import type { CompiledDesign, Directory } from '../design'
import { forecast, movedSince, type ForecastWorld, type Moved, type PlanForecast } from '../plan'
import { HOUR, type Instant } from '../time'
import { plansRest, planWorld, type Followed } from './planFollowed'
import type { TicketState } from './state'

/** What differs by less is no other time. */
const LEAST_MOVED = HOUR

/**
 * When a plan of a ticket is expected to be done, and why that is another time than as it began.
 * @returns nothing where it is over, or rests
 */
export function planForecast(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  followed: Followed,
  now: Instant,
): (PlanForecast & { moved?: Moved }) | undefined {
  const { plan, run } = followed
  if (run.ended || plansRest(state, design)) return undefined
  const world: ForecastWorld = {
    ...planWorld({ state, design, directory, now }, followed),
    hoursOf: (id) => {
      const person = directory.people.get(id)
      return person && directory.shiftOf(person)
    },
  }
  const found = forecast(plan, run, world)
  const moved = movedSince(plan, run, world, found, LEAST_MOVED)
  return { ...found, ...(moved && { moved }) }
}
