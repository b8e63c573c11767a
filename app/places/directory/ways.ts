import type { CellChange } from '~/kit/grid'

/** Minutes from each site to others, by their ids. */
export type Ways = Readonly<Record<string, Readonly<Record<string, number>>>>

/** As long as a site can be away: a week. */
export const MOST_MINUTES = 10_080

/** How long a way is said to take: minutes, or hours and minutes like 1:30; null where it is not said. */
export function minutesOf(text: string): number | null | undefined {
  const said = text.replace(/min$/, '').trim()
  if (!said) return null
  const [, hours, rest] = /^(\d{1,3}):([0-5]\d)$/.exec(said) ?? []
  const minutes =
    hours === undefined
      ? /^\d{1,5}$/.test(said)
        ? Number(said)
        : undefined
      : Number(hours) * 60 + Number(rest)
  return minutes !== undefined && minutes <= MOST_MINUTES ? minutes : undefined
}

/** Cells that are no length of a way, and what becomes of the sites by those that are. */
export interface Changed {
  wrong: readonly CellChange[]
  /** All the ways of each site that has others now. */
  sites: Record<string, Record<string, number>>
}

/**
 * What becomes of ways by cells of their grid.
 * @param back whether a way back takes as long: it follows where it was the same, or was not said
 */
export function changedWays(ways: Ways, cells: readonly CellChange[], back: boolean): Changed {
  const now: Record<string, Record<string, number>> = {}
  const of = (site: string) => (now[site] ??= { ...ways[site] })
  const set = (from: string, to: string, minutes: number | null) => {
    const { [to]: _, ...others } = of(from)
    now[from] = minutes === null ? others : { ...others, [to]: minutes }
  }
  const wrong: CellChange[] = []
  for (const cell of cells) {
    const [from, to] = [String(cell.key), cell.column]
    const minutes = minutesOf(cell.text)
    if (minutes === undefined || from === to) {
      if (from !== to || cell.text.trim()) wrong.push(cell)
      continue
    }
    const before = ways[from]?.[to]
    set(from, to, minutes)
    const was = ways[to]?.[from]
    if (back && (was === undefined || was === before)) set(to, from, minutes)
  }
  const sites = Object.entries(now).filter(([site, own]) => !isSame(own, ways[site] ?? {}))
  return { wrong, sites: Object.fromEntries(sites) }
}

const isSame = (one: Readonly<Record<string, number>>, other: Readonly<Record<string, number>>) =>
  Object.keys(one).length === Object.keys(other).length &&
  Object.entries(one).every(([id, minutes]) => other[id] === minutes)
