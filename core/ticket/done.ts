import type { CompiledDesign } from '../design'
import { statusOf } from '../lifecycle'
import type { TicketState } from './state'

/** Whether a ticket is in a status of those that end it. */
export const isDone = (state: Pick<TicketState, 'kind' | 'status'>, design: CompiledDesign): boolean =>
  statusOf(design.kind(state.kind), state.status).group === 'done'
