import { present } from '~~/core/lookup'
import type { Acceptance } from '~~/core/ticket'

export type AcceptanceField = keyof Acceptance
export type Chosen = Record<AcceptanceField, string | null>

/** A ticket that waits, and what would become of it: decided by the server with the very rules that will decide. */
export function useArrival(reference: () => number) {
  const cache = useQueryCache()
  const key = () => ['arrivals', reference()]
  const arrival = useQuery({
    key,
    query: ({ signal }) => api('GET /api/arrivals/{reference}', { path: { reference: reference() }, signal }),
  })
  /** What somebody knows better than triage; nothing where it stays as that decides. */
  const choice = reactive<Chosen>({ ticketKind: null, category: null, priority: null, level: null })
  const body = () => ({
    ticketKind: choice.ticketKind ?? '',
    category: choice.category ?? '',
    priority: choice.priority ?? '',
    level: choice.level ?? '',
  })
  const outlook = useQuery({
    key: () => [...key(), 'outlook', { ...choice }],
    query: ({ signal }) =>
      api('POST /api/arrivals/{reference}/outlook', {
        path: { reference: reference() },
        body: body(),
        signal,
      }),
    placeholderData: (before) => before,
  })
  const asItStands = (field: AcceptanceField): string => {
    const { choices, suggested } = present(arrival.data.value)
    const named = (value: string) => choices[field].find((one) => one.value === value)?.label ?? value
    if (field === 'ticketKind') return `as the item says: ${named(suggested.ticketKind)}`
    if (field === 'category') return `as the item says: ${named(suggested.category)}`
    return field === 'level' ? 'the first that applies' : 'as triage decides'
  }
  const again = () => cache.invalidateQueries({ key: key() }).catch(() => undefined)
  return { arrival, outlook, choice, body, asItStands, again }
}
