import type { Facts } from '../../core/condition'
import type { CompiledDesign } from '../../core/design'
import { isFor, type CatalogItem, type Portal } from '../../core/intake'

/** Whether a portal is for an organisation: for its own, or for all where it names none. */
export function admits(
  { organisations }: Pick<Portal, 'organisations'>,
  organisation: string | null,
): boolean {
  return organisations.length === 0 || organisations.includes(organisation ?? '')
}

/** Whether a portal shows an item to somebody. */
export function showsItem(item: CatalogItem, { id, groups = [] }: Portal, asker: Facts): boolean {
  const isHere = item.portals.length === 0 || item.portals.includes(id)
  return isHere && (groups.length === 0 || groups.includes(item.group)) && isFor(item.showWhen, asker)
}

/** The index of a portal: groups in order, each with what somebody can ask for there. */
export function portalIndex({ design }: CompiledDesign, portal: Portal, asker: Facts) {
  const { groups, items } = design
  return groups
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
