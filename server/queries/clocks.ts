import { sql } from 'kysely'
import { bandOfBalance, type Band, type Clock } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import type { TicketState } from '../../core/ticket'
import type { Desk } from '../commands/desk'
import { textMatches } from './search'

/** Fine, close and over run; paused ones stand still. */
export type ClockBand = Band | 'paused'

export interface ClockQuery {
  band?: ClockBand
  target?: string
  team?: string
  /** Id of a person; `nobody` for tickets without a technician. */
  technician?: string
  organisation?: string
  priority?: string
  search?: string
  /** Where the page before ended, as it said in `next`. */
  after?: string
  limit: number
  now: number
}

/** One running promise of the whole desk. */
export interface ClockRow {
  reference: number
  summary: string
  numeral: string
  priorityOrder: number
  team: string
  technician: string | null
  organisation: string
  site: string
  status: string
  edition: number
  band: ClockBand
  /** Milliseconds left at the moment of the answer; negative when overdrawn. */
  balance: number
  dueAt: number | null
  clock: Clock
}

export interface ClockList {
  rows: ClockRow[]
  next?: string
  /** How many there are by band, of all that fit the other filters. */
  bands: Record<ClockBand, number>
  /** Milliseconds by which they are overdrawn, together. */
  overdrawn: number
  /** The moment at which balances were taken. */
  now: number
}

interface Found {
  reference: number
  target: string
  started_at: number
  granted: number
  paused: boolean
  calendar: string
  /** The edition of that calendar. */
  hours_edition: number
  shift: Clock['shift'] | null
  /** Milliseconds left at `balance_at`. */
  left_then: number
  balance_at: number
  due_at: number | null
  edition: number
}

interface Standing extends Found {
  balance: number
  band: ClockBand
}

/**
 * All running promises by how close they are to running out, a page at a time. A balance depends on the hours of
 * its calendar, so it is computed for all of them; the details are read for the page alone.
 */
export async function listClocks(desk: Desk, query: ClockQuery): Promise<ClockList> {
  const found = await runningClocks(desk, query)
  const editions = new Map<number, CompiledDesign>()
  for (const number of new Set(found.flatMap((one) => [one.edition, one.hours_edition])))
    editions.set(number, await desk.knowledge.edition(number))
  const standing = found.map((one) => stand(editions, one, query.now))
  const bands: ClockList['bands'] = { over: 0, close: 0, fine: 0, paused: 0 }
  for (const { band } of standing) bands[band]++
  const overdrawn = standing.reduce((sum, one) => sum + (one.band === 'over' ? -one.balance : 0), 0)
  const [rests, from, reference, target] = (query.after ?? '').split('_')
  const sorted = standing.filter((one) => query.band === undefined || one.band === query.band).sort(inOrder)
  const cursor = {
    paused: rests === '1',
    balance: Number(from),
    reference: Number(reference),
    target: target ?? '',
  }
  const start = query.after === undefined ? 0 : sorted.findIndex((one) => inOrder(one, cursor) > 0)
  const page = start < 0 ? [] : sorted.slice(start, start + query.limit)
  const last = page[page.length - 1]
  const hasMore = last !== undefined && sorted[sorted.length - 1] !== last
  return {
    rows: await describe(desk, page),
    bands,
    overdrawn,
    now: query.now,
    ...(hasMore && { next: `${Number(last.paused)}_${last.balance}_${last.reference}_${last.target}` }),
  }
}

type Place = Pick<Standing, 'paused' | 'balance' | 'reference' | 'target'>

/** Nearest to running out first; what is paused does not run out and stands after all that runs. */
function inOrder(a: Place, b: Place): number {
  return (
    Number(a.paused) - Number(b.paused) ||
    a.balance - b.balance ||
    a.reference - b.reference ||
    (a.target < b.target ? -1 : a.target > b.target ? 1 : 0)
  )
}

async function runningClocks(desk: Desk, query: ClockQuery): Promise<Found[]> {
  const same = (column: string, value: string | undefined) =>
    value === undefined ? sql<boolean>`true` : sql<boolean>`${sql.ref(column)} = ${value}`
  return desk.db
    .selectFrom('clock')
    .innerJoin('ticket', 'ticket.reference', 'clock.reference')
    .select([
      'clock.reference',
      'clock.target',
      'clock.started_at',
      'clock.granted',
      'clock.paused',
      'clock.calendar',
      'clock.edition as hours_edition',
      'clock.shift',
      'clock.due_at',
      'clock.balance as left_then',
      'clock.balance_at',
      'ticket.edition',
    ])
    .where('clock.stopped_at', 'is', null)
    .where(same('clock.target', query.target))
    .where(same('ticket.team', query.team))
    .where(same('ticket.organisation', query.organisation))
    .where(same('ticket.priority', query.priority))
    .where(
      query.technician === 'nobody'
        ? sql<boolean>`ticket.technician is null`
        : same('ticket.technician', query.technician),
    )
    .where(textMatches(query.search, 'ticket'))
    .execute()
}

function stand(editions: ReadonlyMap<number, CompiledDesign>, one: Found, now: number): Standing {
  const { calendar, hours_edition: edition, shift, left_then: then, paused } = one
  const hours = editions.get(edition)!.hoursOf({ edition, calendar, shift: shift ?? undefined })
  const left = paused ? then : then - hours.between(one.balance_at, now)
  const { closeFrom } = editions.get(one.edition)!.design.desk
  return { ...one, balance: left, band: paused ? 'paused' : bandOfBalance(left, one.granted, closeFrom) }
}

function clockOf(state: TicketState, { target, started_at }: Pick<Found, 'target' | 'started_at'>): Clock {
  return state.clocks.find((one) => one.target === target && one.startedAt === started_at)!
}

async function describe(desk: Desk, page: Standing[]): Promise<ClockRow[]> {
  if (!page.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'state'])
    .where('reference', 'in', [...new Set(page.map((one) => one.reference))])
    .execute()
  const states = new Map(rows.map((row) => [row.reference, row.state]))
  const directory = await desk.knowledge.directory()
  const described = page.map(async (one) => {
    const state = states.get(one.reference)
    const clock = state && clockOf(state, one)
    // A ticket may have moved on between the two questions; the next notice brings it again.
    if (!clock) return []
    const design = await desk.knowledge.edition(one.edition)
    const priority = design.priority(state.priority)
    return [
      {
        reference: one.reference,
        summary: state.summary,
        numeral: priority.numeral,
        priorityOrder: priority.order,
        team: directory.teams.get(state.team)?.name ?? state.team,
        technician: state.technician ? directory.nameOf(state.technician) : null,
        organisation: directory.organisations.get(state.organisation ?? '')?.name ?? 'no organisation',
        site: directory.sites.get(state.site ?? '')?.name ?? '',
        status: state.status,
        edition: one.edition,
        band: one.band,
        balance: one.balance,
        dueAt: one.due_at,
        clock,
      },
    ]
  })
  return (await Promise.all(described)).flat()
}
