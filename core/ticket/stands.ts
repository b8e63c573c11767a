import { statusOf, type CompiledKind } from '../lifecycle'
import type { TicketState } from './state'

type Standing = Pick<TicketState, 'status' | 'statuses' | 'held' | 'mergedInto' | 'rejected'>

/** Whether it was done before and is worked on again. */
export function isReopened({ status, statuses }: Pick<Standing, 'status' | 'statuses'>, kind: CompiledKind) {
  const isDone = (id: string) => kind.statuses.some((one) => one.id === id && one.group === 'done')
  return !isDone(status) && statuses.some((one) => isDone(one.status))
}

/**
 * Where a ticket stands, for people of the desk: what its status is called, unless it was ended in another way, or is
 * open once more.
 * @example standsInWords(state, kind) // 'Waiting for the requester', 'merged into 6010', 'In hand, opened again'
 */
export function standsInWords(state: Standing, kind: CompiledKind): string {
  if (state.mergedInto !== undefined) return `merged into ${state.mergedInto}`
  if (state.held) return 'in Arrivals'
  if (state.rejected) return 'turned away'
  const { name } = statusOf(kind, state.status)
  return isReopened(state, kind) ? `${name}, opened again` : name
}
