import type { CompiledDesign, Directory } from '../design'
import { followersOf } from './said'
import type { TicketState } from './state'

/** How somebody comes to read a request: it is theirs, they watch it, or their portal shows them those of colleagues. */
export type Reads = 'own' | 'watched' | 'colleague'

/** Whether those of its organisation may see a request that is not theirs. */
export function colleaguesSee(
  { portal, item }: Pick<TicketState, 'portal' | 'item'>,
  design: CompiledDesign,
): boolean {
  const shows = portal !== null && design.findPortal(portal)?.colleagues?.includes('see') === true
  return shows && design.findItem(item)?.confidential !== true
}

/**
 * How somebody reads a request as a requester does; undefined where it is none of theirs.
 * @param design the edition that holds now: what a lead allows, and what no more, holds for earlier requests too
 */
export function readsRequest(
  state: Pick<TicketState, 'internal' | 'requester' | 'organisation' | 'watchers' | 'portal' | 'item'>,
  person: string,
  design: CompiledDesign,
  directory: Directory,
): Reads | undefined {
  if (state.internal) return undefined
  if (state.requester === person) return 'own'
  const organisation = directory.people.get(person)?.organisation
  if (organisation === undefined || organisation !== state.organisation) return undefined
  if (followersOf(state, directory).includes(person)) return 'watched'
  return colleaguesSee(state, design) ? 'colleague' : undefined
}
