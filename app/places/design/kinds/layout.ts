import { Graph, layout } from '@dagrejs/dagre'
import { waitInWords, type TicketKind } from '~~/core/lifecycle'
import { oneAt } from '~~/core/lookup'

/** A point of the picture, in its own pixels. */
export interface Point {
  x: number
  y: number
}
/** A way from one status to another, whoever goes it. */
export interface Way {
  from: string
  to: string
  /** What is said at it. */
  label: string
  /** It is gone by itself only. */
  byItself: boolean
}
/** Where the statuses of a kind stand in its picture, and how its ways run between them. */
export interface Picture {
  /** By the id of the status: its upper left corner. */
  places: ReadonlyMap<string, Point>
  ways: (Way & { points: readonly Point[] })[]
  width: number
  height: number
}

export const BOX = { width: 178, height: 54 } as const

const after = (text: string) => {
  try {
    return `after ${waitInWords(text)}`
  } catch {
    return text
  }
}

/** The ways of a kind: one that people go and that goes by itself too is one, with both words. */
export function waysOf({ transitions, automatic, idle = [] }: TicketKind): Way[] {
  const byItself = [
    ...Object.entries(automatic.onReply).map(([from, to]) => ({ from, to, label: 'on a reply' })),
    ...Object.entries(automatic.onAnswer).map(([from, to]) => ({ from, to, label: 'on an answer' })),
    ...idle.flatMap(({ status: from, after: text, action }) =>
      action.do === 'move' ? [{ from, to: action.to, label: after(text) }] : [],
    ),
  ]
  const ways = new Map<string, { from: string; to: string; labels: string[]; byItself: boolean }>()
  for (const [list, isAlone] of [
    [transitions, false],
    [byItself, true],
  ] as const)
    for (const { from, to, label } of list) {
      const key = JSON.stringify([from, to])
      const known = ways.get(key) ?? { from, to, labels: [], byItself: isAlone }
      ways.set(key, { ...known, labels: [...known.labels, label] })
    }
  return [...ways.values()].map(({ labels, ...way }) => ({ ...way, label: labels.join(', or ') }))
}

/**
 * Draws up a lifecycle in layers, so that ways cross no more than they must (Sugiyama, Tagawa and Toda 1981, as dagre
 * does it).
 * @param along across the page, or down it where the page is narrow
 */
export function pictureOf(kind: TicketKind, along: 'across' | 'down'): Picture {
  const graph = new Graph()
  graph.setGraph({ rankdir: along === 'across' ? 'LR' : 'TB', nodesep: 26, edgesep: 16, ranksep: 74 })
  graph.setDefaultEdgeLabel(() => ({}))
  const ids = new Set(kind.statuses.map((one) => one.id))
  // Where tickets begin is put in first, so that it stands at the beginning wherever there is a choice.
  const inOrder = [...kind.statuses].sort((a, b) => Number(b.id === kind.first) - Number(a.id === kind.first))
  for (const { id } of inOrder) graph.setNode(id, { ...BOX })
  const ways = waysOf(kind).filter(({ from, to }) => ids.has(from) && ids.has(to) && from !== to)
  for (const { from, to } of ways) graph.setEdge(from, to)
  layout(graph)
  const corners = kind.statuses.map(({ id }): [string, Point] => {
    const { x = 0, y = 0 } = graph.node(id)
    return [id, { x: x - BOX.width / 2, y: y - BOX.height / 2 }]
  })
  const drawn = ways.map((way) => ({ ...way, points: graph.edge(way.from, way.to).points as Point[] }))
  return fromCorner(corners, drawn)
}

/** Moved so that it begins at its corner: ways may run outside of where the statuses stand. */
function fromCorner(corners: [string, Point][], ways: Picture['ways']): Picture {
  const ends = corners.map(([, { x, y }]) => ({ x: x + BOX.width, y: y + BOX.height }))
  const all = [...corners.map(([, corner]) => corner), ...ends, ...ways.flatMap((one) => one.points)]
  const [left, top] = [Math.min(...all.map(({ x }) => x)), Math.min(...all.map(({ y }) => y))]
  const moved = ({ x, y }: Point) => ({ x: x - left, y: y - top })
  return {
    places: new Map(corners.map(([id, corner]) => [id, moved(corner)])),
    ways: ways.map((way) => ({ ...way, points: way.points.map(moved) })),
    width: Math.max(...all.map(({ x }) => x)) - left,
    height: Math.max(...all.map(({ y }) => y)) - top,
  }
}

const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
const said = ({ x, y }: Point) => `${Math.round(x * 10) / 10} ${Math.round(y * 10) / 10}`

/** A way as a line without corners, as SVG writes paths. */
export function pathOf(points: readonly Point[]): string {
  const [first, ...rest] = points
  const last = rest.pop()
  if (!first || !last) return ''
  const curves = rest.map((point, at) => {
    const next = at === rest.length - 1 ? last : middle(point, oneAt(rest, at + 1))
    return `Q ${said(point)} ${said(next)}`
  })
  return `M ${said(first)} ${curves.length ? curves.join(' ') : `L ${said(last)}`}`
}

export type Direction = 'ArrowLeft' | 'ArrowRight' | 'ArrowUp' | 'ArrowDown'
const TOWARDS: Record<Direction, (by: Point) => [ahead: number, aside: number]> = {
  ArrowLeft: ({ x, y }) => [-x, Math.abs(y)],
  ArrowRight: ({ x, y }) => [x, Math.abs(y)],
  ArrowUp: ({ x, y }) => [-y, Math.abs(x)],
  ArrowDown: ({ x, y }) => [y, Math.abs(x)],
}

/** The status that lies next in a direction; the one that it is at where none does. */
export function nextTo({ places }: Pick<Picture, 'places'>, from: string, towards: Direction): string {
  const here = places.get(from)
  if (!here) return from
  const near = [...places].flatMap(([id, { x, y }]) => {
    const [ahead, aside] = TOWARDS[towards]({ x: x - here.x, y: y - here.y })
    return ahead > 1 ? [{ id, far: ahead + 2 * aside }] : []
  })
  return near.sort((a, b) => a.far - b.far)[0]?.id ?? from
}
