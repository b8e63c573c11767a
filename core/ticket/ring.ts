import type { Change } from './change'
import { ringRung } from '../ladder'
import { ticketAlarms } from './alarms'
import { ringAssist } from './assist'
import { releaseMessage } from './delivery'
import { ringIdle } from './idle'
import { ringMissed } from './missedBooking'
import { remindOfForm } from './forms'
import { handsOf } from './hands'
import { ringLate, ringPlan } from './plans'
import { remindOfSeal } from './seals'
import { ringCalm } from './signal'
import type { TicketState } from './state'
import { ringTask } from './tasks'

/**
 * Rings the alarm that is due first. It may change the ticket, so what is due is asked anew once its consequences are
 * drawn.
 * @returns whether one rang
 */
export function ringNext(change: Change): boolean {
  const { state, design, now } = change
  const next = ticketAlarms(state, design, now).find((alarm) => alarm.at <= now)
  if (!next) return false
  change.depth = 0
  const [kind, name] = next.key.split(':')
  if (kind === 'due')
    change.enter({ kind: 'overdrawn', target: targetIn(next.key), dueAt: next.at }, { system: 'clock' })
  else if (kind === 'idle') ringIdle(change, next.key, name!, next.at)
  else if (kind === 'missed') ringMissed(change, next.key, Number(name), next.at)
  else if (kind === 'assist') ringAssist(change, next.key, Number(name))
  else if (kind === 'calm') ringCalm(change, next.key, next.at)
  else if (kind === 'plan') ringPlan(change, next.key)
  else if (kind === 'task') ringTask(change, next.key, name!, next.at)
  else if (kind === 'remind') {
    const { run, task } = inPlan(next.key)
    const remind = isOfForm(state, run, task) ? remindOfForm : remindOfSeal
    remind(change, next.key, run, task)
  } else if (kind === 'late') {
    const { run, task } = inPlan(next.key)
    ringLate(change, next.key, run, task, next.at)
  } else if (kind === 'message') releaseMessage(change, name!)
  else {
    ringRung(change, next.key, next.at, { handsOf })
    change.depth++
  }
  return true
}

/** The target of `due:resolve:1785000000000`; that of a stage may hold anything. */
const targetIn = (key: string) => key.slice(key.indexOf(':') + 1, key.lastIndexOf(':'))

/** Whether somebody is asked for the answers of a form, and not for their word. */
const isOfForm = ({ plans }: TicketState, run: number, task: string) =>
  plans?.find((one) => one.id === run)?.tasks[task]?.form !== undefined

/** Of which plan and task an alarm is: `late:12:1785000000000:list`; ids may hold anything. */
function inPlan(key: string): { run: number; task: string } {
  const [, run, , ...task] = key.split(':')
  return { run: Number(run), task: task.join(':') }
}
