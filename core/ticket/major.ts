import { stopClock } from './clocks'
import { keepAnswers, requestersOf } from './said'
import type { Change } from './change'
import type { Suspected } from './entry'
import { isDone } from './done'
import { Refused } from './command'
import { doneStatus } from './doneStatus'
import { fieldChanges } from './fields'
import { filledGate } from './filledGate'
import { statusOf } from '../lifecycle'
import type { Reason } from '../reason'
import { suspectedInWords } from '../similar'
import { addresseesOf } from './recipients'
import { checkText } from './text'

/** Whether it is a major incident that goes on. */
export const isMajor = ({ state }: Pick<Change, 'state'>): boolean =>
  state.major !== undefined && state.major.endedAt === undefined

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

/** More of what is like it came than chance brings: whoever leads its team hears of it. */
export function suspectCause(change: Change, suspected: Suspected): void {
  const { directory, state } = change
  const { count, within, usual, chance, words } = suspected
  const lead = directory.people.get(directory.teams.get(state.team)?.lead ?? '')
  const told = lead?.active ? [lead] : []
  const said = { count, within, usual, chance, words }
  change.enter({ kind: 'causeSuspected', ...said, told: told.map((one) => one.id) }, { system: 'likeness' })
  change.tell(told, 'causeSuspected', { text: suspectedInWords(said) })
}

/** Another ticket is gathered to this major incident; its own half is `follow`. */
export function gather(change: Change, child: number, requesters: string[]): void {
  if (!isMajor(change)) throw notMajor(change)
  if (child === change.state.reference || change.state.major!.children.some((one) => one.reference === child))
    throw new Refused('conflict', `Ticket ${child} belongs to it already.`)
  change.enter({ kind: 'gathered', child, requesters })
}

/**
 * This ticket follows a major incident from here on; it ends with it.
 * @throws Refused when it belongs to one already, or is done and that was not said
 */
export function follow(change: Change, major: number, evenDone = false): void {
  const { state, design } = change
  if (state.follows === major) return
  if (!evenDone && statusOf(design.kind(state.kind), state.status).group === 'done')
    throw new Refused('conflict', `Ticket ${state.reference} is done; say so to gather it all the same.`, [
      { field: 'evenDone', message: 'it is done' },
    ])
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
  keepAnswers(change)
  tellConcerned(change, 'majorUpdate', said)
}

/** It is over: all it concerns are told, and the ticket is solved. */
export function endMajor(change: Change, text: string): void {
  if (!isMajor(change)) throw notMajor(change)
  const said = checkText(text)
  change.enter({ kind: 'majorEnded', text: said })
  tellConcerned(change, 'majorOver', said)
  solve(change, { is: 'said', text: said })
}

/** The requester of a ticket that follows a major incident hears how it stands, under the number of the request. */
export function hearOfMajor(change: Change, major: number, text: string): void {
  if (change.state.follows !== major || isDone(change.state, change.design)) return
  change.enter({ kind: 'majorHeard', major, text: checkText(text) })
  keepAnswers(change)
  change.tell(requestersOf(change), 'majorUpdate', { text }, { written: text })
}

/** The major incident that this ticket follows is over, and so is this ticket; its requester is told. */
export function endWithMajor(change: Change, major: number, text: string): void {
  if (change.state.follows !== major || isDone(change.state, change.design)) return
  solve(change, { is: 'withMajor', major, text }, text)
  change.tell(requestersOf(change), 'majorOver', { text }, { written: text })
}

/** @param said what its requester is told with it */
function solve(change: Change, why: Reason, said?: string): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const status = doneStatus(kind)
  if (!status || state.status === status.id) return
  const { actor } = change.context
  const given = { ...filledGate(status, change.say(why), state.fields).fields }
  // Who ends it has solved it; where the desk does, nobody is named.
  for (const field of status.gate)
    if (field.type === 'technician' && 'person' in actor) given[field.name] = actor.person
  const because = change.because(why)
  const fields = fieldChanges(change, given)
  change.enter({
    ...{ kind: 'statusMoved', from: state.status, to: status.id, fields, because },
    ...(said !== undefined && { said }),
  })
  change.why = why
}

/**
 * Its requester, who watches it, and the manager of its site. Requesters of what it gathers hear of it under the
 * numbers of their own requests: `hearOfMajor`, `endWithMajor`.
 */
function tellConcerned(change: Change, template: string, text: string): void {
  const told = (['requester', 'watchers', 'siteManager'] as const).flatMap((to) =>
    addresseesOf(change, { to }, change.now),
  )
  change.tell(told, template, { text }, { written: text })
}
