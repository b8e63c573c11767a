import type { Facts } from '../condition'
import type { CatalogGroup, CatalogItem, Portal } from './form'
import { topOf } from './categoryPick'
import { isFor, isOffered } from './reach'

/** Whether an item is one of a portal, for somebody, whether it is offered now or not. */
export function isOfPortal(item: CatalogItem, { id, groups = [] }: Portal, asker: Facts): boolean {
  const isHere = item.portals.length === 0 || item.portals.includes(id)
  return isHere && (groups.length === 0 || groups.includes(item.group)) && isFor(item.showWhen, asker)
}

/**
 * Whether a portal shows an item to somebody.
 * @param today at the desk, as `2026-11-27`
 */
export const showsItem = (item: CatalogItem, portal: Portal, asker: Facts, today: string): boolean =>
  isOffered(item, today) && isOfPortal(item, portal, asker)

/** The groups that a portal shows, in its own order; all of them in that of the catalog where it names none. */
const groupsOf = (
  { groups: wanted = [] }: Portal,
  groups: readonly CatalogGroup[],
): readonly CatalogGroup[] =>
  wanted.length ? wanted.flatMap((id) => groups.filter((one) => one.id === id)) : groups

/**
 * The index of a portal: groups in order, each with what somebody can ask for there; empty groups are left out.
 * @param asker what is known of whoever reads it
 * @param today at the desk, as `2026-11-27`
 */
export function portalIndex(
  { groups, items }: { groups: readonly CatalogGroup[]; items: readonly CatalogItem[] },
  portal: Portal,
  { asker, today }: { asker: Facts; today: string },
) {
  return groupsOf(portal, groups)
    .map((group) => ({
      ...group,
      items: items
        .filter((item) => item.group === group.id && showsItem(item, portal, asker, today))
        .map(({ id, name, description, keywords, expected, icon, category }) => ({
          ...{ id, name, description, keywords, expected, icon, subject: topOf(category) },
        })),
    }))
    .filter((group) => group.items.length > 0)
}
