import { oneAt, oneBy } from '../lookup'
import type { CatalogItem, Portal } from './form'

/** A category, as far as requesters are concerned. */
interface Category {
  id: string
  name: string
  asked?: string
}

/** A category as whoever asks for something reads it. */
export interface Pickable {
  id: string
  label: string
}

/** A list to choose from, and what is chosen in it. */
export interface PickLevel {
  options: Pickable[]
  chosen: string | null
}

const isBelow = (id: string, above: string) => id.startsWith(`${above}/`)
const depthOf = (id: string) => id.split('/').length
const aboveOf = (id: string) => id.slice(0, Math.max(0, id.lastIndexOf('/')))

/** A category in the words of requesters, or as the desk calls it where they have no other. */
export const categoryAsked = ({ name, asked }: Category): string => asked ?? name

/**
 * The categories among which a requester picks, those above first: below that of the catalog item, as deep as the portal
 * wants.
 * @returns none where the portal leaves it to the desk, or the item says as much already
 */
export function categoriesToPick(
  categories: readonly Category[],
  { category: above }: Pick<CatalogItem, 'category'>,
  { requestersPick, categoryLevels = 0 }: Pick<Portal, 'requestersPick' | 'categoryLevels'>,
): Pickable[] {
  if (!requestersPick) return []
  return categories
    .filter(({ id }) => isBelow(id, above) && depthOf(id) <= categoryLevels)
    .map((one) => ({ id: one.id, label: categoryAsked(one) }))
    .sort((a, b) => depthOf(a.id) - depthOf(b.id))
}

/** Whether what somebody picked says enough: it is one of the choices, and none lies below it. */
export const isPicked = (choices: readonly Pickable[], picked: string | undefined): boolean =>
  picked !== undefined &&
  choices.some(({ id }) => id === picked) &&
  !choices.some(({ id }) => isBelow(id, picked))

/**
 * The lists that somebody picks from one after another, given what they have picked so far.
 *
 * @example
 * const gates = [{ id: 'gates/readers', label: 'A reader' }, { id: 'gates/readers/belt', label: 'Its belt' }]
 * pickLevels(gates, undefined).length // 1
 * pickLevels(gates, 'gates/readers').length // 2: what exactly of it
 */
export function pickLevels(choices: readonly Pickable[], picked: string | undefined): PickLevel[] {
  const [first] = choices
  if (!first) return []
  const levels: PickLevel[] = []
  for (let above = aboveOf(first.id); ;) {
    const options = choices.filter(({ id }) => aboveOf(id) === above)
    if (!options.length) return levels
    const chosen = options.find(({ id }) => id === picked || (picked && isBelow(picked, id)))?.id ?? null
    levels.push({ options, chosen })
    if (chosen === null) return levels
    above = chosen
  }
}

/** What the items of a portal are about: the branches of their categories, in order, as requesters read them. */
export function subjectsOf(
  categories: readonly Category[],
  items: readonly { category: string }[],
): Pickable[] {
  const tops = new Set(items.map((one) => topOf(one.category)))
  const byId = new Map(categories.map((one) => [one.id, one]))
  return [...byId.keys()]
    .filter((id) => tops.has(id))
    .map((id) => ({ id, label: categoryAsked(oneBy(byId, id)) }))
}

/** A category and all above it, from the top. */
export const wayTo = (id: string): string[] =>
  id.split('/').map((_, at, parts) => parts.slice(0, at + 1).join('/'))

/** The branch that a category belongs to. */
export const topOf = (category: string): string => oneAt(category.split('/'), 0)
