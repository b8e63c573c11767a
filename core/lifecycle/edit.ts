import { freeId } from '../naming'
import type { StatusGroup, TicketKind } from './lifecycle'

/** Changes of a ticket kind that leave nothing behind which refers to what is gone. */

/**
 * A kind with one status more, at the end of its group.
 * @param between the statuses from which a way leads there, and to which one leads on; nothing leads there if left out
 */
export function addStatus(
  kind: TicketKind,
  name: string,
  group: StatusGroup,
  between: { from?: string; to?: string } = {},
): TicketKind {
  const id = freeId(name, (one) => kind.statuses.some((status) => status.id === one), 'status')
  const at = kind.statuses.findLastIndex((one) => one.group === group)
  const fresh = { id, name, group, plainly: name, gate: [] }
  const place = at < 0 ? kind.statuses.length : at + 1
  const grown = {
    ...kind,
    statuses: [...kind.statuses.slice(0, place), fresh, ...kind.statuses.slice(place)],
  }
  const nameOf = (status: string) => kind.statuses.find((one) => one.id === status)?.name ?? status
  const reached = between.from ? addTransition(grown, between.from, id, wayTo(name)) : grown
  return between.to ? addTransition(reached, id, between.to, wayTo(nameOf(between.to))) : reached
}

/** A kind without a status, and without all that led there, left from there or waited in it. */
export function removeStatus(kind: TicketKind, id: string): TicketKind {
  const statuses = kind.statuses.filter((one) => one.id !== id)
  const without = (moves: Record<string, string>) =>
    Object.fromEntries(Object.entries(moves).filter(([from, to]) => from !== id && to !== id))
  const { turnedAway, idle, ...rest } = kind
  const left = idle?.filter(
    ({ status, action }) => status !== id && !(action.do === 'move' && action.to === id),
  )
  return {
    ...rest,
    statuses,
    first: kind.first === id ? (statuses[0]?.id ?? '') : kind.first,
    transitions: kind.transitions.filter((one) => one.from !== id && one.to !== id),
    automatic: { onReply: without(kind.automatic.onReply), onAnswer: without(kind.automatic.onAnswer) },
    ...(turnedAway !== undefined && turnedAway !== id && { turnedAway }),
    ...(left?.length && { idle: left }),
  }
}

/** A kind in which a reply or an answer leads from a status to another; to none takes it out. */
export function moveByItself(
  kind: TicketKind,
  event: keyof TicketKind['automatic'],
  from: string,
  to: string | undefined,
): TicketKind {
  const { [from]: _, ...others } = kind.automatic[event]
  const moves = to === undefined ? others : { ...others, [from]: to }
  return { ...kind, automatic: { ...kind.automatic, [event]: moves } }
}

/** What the button of a way says until somebody gives it words of its own. */
export const wayTo = (name: string): string => `To “${name}”`

/** A kind with one way more; as it was where there is one already, or it would lead nowhere else. */
export function addTransition(kind: TicketKind, from: string, to: string, label: string): TicketKind {
  const isThere = kind.transitions.some((one) => one.from === from && one.to === to)
  return isThere || from === to ? kind : { ...kind, transitions: [...kind.transitions, { from, to, label }] }
}
