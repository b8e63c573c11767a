import type { CompiledDesign } from '../../core/design'

/** The index of a portal: groups in order, each with what can be asked for there. */
export function portalIndex(design: CompiledDesign, portal: string) {
  const { groups, items } = design.design
  return groups
    .map((group) => ({
      ...group,
      items: items
        .filter(
          (item) => item.group === group.id && (item.portals.length === 0 || item.portals.includes(portal)),
        )
        .map(({ id, name, description, keywords }) => ({ id, name, description, keywords })),
    }))
    .filter((group) => group.items.length > 0)
}
