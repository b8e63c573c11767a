import type { FieldValue } from '~~/core/fields'
import { givenFields, type Row } from '~/composables/useTickets'

export type BoardPage = AnswerOf<'GET /api/tickets/board'>
type Kind = AnswerOf<'GET /api/tickets/lanes'>['kinds'][number]
export type Way = Kind['ways'][number]

/** One status of a board: those with the same name are one, whatever kind a ticket is of. */
export interface BoardColumn {
  name: string
  group: string
  total: number
  /** How many are to be in it at most. */
  limit?: number
}
/** The cards of one column in one row. */
export interface Stack {
  column: BoardColumn
  total: number
  rows: Card[]
}
export type Card = BoardPage['rows'][number]
export interface BoardLane {
  id: string
  name: string
  total: number
  stacks: Stack[]
}

const GROUPS = ['new', 'active', 'waiting', 'done']

/** The columns of a board, in the order of the lifecycles: every status, and where the kind of a ticket is gone its own. */
export function columnsOf(
  kinds: readonly Kind[],
  { cells }: Pick<BoardPage, 'cells'>,
  limits: Readonly<Record<string, number>> = {},
): BoardColumn[] {
  const all = new Map<string, BoardColumn>()
  const named = new Map<string, string>()
  for (const kind of kinds)
    for (const { id, name, group } of kind.statuses) {
      named.set(`${kind.id} ${id}`, name)
      const limit = limits[name]
      if (!all.has(name)) all.set(name, { name, group, total: 0, ...(limit !== undefined && { limit }) })
    }
  for (const { kind, statusId, total } of cells) {
    const name = named.get(`${kind} ${statusId}`) ?? statusId
    const column = all.get(name) ?? { name, group: 'active', total: 0 }
    all.set(name, { ...column, total: column.total + total })
  }
  return [...all.values()].sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group))
}

/** The rows of a board with their cards; without rows all cards lie in one. */
export function lanesOf(
  kinds: readonly Kind[],
  { cells, lanes, rows }: Pick<BoardPage, 'cells' | 'lanes' | 'rows'>,
  columns: readonly BoardColumn[],
): BoardLane[] {
  const statusName = (kind: string, id: string) =>
    kinds.find((one) => one.id === kind)?.statuses.find((one) => one.id === id)?.name ?? id
  const found = lanes.length ? lanes : [{ id: '', name: '', total: 0 }]
  return found.map((lane) => ({
    ...lane,
    stacks: columns.map((column) => ({
      column,
      total: cells
        .filter((one) => one.lane === lane.id && statusName(one.kind, one.statusId) === column.name)
        .reduce((sum, one) => sum + one.total, 0),
      rows: rows.filter((row) => row.lane === lane.id && statusName(row.kind, row.statusId) === column.name),
    })),
  }))
}

/** Cards of a board are moved on through their gates. */
export function useBoardMoves(moved: () => void) {
  const found = useQuery({
    key: ['editions', 'lanes'],
    query: ({ signal }) => api('GET /api/tickets/lanes', { signal }),
  })
  const kinds = computed<Kind[]>(() => found.data.value?.kinds ?? [])
  /** What a gate asks of the card that goes through it. */
  const asking = ref<{ row: Row; way: Way }>()
  const asked = ref<Record<string, FieldValue | null>>({})
  const refused = ref('')
  const { busy, error, run } = useDeed(moved)
  const waysOf = (row: Row) =>
    kinds.value.find((one) => one.id === row.kind)?.ways.filter((one) => one.from === row.statusId) ?? []

  /** @returns whether nothing is asked first */
  async function go(row: Row, way: Way): Promise<boolean> {
    refused.value = ''
    error.value = undefined
    if (way.gate.length) {
      asking.value = { row, way }
      asked.value = {}
      return false
    }
    await send(row, way)
    return true
  }
  async function send(row: Row, way: Way): Promise<void> {
    const body = { from: way.from, to: way.to, fields: givenFields(way.gate, asked.value) }
    const path = { reference: row.reference }
    const done = await run(
      async () => (await api('POST /api/tickets/{reference}/move', { path, body }), true),
    )
    if (done) asking.value = undefined
    moved()
  }
  /** The way by which a card comes into a status, where its lifecycle has one; else it is said that it has none. */
  function wayInto(row: Row, column: string): Way | undefined {
    const kind = kinds.value.find((one) => one.id === row.kind)
    const to = kind?.statuses.find((one) => one.name === column)?.id
    const way = waysOf(row).find((one) => one.to === to)
    if (!way)
      refused.value = `${row.reference} cannot go from “${row.status}” to “${column}”: its lifecycle has no such way.`
    return way
  }
  return { kinds, found, asking, asked, refused, busy, error, waysOf, wayInto, go, send }
}
