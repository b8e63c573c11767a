import type { FieldValues } from '../../core/fields'
import { sql } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import { Refused, type Actor, type Command, type TicketState } from '../../core/ticket'
import { otherWay, shelfOf } from '../../core/work'
import type { Desk } from './desk'
import { timersOf } from '../queries/timers'
import { lockedState } from './lockedState'
import { oneBy } from '../../core/lookup'

type StartingCommand = Extract<Command, { kind: 'startTimer' | 'makeMove' }>

/**
 * Does something that starts somebody's timer; the timer that ran elsewhere stops into a time record, in the same
 * transaction.
 */
async function switchTimer(
  desk: Desk,
  reference: number,
  command: StartingCommand,
  person: string,
): Promise<TicketState> {
  const actor = { person }
  const { state, stopped } = await desk.db.transaction().execute(async (trx) => {
    // Two windows that start a timer at once: one waits for the other.
    await sql`select pg_advisory_xact_lock(hashtextextended(${`timer of ${person}`}, 0))`.execute(trx)
    const others = (await timersOf(trx, person)).filter((one) => one !== reference)
    const states = new Map<number, TicketState>()
    // Always in the order of their numbers, so that two of these never wait for each other.
    for (const one of [reference, ...others].sort((a, b) => a - b))
      states.set(one, await lockedState(trx, one))
    for (const one of others) {
      const before = oneBy(states, one)
      if (before.timers?.some((timer) => timer.person === person))
        await desk.runWithin(trx, before, { kind: 'stopTimer' }, actor)
    }
    return { state: await desk.runWithin(trx, oneBy(states, reference), command, actor), stopped: others }
  })
  for (const one of [reference, ...stopped]) desk.announce(one)
  return state
}

/** Starts somebody's timer; one that runs on another ticket stops. */
export function startTimer(desk: Desk, reference: number, person: string): Promise<TicketState> {
  return switchTimer(desk, reference, { kind: 'startTimer' }, person)
}

/**
 * Makes a move of somebody's shelf, as the edition in force has it.
 * @throws Refused when it is not on their shelf, or cannot be made
 */
export async function makeMove(
  desk: Desk,
  reference: number,
  { move: id, from, asked }: { move: string; from: string; asked: FieldValues },
  person: string,
): Promise<TicketState> {
  const current = await desk.knowledge.currentEdition()
  const move = (await shelfFor(desk, current, person)).find((one) => one.id === id)
  if (!move)
    throw new Refused('missing', 'This move is not on your shelf any more; look at the ticket again.')
  const { checklists } = current.design
  const command = { kind: 'makeMove', move, from, asked, checklists } as const
  const starts = move.steps.some((step) => step.do === 'timer' && step.turn === 'on')
  return starts ? switchTimer(desk, reference, command, person) : desk.run(reference, command, { person })
}

/** The moves that somebody sees. */
export async function shelfFor(desk: Desk, current: CompiledDesign, person: string) {
  const directory = await desk.knowledge.directory()
  const { role = 'requester', teams = [] } = directory.people.get(person) ?? {}
  return shelfOf(current.design, { role, teams })
}

/** Links two tickets, or takes the link away: both halves or none. */
export async function linkTickets(
  desk: Desk,
  reference: number,
  { to, as, on, because }: Omit<Extract<Command, { kind: 'link' }>, 'kind'>,
  actor: Actor,
): Promise<void> {
  if (to === reference) throw new Refused('invalid', 'A ticket cannot be linked with itself.')
  await desk.db.transaction().execute(async (trx) => {
    const states = new Map<number, TicketState>()
    for (const one of [reference, to].sort((a, b) => a - b)) states.set(one, await lockedState(trx, one))
    await desk.runWithin(trx, oneBy(states, reference), { kind: 'link', to, as, on, because }, actor)
    const back = { kind: 'link', to: reference, as: otherWay(as), on, because } as const
    await desk.runWithin(trx, oneBy(states, to), back, actor)
  })
  desk.announce(reference)
  desk.announce(to)
}

/** What a ticket that is parted off or copied begins with. */
export interface PartRequest {
  summary: string
  /** `part` is a ticket of its own that belongs to this one; `copy` asks the same again. */
  as: 'part' | 'copy'
  /** Catalog item of the part; that of the ticket if left out. */
  item?: string
  /** Whether its requester sees and hears of it; a part is the desk's own if left out. */
  shown?: boolean
}

/**
 * Makes another ticket of one, for the same requester, linked with it.
 * @returns the new ticket
 */
export async function partTicket(
  desk: Desk,
  reference: number,
  { summary, as, item, shown = as === 'copy' }: PartRequest,
  actor: Actor,
): Promise<TicketState> {
  const made = await desk.db.transaction().execute(async (trx) => {
    const state = await lockedState(trx, reference)
    const current = await desk.knowledge.currentEdition()
    const wanted = item ?? state.item
    if (!current.findItem(wanted))
      throw new Refused('invalid', 'There is no such catalog item any more.', [
        { field: 'item', message: 'choose another; the edition in force has no such item' },
      ])
    const command = {
      ...{ item: wanted, portal: state.portal, summary, requester: state.requester },
      ...(state.agreement !== null && { agreement: state.agreement }),
      channel: 'desk' as const,
      ...(!shown && { internal: true as const }),
      // Answers belong to their form.
      answers: wanted === state.item ? state.answers : {},
    }
    const next = await desk.logWithin(trx, command, actor)
    const part = as === 'part'
    const link = { kind: 'link', on: true } as const
    await desk.runWithin(trx, state, { ...link, to: next.reference, as: part ? 'child' : 'related' }, actor)
    return desk.runWithin(trx, next, { ...link, to: reference, as: part ? 'parent' : 'related' }, actor)
  })
  desk.announce(reference)
  desk.announce(made.reference)
  return made
}
