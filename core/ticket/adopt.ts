import { countsTheSame, isStageTarget } from '../clock'
import { canonicalJson } from '../json'
import { statusOf, type IdleTimer } from '../lifecycle'
import type { CompiledDesign } from '../design'
import type { Change } from './change'
import { Refused } from './command'
import type { TicketState } from './state'

/** What keeps a ticket from following an edition, in words; undefined when nothing does. */
export function misfitOf(state: TicketState, design: CompiledDesign): string | undefined {
  const kind = design.findKind(state.kind)
  if (!kind) return `edition ${design.edition} has no ticket kind “${state.kind}”`
  if (!kind.statuses.some((one) => one.id === state.status))
    return `“${kind.name}” has no status “${state.status}” in edition ${design.edition}`
  if (!design.hasPriority(state.priority))
    return `edition ${design.edition} has no priority “${state.priority}”`
  const earlier = state.statuses.find(({ status }) => !kind.statuses.some((one) => one.id === status))
  if (earlier) return `“${kind.name}” has no status “${earlier.status}” in edition ${design.edition}`
  if (!design.findItem(state.item)) return `edition ${design.edition} has no catalog item “${state.item}”`
  return undefined
}

/**
 * An open ticket follows the newer edition that the change holds: its promises, hours, ladders and lifecycle. What it
 * is sorted as stays, and what was spent stays spent.
 * @throws Refused when the edition lacks something that the ticket needs
 */
export function adoptEdition(change: Change): void {
  const { state, design } = change
  if (state.edition >= design.edition) return
  const misfit = misfitOf(state, design)
  if (misfit) throw new Refused('conflict', `Ticket ${state.reference} cannot follow: ${misfit}.`)
  if (statusOf(design.kind(state.kind), state.status).group === 'done') return
  const hours = targetsWithNewHours(change)
  const timers = newTimers(change)
  const { category } = state
  change.enter({ kind: 'editionAdopted', from: state.edition, to: design.edition, hours, timers })
  change.why = { is: 'edition', edition: design.edition }
  moveCategory(change, category)
}

/** A category that stands elsewhere in the edition, or was put together with another: the ticket comes along. */
function moveCategory(change: Change, from: string): void {
  const { design } = change
  const category = design.categoryNow(from)
  if (category === undefined || category === from) return
  const because = change.because({ is: 'categoryMoved', from, category, edition: design.edition })
  change.enter({ kind: 'resorted', field: 'category', value: category, because })
}

/**
 * Idle timers of its status that the ticket did not have before, as they stand now: they count from now, so that a
 * newer edition does not remind and close at once all that has waited for longer. The others count on.
 */
function newTimers({ state, design }: Change): string[] {
  const of = (edition: CompiledDesign | undefined) => edition?.findKind(state.kind)?.idle ?? []
  const before = new Set(of(design.earlierEdition(state.edition)).map(momentOf))
  return of(design)
    .filter((one) => one.status === state.status && !before.has(momentOf(one)))
    .map(({ id }) => id)
}

const momentOf = ({ id, status, after, calendar }: IdleTimer) =>
  canonicalJson({ id, status, after, calendar })

/**
 * Running targets whose calendar says something else in the edition, such as a holiday to come, but nothing else about
 * what was counted so far: their account goes on without a line for it. The others are fitted like any changed promise.
 */
function targetsWithNewHours({ state, design, now }: Change): string[] {
  return state.clocks
    .filter((clock) => {
      const { target, edition, calendar, stoppedAt } = clock
      // A plan keeps the hours of its own edition.
      if (isStageTarget(target)) return false
      if (stoppedAt !== undefined || !design.hasCalendar(calendar)) return false
      if (design.hasSameHours(edition, calendar)) return false
      const moved = { ...clock, edition: design.edition }
      return countsTheSame(clock, design.hoursOf(clock), design.hoursOf(moved), now)
    })
    .map((clock) => clock.target)
}
