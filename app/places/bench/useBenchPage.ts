import { isOneOf, keysOf } from '~~/core/lookup'
import {
  BENCH_ORDERS,
  type BenchOrder,
  type BenchPage,
  type BenchRow,
  type FixedTime,
} from '~/composables/useBench'

/** One line of a bench: a ticket in its place, or a fixed time at its hour. */
export type Line =
  | { at: number | null; ticket: BenchRow; fixed?: undefined }
  | { at: number; fixed: FixedTime; ticket?: undefined }

/** Tickets and fixed times as they come in the day; a fixed time stands at its hour. */
export function linesOf({ tickets, fixed: booked }: Pick<BenchPage, 'tickets' | 'fixed'>): Line[] {
  const rows: Line[] = tickets.map((ticket) => ({ at: ticket.from, ticket }))
  for (const fixed of booked) {
    const index = rows.findIndex((one) => (one.at ?? Infinity) >= fixed.starts)
    rows.splice(index < 0 ? rows.length : index, 0, { at: fixed.starts, fixed })
  }
  return rows
}

/** So long what slid in is marked, in milliseconds. */
const MARKED = 20_000

/** A bench in an order: whose, and in which order, stands in the address. */
export function useBenchPage() {
  const route = useRoute()
  const cache = useQueryCache()
  const order = computed<BenchOrder>(() =>
    isOneOf(keysOf(BENCH_ORDERS), route.query.order) ? route.query.order : 'desk',
  )
  const person = computed(() =>
    typeof route.query.person === 'string' && route.query.person ? route.query.person : undefined,
  )
  const key = () => ['bench', { order: order.value, person: person.value ?? '' }]
  const bench = useQuery({
    key,
    query: ({ signal }) =>
      api('GET /api/bench', { query: { order: order.value, person: person.value }, signal }),
    placeholderData: (before) => before,
  })
  const again = () => cache.invalidateQueries({ key: ['bench'] }).catch(() => undefined)
  // Places and balances change with the time as well.
  useEachMinute(again)

  /** What slid in is marked for a while; the focus stays where it is. */
  const fresh = ref(new Set<number>())
  let known: { person: string; references: Set<number> } | undefined
  function mark(one: number): void {
    fresh.value = new Set([...fresh.value, one])
    setTimeout(() => (fresh.value = new Set([...fresh.value].filter((each) => each !== one))), MARKED)
  }
  watch(
    bench.data,
    (page) => {
      if (!page) return
      const references = new Set(page.tickets.map((one) => one.reference))
      if (known?.person === page.person.id)
        for (const one of references) if (!known.references.has(one)) mark(one)
      known = { person: page.person.id, references }
    },
    { immediate: true },
  )
  /** What links keep. */
  const query = computed<Record<string, string>>(() => ({
    ...(order.value !== 'desk' && { order: order.value }),
    ...(person.value && { person: person.value }),
  }))
  return { page: bench.data, error: bench.error, order, person, query, fresh, again }
}
