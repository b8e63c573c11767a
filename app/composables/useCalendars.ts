import { CalendarTime, flattenCalendar, type Calendar, type WorkingTime } from '~~/core/time'

const compiled = new Map<string, WorkingTime>()
const asked = new Map<number, Promise<void>>()

const flattened = (calendar: Calendar, all: Calendar[]) =>
  flattenCalendar(calendar, (id) => all.find((one) => one.id === id))

/** The calendars of editions, compiled in the browser by the very core that the server uses. */
export function useCalendars() {
  function learn(edition: number, calendars: Calendar[]): void {
    for (const calendar of calendars) {
      const key = `${edition}/${calendar.id}`
      if (!compiled.has(key)) compiled.set(key, new CalendarTime(flattened(calendar, calendars)))
    }
  }

  /** Fetches the calendars of an edition once. */
  async function need(edition: number): Promise<void> {
    let promise = asked.get(edition)
    if (!promise) {
      promise = api<{ document: { calendars: Calendar[] } }>(`/api/editions/${edition}`).then(
        ({ document }) => learn(edition, document.calendars),
      )
      asked.set(edition, promise)
      promise.catch(() => asked.delete(edition))
    }
    await promise
  }

  const hours = (edition: number, calendar: string): WorkingTime | undefined =>
    compiled.get(`${edition}/${calendar}`)

  return { learn, need, hours }
}
