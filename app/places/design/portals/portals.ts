import type { Design, DesignStep } from '~~/core/design'
import { addressOf, showsItem, type CatalogItem, type Portal, type PortalInk } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { Language } from '~~/core/words'

/** English alone is what every portal has. */
export const spoken = (languages: readonly Language[]): Partial<Portal> => ({
  languages: languages.length === 1 && languages[0] === 'en' ? undefined : [...languages],
})

const inDesign = (item: CatalogItem, portal: Portal) => item.portals.includes(portal.id)

/** Whatever a portal shows to somebody: items that are for some only are counted too. */
export const itemsOf = ({ items }: Pick<Design, 'items'>, portal: Portal, today: string): CatalogItem[] =>
  items.filter((one) => showsItem(withoutGaps({ ...one, showWhen: undefined }), portal, {}, today))

const INKS: readonly PortalInk[] = ['sea', 'brass', 'ink']

/** A mailbox like that of a portal, at an address that no other portal has. */
function mailboxLike(design: Design, portal: Portal, id: string): string {
  const own = [addressOf(portal), portal.id].find((one) => portal.mailbox.includes(one))
  const [name, host] = portal.mailbox.split('@')
  const wanted = own ? portal.mailbox.replace(own, id) : `${id}@${host ?? name}`
  return design.portals.some((one) => one.mailbox.toLowerCase() === wanted) ? '' : wanted
}

/**
 * A copy of a portal for other people. What the pattern shows, the copy shows too, also where items name their portals;
 * its mailbox, mark and ink are told apart from it.
 */
export function copyOf(
  design: Design,
  portal: Portal,
  { name, organisation }: { name: string; organisation?: string | null },
): { id: string; steps: DesignStep[] } {
  const taken = new Set(
    design.portals.flatMap((one) => [one.id, addressOf(one), ...(one.formerAddresses ?? [])]),
  )
  const id = freeId(name, (one) => taken.has(one), 'portal')
  const inks = new Set(design.portals.map((one) => one.ink ?? 'sea'))
  const after = withoutGaps({
    ...{ ...portal, id, name, address: undefined, formerAddresses: undefined, mark: undefined },
    mailbox: mailboxLike(design, portal, id),
    ink: INKS.find((one) => !inks.has(one)) ?? portal.ink,
    ...(organisation && { organisations: [organisation] }),
  })
  return {
    id,
    steps: [
      { list: 'portals', id, before: null, after },
      ...design.items
        .filter((one) => inDesign(one, portal))
        .map((before) => ({
          list: 'items',
          id: before.id,
          before,
          after: { ...before, portals: [...before.portals, id] },
        })),
    ],
  }
}

/** What takes a portal out, also of the items that name it. */
export const without = (design: Design, portal: Portal): DesignStep[] => [
  ...design.items
    .filter((one) => inDesign(one, portal))
    .map((before) => ({
      list: 'items',
      id: before.id,
      before,
      after: { ...before, portals: before.portals.filter((one) => one !== portal.id) },
    })),
  { list: 'portals', id: portal.id, before: portal, after: null },
]

/** Items that only this portal shows would show everywhere without it, so it cannot go before they have another. */
export const onlyAt = ({ items }: Pick<Design, 'items'>, portal: Portal): CatalogItem[] =>
  items.filter((one) => one.portals.length === 1 && inDesign(one, portal))

/**
 * A portal at another address; the one that it had leads on to it.
 * @throws Error in words where no portal can have that address, or another one has it
 */
export function readdressed(design: Pick<Design, 'portals'>, portal: Portal, wanted: string): Portal {
  const address = wanted.trim().toLowerCase()
  if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(address) || address.length > 60)
    throw new Error('Write small letters, figures and hyphens, 60 at most, such as crew-help.')
  const holder = design.portals.find(
    (one) =>
      one.id !== portal.id && [one.id, addressOf(one), ...(one.formerAddresses ?? [])].includes(address),
  )
  if (holder) throw new Error(`This address leads to ${holder.name}. Choose another.`)
  const former = new Set([...(portal.formerAddresses ?? []), addressOf(portal)])
  former.delete(address)
  // What it is known by leads to it in any case.
  former.delete(portal.id)
  return withoutGaps({
    ...portal,
    address: address === portal.id ? undefined : address,
    formerAddresses: former.size ? [...former] : undefined,
  })
}

/** The groups that a portal shows, in its order, and whether it shows whatever comes. */
export function groupsShown(design: Pick<Design, 'groups'>, { groups = [] }: Portal): string[] {
  const all = design.groups.map((one) => one.id)
  return groups.length ? groups.filter((one) => all.includes(one)) : all
}

/** Showing all groups in the order of the catalog and showing whatever comes are the same thing. */
export function withGroups({ groups }: Pick<Design, 'groups'>, shown: readonly string[]): Partial<Portal> {
  const isAll = groups.map((one) => one.id).join() === shown.join()
  return { groups: isAll ? [] : [...shown] }
}
