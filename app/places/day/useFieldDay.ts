import { keepDay, keptDay, type FieldDay } from '~/composables/keptOnDevice'

/** Somebody's stops, as the desk has them; as they were read last where there is no connection. */
export function useFieldDay(day: () => string | undefined) {
  const session = useSession()
  const person = computed(() => session.me?.id ?? '')
  const { data, error, refetch } = useQuery({
    key: () => ['bench', 'day', person.value, day() ?? ''],
    query: () => api('GET /api/my/day', { query: { day: day() } }),
  })
  const kept = shallowRef<FieldDay>()
  const isOld = computed(() => !data.value && kept.value !== undefined)
  const page = computed(() => data.value ?? (day() === undefined ? kept.value : undefined))
  watch(data, (found) => found && day() === undefined && void keepDay(person.value, found), {
    immediate: true,
  })
  watch(
    error,
    async (found) => {
      if (found) kept.value = await keptDay(person.value)
    },
    { immediate: true },
  )
  return { page, error, isOld, person, again: () => refetch().catch(() => undefined) }
}
