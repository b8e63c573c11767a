import { statusOf, type IdleTimer, type CompiledKind } from '../lifecycle'
import type { Reason } from '../reason'
import type { Change } from './change'
import { fieldChanges } from './fields'
import { filledGate } from './filledGate'
import { requestersOf } from './said'

/** An idle timer rings: it tells somebody, or moves the ticket on. */
export function ringIdle(change: Change, alarm: string, timerId: string, dueAt: number): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const timer = (kind.idle ?? []).find((one) => one.id === timerId)!
  const idle: Reason = { is: 'idle', kind: kind.id, timer: timer.id }
  const why = change.because(idle)
  const told = toldBy(change, timer)
  change.enter({ kind: 'idleRang', alarm, timer: timer.id, why, dueAt, told }, { system: 'lifecycle' })
  if (timer.action.do === 'tell')
    change.tell(
      told.map((id) => change.directory.people.get(id)),
      timer.action.template,
      { text: change.say(idle) },
    )
  else moveOn(change, kind, timer, idle)
}

function toldBy({ state, directory }: Change, { action }: IdleTimer): string[] {
  if (action.do !== 'tell') return []
  const lead = directory.teams.get(state.team)?.lead
  const whom = {
    requester: state.internal ? undefined : state.requester,
    technician: state.technician ?? lead,
    teamLead: lead,
  }[action.whom]
  return whom === undefined ? [] : [whom]
}

function moveOn(change: Change, kind: CompiledKind, { action, id }: IdleTimer, idle: Reason): void {
  if (action.do !== 'move') return
  const { to, remarks = change.say(idle) } = action
  const status = statusOf(kind, to)
  const { fields } = filledGate(status, remarks, change.state.fields)
  const because = change.because({ is: 'movesWhenIdle', kind: kind.id, timer: id, to })
  const said = status.tell && !change.state.internal ? { said: remarks } : {}
  change.enter(
    {
      kind: 'statusMoved',
      from: change.state.status,
      to,
      fields: fieldChanges(change, fields),
      because,
      ...said,
    },
    { system: 'lifecycle' },
  )
  change.why = idle
  if (status.tell) change.tell(requestersOf(change), status.tell, { text: remarks })
}
