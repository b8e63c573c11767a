import { isOfTarget, isStageTarget, type Clock } from '~~/core/clock'
import type { WorkingTime } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import { standingOf, type ClockStanding } from '~/composables/useStanding'

/** A ticket as its page shows it, with the hours that its promises count in. */
export function useTicket(reference: () => number) {
  const calendars = useCalendars()
  const cache = useQueryCache()
  const key = () => ['ticket', reference()]
  const page = useQuery({
    key,
    query: async ({ signal }) => {
      const found = await api('GET /api/tickets/{reference}', { path: { reference: reference() }, signal })
      await calendars.need([found])
      return found
    },
  })
  /** Asks anew, after something was done to it. */
  async function again(): Promise<void> {
    await cache.invalidateQueries({ key: key(), exact: true }).catch(() => undefined)
  }
  return { ticket: page.data, error: page.error, again }
}

/** One promise of a ticket, as it stands. */
export interface Promised {
  clock: Clock
  hours: WorkingTime
  /** Shares of it at which something rings. */
  shares: number[]
  standing: ClockStanding
}

/**
 * The promises of a ticket, one of each target: of one that ran more than once, the last counts. Stages that are over are
 * told by their plan.
 */
export function promisesOf(
  ticket: Pick<Ticket, 'clocks' | 'rungs' | 'edition'>,
  now: number,
  { hoursOf, closeFrom }: Pick<ReturnType<typeof useCalendars>, 'hoursOf' | 'closeFrom'>,
): Promised[] {
  const last = ticket.clocks.filter(
    (clock, _, all) =>
      clock === all.findLast((one) => one.target === clock.target) &&
      (clock.stoppedAt === undefined || !isStageTarget(clock.target)),
  )
  return last.flatMap((clock) => {
    const hours = hoursOf(clock)
    if (!hours) return []
    const shares = ticket.rungs.filter((rung) => isOfTarget(clock, rung.target)).map((rung) => rung.share)
    const standing = standingOf(clock, hours, now, closeFrom(ticket.edition))
    return [{ clock, hours, standing, shares: [...new Set(shares)].filter((share) => share < 1) }]
  })
}
