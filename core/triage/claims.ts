import type { CompiledDesign, PrioritySource } from '../design'
import type { CatalogItem } from '../intake'
import { categoryPriority } from './priority'

/** What a source of the priority says of all tickets of an item. */
export interface Claim {
  source: PrioritySource
  /** Id of the category or item that has the priority. */
  of: string
  /** Id of an active priority. */
  value: string
}

/** What can be known of the priority of an item before anybody asks for it. */
export interface Standing {
  /** Sources that say the same whoever asks, in the order of the desk: the first decides unless one before it speaks. */
  claims: Claim[]
  /** Sources that depend on who asks, or on what is answered, and are asked before the first of those. */
  before: PrioritySource[]
  /** The item's own priority where the desk does not ask items at all. */
  unasked?: string
}

/**
 * What the sources of the priority say of an item whoever asks for it.
 * @example
 * priorityStanding(item, design).claims[0] // { source: 'category', of: 'network/on-board', value: 'p2' }
 */
export function priorityStanding(item: CatalogItem, design: CompiledDesign): Standing {
  const { triage, priorities } = design.design
  const isActive = (id: string | undefined): id is string =>
    priorities.some((one) => one.id === id && one.active)
  const category = categoryPriority(item.category, design)
  const known = { category, item: item.priority && { of: item.id, value: item.priority } }
  const order = triage.sourceOrder
  const claims = order.flatMap((source): Claim[] => {
    const found = source === 'category' || source === 'item' ? known[source] : undefined
    return found && isActive(found.value) ? [{ source, ...found }] : []
  })
  const first = claims[0] ? order.indexOf(claims[0].source) : order.length
  const before = order.slice(0, first).filter((one) => one !== 'category' && one !== 'item')
  const isUnasked = isActive(item.priority) && !order.includes('item')
  return { claims, before, ...(isUnasked && { unasked: item.priority }) }
}

/** The source order with items asked right before whatever is asked first of those that know as much. */
export function itemFirst(order: readonly PrioritySource[], claims: readonly Claim[]): PrioritySource[] {
  const others: PrioritySource[] = order.filter((one) => one !== 'item')
  const first = claims.find((one) => one.source !== 'item')
  const at = first ? others.indexOf(first.source) : others.length
  return [...others.slice(0, at), 'item', ...others.slice(at)]
}
