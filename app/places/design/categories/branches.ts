import { routeCategories, type Category, type Design, type DesignStep } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { idOf } from '~~/core/naming'

/** The categories that some lines name and that are not there yet: `Gates › Scanners`, or names set in by spaces. */
export function branchesOf(text: string, known: readonly Category[]): Category[] {
  const ids = new Set(known.map((one) => one.id))
  const byName = new Map(
    known.map((one) => [`${one.id.slice(0, one.id.lastIndexOf('/') + 1)}${one.name}`, one.id]),
  )
  const made: Category[] = []
  const above: { indent: number; path: string }[] = []
  for (const line of text.split('\n')) {
    if (!line.trim()) continue
    const indent = line.replace(/\t/g, '  ').search(/\S/)
    while (above.length && above.at(-1)!.indent >= indent) above.pop()
    let path = above.at(-1)?.path ?? ''
    for (const name of line.split(/[›>/]/).map((one) => one.trim())) {
      if (!idOf(name)) continue
      const id = byName.get(`${path && `${path}/`}${name}`) ?? `${path && `${path}/`}${idOf(name)}`
      if (!ids.has(id)) {
        ids.add(id)
        made.push({ id, name })
      }
      path = id
    }
    above.push({ indent, path })
  }
  return made
}

/** The priority that a category takes from the nearest one above it. */
export function priorityFromAbove(id: string, categories: readonly Category[]): string | undefined {
  for (let path = id; path.includes('/');) {
    path = path.slice(0, path.lastIndexOf('/'))
    const priority = categories.find((one) => one.id === path)?.priority
    if (priority) return priority
  }
  return undefined
}

/** Some categories with all that lies below them. */
export const withBelow = (design: Design, ids: readonly string[]): Category[] =>
  design.categories.filter((one) => ids.some((id) => one.id === id || one.id.startsWith(`${id}/`)))

/** Gives categories a priority of their own, or none. */
export const prioritised = (design: Design, ids: readonly string[], priority: string): DesignStep[] =>
  design.categories
    .filter((one) => ids.includes(one.id) && (one.priority ?? '') !== priority)
    .map((before) => ({
      list: 'categories',
      id: before.id,
      before,
      after: withoutGaps({ ...before, priority: priority || undefined }),
    }))

/** What is said of branches while they are made. */
export interface Mapped {
  priority?: string
  team?: string
}

/**
 * Makes categories; those on top of each new branch get the priority, which those below them take from there, and a row
 * on top of “Where it goes” sends all of them to the team.
 */
export function madeSteps(
  design: Design,
  fresh: readonly Category[],
  { priority, team }: Mapped,
): DesignStep[] {
  const made = new Set(fresh.map((one) => one.id))
  const isTop = ({ id }: Category) => !made.has(id.slice(0, Math.max(0, id.lastIndexOf('/'))))
  const tops = fresh.filter(isTop).map((one) => one.id)
  return [
    ...fresh.map((one) => ({
      ...{ list: 'categories', id: one.id, before: null },
      after: priority && tops.includes(one.id) ? { ...one, priority } : one,
    })),
    ...(team ? routeCategories(design, tops, { team }) : []),
  ]
}

/** How many open tickets some categories have, as far as that is counted. */
export const openIn = (ids: Iterable<string>, use: Readonly<Record<string, number>> | undefined): number =>
  [...ids].reduce((sum, id) => sum + (use?.[id] ?? 0), 0)
