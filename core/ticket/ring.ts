import { ringCalm } from './signal'
import type { Change } from './change'
import { climb, ticketAlarms } from './climb'
import { ringIdle } from './idle'
import { ringRung } from './ringRung'

/** Rings every alarm that is due, in order. Each may change the ticket, so what is due is asked anew after each. */
export function ringDueAlarms(change: Change): void {
  for (;;) {
    const { state, design, now } = change
    const next = ticketAlarms(state, design, now).find((alarm) => alarm.at <= now)
    if (!next) return
    const from = change.entries.length
    change.depth = 0
    const [kind, name] = next.key.split(':')
    if (kind === 'due')
      change.enter({ kind: 'overdrawn', target: name!, dueAt: next.at }, { system: 'clock' })
    else if (kind === 'idle') ringIdle(change, next.key, name!, next.at)
    else if (kind === 'calm') ringCalm(change, next.key, next.at)
    else {
      ringRung(change, next.key, next.at)
      change.depth++
    }
    climb(change, state, from)
  }
}
