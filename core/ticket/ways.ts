import type { AskedField } from '../fields'
import { statusOf, transitionsFrom, turnedAwayStatus } from '../lifecycle'
import type { CompiledDesign } from '../design'
import type { Reason } from '../reason'
import type { Leads } from '../work'
import { toldOf } from './makeMove'
import type { TicketState } from './state'
import { tasksBefore } from './toStatus'

/** A way of the lifecycle from where a ticket is: what it asks for first, and what it will do. */
export interface WayPlan {
  /** A verb. */
  label: string
  leads: Leads
  gate: readonly AskedField[]
  will: Reason[]
  /** Why it cannot be gone now. */
  whyNot?: Reason
  /** Whether its requester is told what is written. */
  tells: boolean
}

/** Where a status leads, for choosing what comes next. */
export function leadsTo(design: CompiledDesign, { kind: id }: Pick<TicketState, 'kind'>, to: string): Leads {
  const kind = design.kind(id)
  return { status: to, group: statusOf(kind, to).group, isAway: to === turnedAwayStatus(kind).id }
}

/**
 * The ways from where a ticket is, in the order of its lifecycle; none while it waits in Arrivals. Nothing changes.
 * @param person who looks: their timer stops where the ticket ends
 */
export function planWays(state: TicketState, design: CompiledDesign, person: string): WayPlan[] {
  if (state.held) return []
  const kind = design.kind(state.kind)
  return transitionsFrom(kind, state.status).map(({ to, label }) => {
    const status = statusOf(kind, to)
    const leads = leadsTo(design, state, to)
    const tells = status.tell !== undefined && !state.internal
    const open = tasksBefore(state, design, status).map((one) => one.text)
    const will: Reason[] = [
      { is: 'stepStatus', kind: kind.id, status: to, tells: tells ? toldOf(state) : null },
      ...(leads.group === 'done' && state.timers?.some((one) => one.person === person)
        ? [{ is: 'stepTimer' as const, turn: 'off' as const }]
        : []),
    ]
    const whyNot: Reason | undefined = open.length ? { is: 'stepTasksFirst', tasks: open } : undefined
    return { label, leads, gate: status.gate, will, tells, ...(whyNot && { whyNot }) }
  })
}
