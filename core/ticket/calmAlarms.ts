import type { CompiledDesign } from '../design'
import type { Alarm } from '../ladder'
import { statusOf } from '../lifecycle'
import { MINUTE } from '../time'
import type { TicketState } from './state'

/** When a ticket is closed whose fault is over, if its kind of signal says so. */
export function calmAlarms(state: TicketState, design: CompiledDesign): Alarm[] {
  const { signal } = state
  if (signal?.clearedAt === undefined || statusOf(design.kind(state.kind), state.status).group === 'done')
    return []
  const calm = design.design.triage.signals?.kinds.find((one) => one.id === signal.kind)?.calmMinutes
  const key = `calm:${signal.clearedAt}`
  if (calm === undefined || state.rang.includes(key)) return []
  return [{ key, at: signal.clearedAt + calm * MINUTE }]
}
