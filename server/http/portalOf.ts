import type { H3Event } from 'h3'
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
 * The portal that an address names.
 * @throws HttpProblem 404 when there is none, or it is not for the caller, who need not know that there is one
 */
export async function portalOf(event: H3Event, desk: Desk, caller: Caller): Promise<Portal> {
  const design = await desk.knowledge.currentEdition()
  const portal = design.findPortal(event.context.params?.portal ?? '')
  if (!portal || !isAtHome(portal, caller)) throw new HttpProblem(404, 'There is no portal at this address.')
  return portal
}
