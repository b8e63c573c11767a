import { checkAsked, type FieldValues } from '../fields'
import { isInGroup, statusOf, transitionsFrom, type CompiledStatus } from '../lifecycle'
import type { CompiledDesign } from '../design'
import { openRequired, type Task } from '../work'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { against, fieldChanges } from './fields'
import { requiredInPlans } from './plans'
import { keepAnswers, requestersOf, wordsOfGate } from './said'
import type { TicketState } from './state'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** A person moves a ticket to another status, through its gate. */
export function move(change: Change, { from, to, fields }: Of<'move'>): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const current = statusOf(kind, state.status)
  if (state.status !== from) throw new Refused('conflict', quicker(change, current.name))
  if (!transitionsFrom(kind, from).some((one) => one.to === to))
    throw new Refused('invalid', `A ticket that is “${current.name}” cannot go there from here.`, [
      { field: 'to', message: 'choose one of the steps shown on the ticket' },
    ])
  const status = statusOf(kind, to)
  const problems = checkAsked(status, fields, state.fields, against(change))
  if (problems.length) throw new Refused('invalid', `“${status.name}” asks for more.`, problems)
  enterStatus(change, to, fields)
}

/**
 * The ticket enters a status whose gate is passed, and its requester is told where the status says so.
 * @throws Refused when tasks keep it from being done
 */
export function enterStatus(change: Change, to: string, given: FieldValues): void {
  const { state, design } = change
  const status = statusOf(design.kind(state.kind), to)
  const open = tasksBefore(state, design, status)
  if (open.length)
    throw new Refused(
      'conflict',
      `First these tasks must be done: ${open.map((one) => one.text).join('; ')}. Tick them, take them off the ticket, or call the plan off.`,
    )
  const fields = fieldChanges(change, given)
  const said = status.tell && !state.internal ? wordsOfGate(status, fields) : undefined
  change.enter({ kind: 'statusMoved', from: state.status, to, fields, ...(said !== undefined && { said }) })
  if (said !== undefined) keepAnswers(change)
  const reason = fields.find((one) => one.field === 'reason')?.after
  change.why = typeof reason === 'string' ? { is: 'said', text: reason } : undefined
  if (status.tell) change.tell(requestersOf(change), status.tell, { text: said ?? '' }, { written: said })
}

/** The tasks that must be done before a ticket may enter a status; none where it is called off. */
export function tasksBefore(
  state: TicketState,
  design: CompiledDesign,
  to: CompiledStatus,
): Pick<Task, 'text'>[] {
  if (!isInGroup(design.kind(state.kind), to, 'done')) return []
  return [...openRequired(state.tasks), ...requiredInPlans(state, design)]
}

export function quicker(change: Change, status: string): string {
  return `Somebody was quicker: the ticket is “${status}” now. Nothing was changed; look at it again.`
}
