import { DAY, dayNumberOf, durationInWords, parseDuration } from '../time'

/** The groups that reports and rules use, whatever the statuses of a kind are called. */
export type StatusGroup = 'new' | 'active' | 'waiting' | 'done'

/** One thing a gate asks for before a ticket may enter a status. */
export interface GateField {
  name: string
  label: string
  type: GateFieldType
  required: boolean
  /** What can be chosen, where the type is `choice`. */
  options?: string[]
}

export type GateFieldType = 'text' | 'longText' | 'technician' | 'choice' | 'number' | 'date'

/** What happens when nothing happens to a ticket in a status for some time. */
export interface IdleTimer {
  /** Unique within its kind. */
  id: string
  status: string
  /** An ISO 8601 duration. */
  after: string
  /** Calendar of the design in whose hours it counts; elapsed time if left out. */
  calendar?: string
  action: IdleAction
}

export type IdleAction =
  | { do: 'tell'; whom: 'requester' | 'technician' | 'teamLead'; template: string }
  /** `remarks` is what the gate of the status is given for each field that it requires. */
  | { do: 'move'; to: string; remarks?: string }

export interface Status {
  id: string
  name: string
  group: StatusGroup
  /** What the requester reads instead of the name. */
  plainly: string
  gate: GateField[]
  /** Template of the message that the requester gets when a person moves the ticket here. */
  tell?: string
}

export interface Transition {
  from: string
  to: string
  /** The button that goes this way: a verb. */
  label: string
}

/** The desk's inner sort of ticket. */
export interface TicketKind {
  id: string
  name: string
  /** The desk whose own it is; shared across desks if left out. */
  desk?: string
  statuses: Status[]
  transitions: Transition[]
  /** The status a new ticket has. */
  first: string
  /** The status of a ticket that is turned away in Arrivals or merged into another; the last done one unless set. */
  turnedAway?: string
  automatic: {
    /** By status: where a reply to the requester leads. */
    onReply: Record<string, string>
    /** By status: where an answer of the requester leads. */
    onAnswer: Record<string, string>
  }
  idle?: IdleTimer[]
}

/** Longest text that a gate takes, in characters. */
export const GATE_TEXT_LIMIT = 5000

/** How long an idle timer waits: whole days as days, anything else in hours and minutes. */
export function waitInWords(after: string): string {
  const length = parseDuration(after)
  const days = length / DAY
  return Number.isInteger(days) ? `${days} ${days === 1 ? 'day' : 'days'}` : durationInWords(length)
}

/** @throws Error when the kind has no such status, which proofreading rules out */
export function statusOf(kind: TicketKind, id: string): Status {
  const status = kind.statuses.find((one) => one.id === id)
  if (!status) throw new Error(`the ticket kind “${kind.name}” has no status “${id}”`)
  return status
}

/** The status in which a ticket ends that is not worked on. */
export function turnedAwayStatus(kind: TicketKind): Status {
  if (kind.turnedAway !== undefined) return statusOf(kind, kind.turnedAway)
  const last = kind.statuses.findLast((one) => one.group === 'done')
  return last ?? statusOf(kind, kind.first)
}

/** Whether a status is one of a group; `away` is where tickets end that are not worked on, `done` any other end. */
export function isInGroup(kind: TicketKind, status: Status, group: StatusGroup | 'away'): boolean {
  const isAway = status.id === turnedAwayStatus(kind).id
  if (group === 'away') return isAway
  return status.group === group && !(group === 'done' && isAway)
}

export function transitionsFrom(kind: TicketKind, status: string): Transition[] {
  return kind.transitions.filter((one) => one.from === status)
}

export interface GateProblem {
  field: string
  message: string
}

/** What is missing or wrong before a ticket may pass a gate; empty when it may. */
export function checkGate(
  status: Pick<Status, 'name' | 'gate'>,
  fields: Readonly<Record<string, string>>,
): GateProblem[] {
  const known = new Set(status.gate.map((field) => field.name))
  const unknown = Object.keys(fields).filter((name) => !known.has(name))
  return [
    ...unknown.map((field) => ({ field, message: `“${status.name}” does not ask for this; leave it out` })),
    ...status.gate.flatMap((field) => {
      const value = fields[field.name]?.trim() ?? ''
      if (field.required && value === '') return [{ field: field.name, message: 'please fill this in' }]
      if (value.length > GATE_TEXT_LIMIT)
        return [{ field: field.name, message: `please shorten this to ${GATE_TEXT_LIMIT} characters` }]
      const message = value === '' ? undefined : misfit(field, value)
      return message ? [{ field: field.name, message }] : []
    }),
  ]
}

/** What is wrong with a value of a gate's field; undefined when it fits its type. */
function misfit({ type, options = [] }: GateField, value: string): string | undefined {
  if (type === 'choice') return options.includes(value) ? undefined : 'please choose one of the options'
  if (type === 'number') return Number.isFinite(Number(value)) ? undefined : 'please give a number'
  if (type !== 'date') return undefined
  try {
    dayNumberOf(value)
    return undefined
  } catch {
    return 'please give a date like 2026-12-01'
  }
}
