import type { Reason } from '../reason'
import type { Change } from './change'
import { Refused } from './command'
import { doneStatus } from './doneStatus'
import { fieldChanges } from './fields'
import { filledGate } from './filledGate'

/**
 * The same fault was reported again, once or many times.
 * @throws Refused when the ticket was not made of a signal
 */
export function repeatSignals(change: Change, count: number, text: string): void {
  if (!change.state.signal) throw noSignal(change)
  change.enter({ kind: 'signalRepeated', count, text })
}

/** The monitor says that the fault is over; the ticket is closed once it has stayed calm. */
export function clearSignal(change: Change, text: string): void {
  if (!change.state.signal) throw noSignal(change)
  change.enter({ kind: 'signalCleared', text })
}

const noSignal = ({ state }: Change) =>
  new Refused('conflict', `Ticket ${state.reference} was not made of a signal.`)

/** It has stayed calm: the ticket is closed. */
export function ringCalm(change: Change, alarm: string, dueAt: number): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const signals = design.design.triage.signals?.kinds.find((one) => one.id === state.signal?.kind)
  const minutes = signals?.calmMinutes ?? 0
  const calm: Reason = { is: 'calm', minutes }
  change.enter({ kind: 'calmRang', alarm, dueAt }, { system: 'signals' })
  const status = doneStatus(kind)
  if (!status) return
  const filled = filledGate(status, `${change.say(calm)}.`, state.fields)
  const fields = fieldChanges(change, filled.fields)
  const because = change.because({ is: 'calmClosed', signal: state.signal!.kind, minutes })
  change.enter(
    { kind: 'statusMoved', from: state.status, to: status.id, fields, because },
    { system: 'signals' },
  )
  change.why = calm
}
