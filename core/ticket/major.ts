import { stopClock } from './clocks'
import type { Change } from './change'
import { Refused } from './command'
import { doneStatus } from './doneStatus'
import { filledGate } from './filledGate'
import { addresseesOf } from './recipients'
import { checkText } from './text'

const isMajor = ({ state }: Change) => state.major !== undefined && state.major.endedAt === undefined

const notMajor = ({ state }: Change) =>
  new Refused('conflict', `Ticket ${state.reference} is no major incident that goes on.`)

/**
 * The ticket becomes a major incident: others can follow it, and whoever they concern is kept up to date.
 * @throws Refused when it is one already or follows another
 */
export function declareMajor(change: Change, text: string): void {
  if (isMajor(change)) throw new Refused('conflict', 'It is a major incident already.')
  if (change.state.follows !== undefined)
    throw new Refused('conflict', `It follows ticket ${change.state.follows}; take it out there first.`)
  change.enter({ kind: 'majorDeclared', text: checkText(text) })
}

/** Another ticket is gathered to this major incident; its own half is `follow`. */
export function gather(change: Change, child: number, requesters: string[]): void {
  if (!isMajor(change)) throw notMajor(change)
  if (child === change.state.reference || change.state.major!.children.some((one) => one.reference === child))
    throw new Refused('conflict', `Ticket ${child} belongs to it already.`)
  change.enter({ kind: 'gathered', child, requesters })
}

/** This ticket follows a major incident from here on; it ends with it. */
export function follow(change: Change, major: number): void {
  const { state } = change
  if (state.follows === major) return
  if (state.follows !== undefined || isMajor(change))
    throw new Refused('conflict', `Ticket ${state.reference} belongs to a major incident already.`)
  change.enter({ kind: 'followed', major })
}

/** Everybody it concerns is told how it stands; a promise of updates is kept by it. */
export function updateMajor(change: Change, text: string): void {
  if (!isMajor(change)) throw notMajor(change)
  const said = checkText(text)
  change.enter({ kind: 'majorUpdated', text: said })
  for (const clock of change.state.clocks)
    if (clock.stopOn === 'update' && clock.stoppedAt === undefined) stopClock(change, clock)
  tellConcerned(change, 'majorUpdate', said)
}

/** It is over: all it concerns are told, and the ticket is solved. */
export function endMajor(change: Change, text: string): void {
  if (!isMajor(change)) throw notMajor(change)
  const said = checkText(text)
  change.enter({ kind: 'majorEnded', text: said })
  tellConcerned(change, 'majorOver', said)
  solve(change, said)
}

/** The major incident that this ticket follows is over, and so is this ticket. */
export function endWithMajor(change: Change, major: number, text: string): void {
  if (change.state.follows !== major) return
  solve(change, `With major incident ${major}: ${text}`)
}

function solve(change: Change, why: string): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const status = doneStatus(kind)
  if (!status || state.status === status.id) return
  const { actor } = change.context
  const fields = { ...filledGate(status, why).fields }
  // Who ends it has solved it; where the desk does, nobody is named.
  for (const field of status.gate)
    if (field.type === 'technician' && 'person' in actor) fields[field.name] = actor.person
  const because = { text: why }
  change.enter({ kind: 'statusMoved', from: state.status, to: status.id, fields, because })
  change.why = why
}

/** Its requester and those of the tickets it gathers, who watches it, and the manager of its site. */
function tellConcerned(change: Change, template: string, text: string): void {
  const { state, directory, now } = change
  const gathered = (state.major?.children ?? []).flatMap((one) => one.requesters)
  const people = gathered.map((id) => directory.people.get(id))
  const others = (['requester', 'watchers', 'siteManager'] as const).flatMap((to) =>
    addresseesOf(change, { to }, now),
  )
  change.tell([...others, ...people], template, { text })
}
