import { isOneOf, keysOf } from '~~/core/lookup'
import { readView, type ViewDefinition } from '~~/core/work'

/** The views that everybody has. */
export const VIEWS = {
  open: 'Everything open',
  mine: 'Mine',
  team: 'My team',
  unassigned: 'Unassigned',
  over: 'Over',
  done: 'Done',
} as const
export type View = keyof typeof VIEWS

const NO_CONDITION = JSON.stringify({ all: [] })

/** How the Desk is looked at: all of it stands in the address, so that a link shows another person the same. */
export function useDeskView() {
  const route = useRoute()
  const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : '')
  const view = computed<View>(() =>
    isOneOf(keysOf(VIEWS), asked('view')) ? (asked('view') as View) : 'open',
  )
  const search = computed(() => asked('find'))
  /** A rule of Design: then the list is of all that it decided something about. */
  const rule = computed(() => asked('rule') || undefined)

  const kept = useQuery({
    key: ['views'],
    query: ({ signal }) => api('GET /api/views', { signal }),
  })
  const views = computed(() => kept.data.value?.views ?? [])
  const opens = computed(() => kept.data.value?.opens ?? null)
  const saved = computed(() => views.value.find((one) => one.id === Number(asked('kept'))))
  /** What the address says comes before what is kept; where neither says anything, the plain view. */
  const definition = computed<ViewDefinition>(() =>
    asked('as') ? viewFromAddress(asked('as')) : (saved.value?.definition ?? readView(undefined)),
  )
  const isChanged = computed(() => Boolean(asked('as')))
  /** What links to tickets keep. */
  const query = computed<Record<string, string>>(() =>
    Object.fromEntries(
      ['view', 'find', 'rule', 'kept', 'as'].flatMap((name) => (asked(name) ? [[name, asked(name)]] : [])),
    ),
  )

  /** On the way to the address: what is chosen next builds on it, not on what the address still says. */
  const onItsWay = shallowRef<ViewDefinition>()
  async function change(to: Partial<ViewDefinition>): Promise<void> {
    const mine = { ...(onItsWay.value ?? definition.value), ...to }
    onItsWay.value = mine
    await navigateTo({ path: route.path, query: { ...query.value, as: viewToAddress(mine) } })
    if (onItsWay.value === mine) onItsWay.value = undefined
  }

  /** What the server is asked. */
  const which = computed<Partial<QueryOf<'GET /api/tickets'>>>(() => {
    const { where, sort, isTurned, board, group } = definition.value
    const condition = JSON.stringify(where)
    return {
      view: rule.value ? 'all' : view.value,
      rule: rule.value,
      search: search.value || undefined,
      where: condition === NO_CONDITION ? undefined : condition,
      sort,
      turned: isTurned ? 'true' : undefined,
      group: board ? undefined : group,
    }
  })
  return {
    ...{ view, search, rule, views, opens, saved, isChanged, query, which, change, kept },
    definition: computed(() => onItsWay.value ?? definition.value),
    /** Whether a view that is kept is asked for and not read yet. */
    isReading: computed(() => Boolean(asked('kept')) && !kept.data.value && !kept.error.value),
  }
}
export type DeskView = ReturnType<typeof useDeskView>
