import { statusOf, waitInWords, type IdleTimer, type TicketKind } from '../lifecycle'
import type { Change } from './change'
import { filledGate } from './filledGate'
import { requestersOf } from './said'

/** An idle timer rings: it tells somebody, or moves the ticket on. */
export function ringIdle(change: Change, alarm: string, timerId: string, dueAt: number): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const timer = (kind.idle ?? []).find((one) => one.id === timerId)!
  const why = idleInWords(kind, timer)
  const told = toldBy(change, timer)
  change.enter({ kind: 'idleRang', alarm, timer: timer.id, why, dueAt, told }, { system: 'lifecycle' })
  if (timer.action.do === 'tell')
    change.tell(
      told.map((id) => change.directory.people.get(id)),
      timer.action.template,
      { text: why },
    )
  else moveOn(change, kind, timer, why)
}

/** “nothing happened in Waiting for 3 days” */
export function idleInWords(kind: TicketKind, { status, after }: IdleTimer): string {
  return `nothing happened in “${statusOf(kind, status).name}” for ${waitInWords(after)}`
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

function moveOn(change: Change, kind: TicketKind, { action, id }: IdleTimer, why: string): void {
  if (action.do !== 'move') return
  const { to, remarks = why } = action
  const status = statusOf(kind, to)
  const { fields } = filledGate(status, remarks)
  const because = {
    text: `“${kind.name}” moves to ${status.name} when ${why}.`,
    article: `kinds/${kind.id}#idle-${id}`,
  }
  const said = status.tell && !change.state.internal ? { said: remarks } : {}
  change.enter(
    { kind: 'statusMoved', from: change.state.status, to, fields, because, ...said },
    { system: 'lifecycle' },
  )
  change.why = why
  if (status.tell) change.tell(requestersOf(change), status.tell, { text: remarks })
}
