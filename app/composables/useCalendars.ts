import type { Design } from '~~/core/design'
import { CalendarTime, flattenCalendar, type Calendar, type WorkingTime } from '~~/core/time'

const compiled = new Map<string, WorkingTime>()
const asked = new Map<number, Promise<void>>()

const flattened = (calendar: Calendar, all: Calendar[]) =>
  flattenCalendar(calendar, (id) => all.find((one) => one.id === id))

/** From which share on a promise is close, by edition, where the lead chose it. */
const closeShares = new Map<number, number | undefined>()

/** The calendars of editions, compiled in the browser by the very core that the server uses. */
export function useCalendars() {
  function learn(edition: number, { calendars, desk }: Design): void {
    closeShares.set(edition, desk.closeFrom)
    for (const calendar of calendars) {
      const key = `${edition}/${calendar.id}`
      if (!compiled.has(key)) compiled.set(key, new CalendarTime(flattened(calendar, calendars)))
    }
  }

  /** Fetches the calendars of an edition once. */
  async function need(edition: number): Promise<void> {
    let promise = asked.get(edition)
    if (!promise) {
      promise = api<{ document: Design }>(`/api/editions/${edition}`).then(({ document }) =>
        learn(edition, document),
      )
      asked.set(edition, promise)
      promise.catch(() => asked.delete(edition))
    }
    await promise
  }

  const hours = (edition: number, calendar: string): WorkingTime | undefined =>
    compiled.get(`${edition}/${calendar}`)
  const closeFrom = (edition: number): number | undefined => closeShares.get(edition)

  return { need, hours, closeFrom }
}
