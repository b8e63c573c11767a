import type { CompiledDesign } from '../design'
import type { Alarm } from '../ladder'
import type { IdleTimer } from '../lifecycle'
import { parseDuration } from '../time'
import type { TicketState } from './state'

/** The alarms of the idle timers of a ticket's status: each rings once for a stretch in which nothing happens. */
export function idleAlarms(state: TicketState, design: CompiledDesign): Alarm[] {
  if (state.held) return []
  const { idle = [] } = design.kind(state.kind)
  return idle
    .filter((timer) => timer.status === state.status)
    .flatMap((timer) => {
      const since = Math.max(state.idleSince, state.timersSince?.[timer.id] ?? 0)
      const key = `idle:${timer.id}:${since}`
      return state.rang.includes(key) ? [] : [{ key, at: idleUntil(timer, since, design) }]
    })
}

function idleUntil({ after, calendar }: IdleTimer, since: number, design: CompiledDesign): number {
  const granted = parseDuration(after)
  return calendar === undefined ? since + granted : design.calendar(calendar).add(since, granted)
}
