import type { Clock } from '~~/core/clock'
import { CompiledDesign } from '~~/core/design'
import type { WorkingTime } from '~~/core/time'

const known = new Map<number, CompiledDesign>()
const asked = new Map<number, Promise<void>>()

/** The editions whose hours a ticket's clocks count in, compiled in the browser by the very core that the server uses. */
export function useCalendars() {
  async function fetchEdition(edition: number): Promise<void> {
    const { document } = await api('GET /api/editions/{number}', { path: { number: edition } })
    known.set(edition, new CompiledDesign(document, edition, (other) => known.get(other)))
  }

  function needEdition(edition: number): Promise<void> {
    let promise = asked.get(edition)
    if (!promise) {
      promise = fetchEdition(edition)
      asked.set(edition, promise)
      promise.catch(() => asked.delete(edition))
    }
    return promise
  }

  /** Fetches the editions that tickets follow and that their clocks count in, once each. */
  async function need(tickets: { edition: number; clocks: readonly Clock[] }[]): Promise<void> {
    const editions = tickets.flatMap((one) => [one.edition, ...one.clocks.map((clock) => clock.edition)])
    await Promise.all([...new Set(editions)].map(needEdition))
  }

  /** The hours in which a clock counts; undefined before its edition was fetched. */
  const hoursOf = (clock: Clock): WorkingTime | undefined => known.get(clock.edition)?.hoursOf(clock)
  const closeFrom = (edition: number): number | undefined => known.get(edition)?.design.desk.closeFrom

  return { need, hoursOf, closeFrom }
}
