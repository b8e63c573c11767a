import { targetNames } from '~~/core/clock'
import { isOneOf, keysOf, oneAt } from '~~/core/lookup'
import { namesOf } from '~/composables/useNames'
import type { ClockList, ClockRow } from '~/composables/useTickets'

export const BANDS = { over: 'Over', close: 'Close', fine: 'Fine', paused: 'Paused' } as const
export const FILTERS = ['target', 'team', 'technician', 'organisation', 'priority'] as const
export type Filter = (typeof FILTERS)[number]

/** A promise begins anew when its ticket is opened again; it is another row then. */
export const keyOfClock = ({ reference, clock }: ClockRow): string =>
  `${reference}-${clock.target}-${clock.startedAt}`

/** What the address narrows the Deadlines down to. */
export function useDeadlineFilters() {
  const route = useRoute()
  const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
  const band = computed(() => (isOneOf(keysOf(BANDS), route.query.band) ? route.query.band : undefined))
  const search = computed(() => asked('find'))
  const chosen = computed(
    () => Object.fromEntries(FILTERS.map((name) => [name, asked(name)])) as Partial<Record<Filter, string>>,
  )
  const query = computed(() => ({ ...chosen.value, search: search.value, band: band.value }))
  const isFiltered = computed(() => Object.values(query.value).some(Boolean))
  return { band, search, chosen, query, isFiltered }
}

/** Every running promise, nearest to running out first, with the hours that its figures are reckoned by. */
export function useDeadlineList({ query }: Pick<ReturnType<typeof useDeadlineFilters>, 'query'>) {
  const calendars = useCalendars()
  return useLedger<ClockList>({
    key: () => ['clocks', query.value],
    async ask({ limit, after, before, signal }) {
      const at = after === undefined ? undefined : before?.now
      const answer = await api('GET /api/clocks', { query: { ...query.value, limit, after, at }, signal })
      await calendars.need(answer.rows.map(({ edition, clock }) => ({ edition, clocks: [clock] })))
      return answer
    },
    keyOf: keyOfClock,
    size: 120,
  })
}

/** What the filters offer: the directory, and the targets and priorities of the edition in force. */
export function useDeadlineOffers() {
  return useQuery({
    key: ['editions', 'deadlineOffers'],
    async query({ signal }) {
      const [directory, editions] = await Promise.all([
        api('GET /api/directory', { signal }),
        api('GET /api/editions', { signal }),
      ])
      const path = { number: oneAt(editions, 0).number }
      const { document } = await api('GET /api/editions/{number}', { path, signal })
      const names = namesOf(document, directory)
      const people = directory.people.filter((one) => one.active && one.teams.length)
      return {
        target: Object.entries(targetNames(document)).map(([value, label]) => ({ value, label })),
        team: directory.teams.map(({ id, name }) => ({ value: id, label: name })),
        technician: [
          { value: 'nobody', label: 'nobody yet' },
          ...people.map(({ id, name }) => ({ value: id, label: name })),
        ],
        organisation: names.organisation,
        priority: names.priority,
      }
    },
  })
}
