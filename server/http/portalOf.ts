import type { Portal } from '../../core/intake'
import type { Desk } from '../commands/desk'
import { admits } from '../queries/portal'
import { HttpProblem } from './problem'
import { isStaff } from './route'
import type { Caller } from '../base/caller'

/** Whether somebody may look round at a portal: the desk's people anywhere, requesters where their organisation may. */
export function isAtHome(portal: Portal, caller: Pick<Caller, 'role' | 'organisation'>): boolean {
  return isStaff(caller.role) || admits(portal, caller.organisation)
}

/**
 * The portal that an address names, by the last part of it.
 * @throws HttpProblem 404 when there is none, or it is not for the caller, who need not know that there is one
 */
export async function portalOf(name: string, desk: Desk, caller: Caller): Promise<Portal> {
  const design = await desk.knowledge.currentEdition()
  const portal = design.findPortal(name)
  if (!portal || !isAtHome(portal, caller)) throw new HttpProblem(404, 'There is no portal at this address.')
  return portal
}
