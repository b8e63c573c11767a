import type { AskedField, KindField } from '../fields'
import { DAY, durationInWords, parseDuration } from '../time'

/** The groups that reports and rules use, whatever the statuses of a kind are called. */
export type StatusGroup = 'new' | 'active' | 'waiting' | 'done'

/** One field that a gate asks for before a ticket may enter a status. */
export interface GateAsk {
  field: string
  required: boolean
  /** What is asked here, where that is not the label of the field. */
  label?: string
  /** Asked each time; what it was before is not taken for an answer. */
  anew?: boolean
}

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
  gate: GateAsk[]
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
  /** Ids of plans that begin by themselves with its tickets. */
  plans?: string[]
  /** What it keeps of its tickets besides what was asked, in the order of the screen. */
  fields: KindField[]
}

/** A ticket kind of a design that is compiled: its gates know what they ask for. */
export interface CompiledKind extends Omit<TicketKind, 'statuses'> {
  statuses: CompiledStatus[]
}
export interface CompiledStatus extends Omit<Status, 'gate'> {
  gate: AskedField[]
}

/** A ticket kind as a design has it, or compiled. */
type Kind<S> = Pick<TicketKind, 'name' | 'first' | 'turnedAway'> & { statuses: S[] }
type AnyStatus = Pick<Status, 'id' | 'group'>

/** How long an idle timer waits: whole days as days, anything else in hours and minutes. */
export function waitInWords(after: string): string {
  const length = parseDuration(after)
  const days = length / DAY
  return Number.isInteger(days) ? `${days} ${days === 1 ? 'day' : 'days'}` : durationInWords(length)
}

/** @throws Error when the kind has no such status, which proofreading rules out */
export function statusOf<S extends AnyStatus>(kind: Pick<Kind<S>, 'name' | 'statuses'>, id: string): S {
  const status = kind.statuses.find((one) => one.id === id)
  if (!status) throw new Error(`the ticket kind “${kind.name}” has no status “${id}”`)
  return status
}

/** The status in which a ticket ends that is not worked on. */
export function turnedAwayStatus<S extends AnyStatus>(kind: Kind<S>): S {
  if (kind.turnedAway !== undefined) return statusOf(kind, kind.turnedAway)
  const last = kind.statuses.findLast((one) => one.group === 'done')
  return last ?? statusOf(kind, kind.first)
}

/** Whether a status is one of a group; `away` is where tickets end that are not worked on, `done` any other end. */
export function isInGroup<S extends AnyStatus>(
  kind: Kind<S>,
  status: AnyStatus,
  group: StatusGroup | 'away',
): boolean {
  const isAway = status.id === turnedAwayStatus(kind).id
  if (group === 'away') return isAway
  return status.group === group && !(group === 'done' && isAway)
}

/** What statuses are called, by id; one that kinds call by several names has them all. */
export function statusNames(
  kinds: readonly { statuses: readonly Pick<Status, 'id' | 'name'>[] }[],
): Record<string, string> {
  const names = new Map<string, Set<string>>()
  for (const { id, name } of kinds.flatMap((kind) => kind.statuses))
    names.set(id, (names.get(id) ?? new Set()).add(name))
  return Object.fromEntries([...names].map(([id, all]) => [id, [...all].join(' / ')]))
}

export function transitionsFrom(kind: Pick<TicketKind, 'transitions'>, status: string): Transition[] {
  return kind.transitions.filter((one) => one.from === status)
}

/** The group that each status is of, by its id; without those that are of another group in another kind. */
export function groupsByStatus(kinds: readonly TicketKind[]): Record<string, StatusGroup> {
  const all = kinds.flatMap(({ statuses }) => statuses)
  const isOne = ({ id, group }: Status) => all.every((one) => one.id !== id || one.group === group)
  return Object.fromEntries(all.filter(isOne).map(({ id, group }) => [id, group]))
}
