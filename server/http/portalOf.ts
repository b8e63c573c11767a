import type { H3Event } from 'h3'
import type { Portal } from '../../core/intake'
import type { Desk } from '../commands/desk'
import { HttpProblem } from './problem'

/** The portal that an address names. */
export async function portalOf(event: H3Event, desk: Desk): Promise<Portal> {
  const design = await desk.knowledge.currentEdition()
  const portal = design.findPortal(event.context.params?.portal ?? '')
  if (!portal) throw new HttpProblem(404, 'There is no portal at this address.')
  return portal
}
