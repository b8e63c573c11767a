import type { Facts } from '../../core/condition'
import type { CompiledDesign } from '../../core/design'
import { isFor, type CatalogItem } from '../../core/intake'

/** Whether a portal shows an item to somebody. */
export function showsItem(item: CatalogItem, portal: string, asker: Facts): boolean {
  return (item.portals.length === 0 || item.portals.includes(portal)) && isFor(item.showWhen, asker)
}

/** The index of a portal: groups in order, each with what somebody can ask for there. */
export function portalIndex(design: CompiledDesign, portal: string, asker: Facts) {
  const { groups, items } = design.design
  const shown = design.findPortal(portal)?.groups ?? []
  return groups
    .filter((group) => shown.length === 0 || shown.includes(group.id))
    .map((group) => ({
      ...group,
      items: items
        .filter((item) => item.group === group.id && showsItem(item, portal, asker))
        .map(({ id, name, description, keywords, expected, icon }) => ({
          id,
          name,
          description,
          keywords,
          expected,
          icon,
        })),
    }))
    .filter((group) => group.items.length > 0)
}
