import { bandOfBalance, isOfTarget, type Band, type Clock } from '../../core/clock'
import type { PlacedAt } from '../../core/ticket'
import type { KeptState } from '../db/tables'
import { isSeen, type Sight } from '../../core/rights'
import { sightOf } from './sight'
import type { Reading } from './reading'
import { leftOf, type KeptClock } from './runningClocks'
import { textMatches } from './search'
import { placedBy } from './ticketList'
import { oneAt } from '../../core/lookup'

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
  /** Who asks. */
  person: string
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
  placed: PlacedAt | null
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

interface Standing {
  clock: KeptClock
  paused: boolean
  balance: number
  band: ClockBand
}

/**
 * All running promises by how close they are to running out, a page at a time. A balance depends on the hours of
 * its calendar, so it is reckoned for all of them; the details are read for the page alone.
 */
export async function listClocks(desk: Reading, query: ClockQuery): Promise<ClockList> {
  const [all, found] = await Promise.all([desk.clocks.all(), searched(desk, query.search)])
  const fits = filterOf(query, found, await sightOf(desk, query.person))
  const bands: ClockList['bands'] = { over: 0, close: 0, fine: 0, paused: 0 }
  let overdrawn = 0
  const standing: Standing[] = []
  for (const clocks of all)
    for (const clock of clocks) {
      if (!fits(clock)) continue
      const one = stand(clock, query.now)
      bands[one.band]++
      if (one.band === 'over') overdrawn -= one.balance
      if (query.band === undefined || one.band === query.band) standing.push(one)
    }
  const { page, hasMore } = pageOf(standing, query)
  const last = page[page.length - 1]
  return {
    rows: await describe(desk, page),
    bands,
    overdrawn,
    now: query.now,
    ...(hasMore && last && { next: cursorOf(last) }),
  }
}

/** The open tickets that a search finds; undefined when nothing is searched for. */
async function searched(desk: Reading, search: string | undefined): Promise<Set<number> | undefined> {
  if (!search) return undefined
  const rows = await desk.db
    .selectFrom('ticket')
    .select('reference')
    .where('status_group', '<>', 'done')
    .where(textMatches(search, 'ticket'))
    .execute()
  return new Set(rows.map((row) => row.reference))
}

function filterOf(
  query: ClockQuery,
  found: Set<number> | undefined,
  sight: Sight,
): (clock: KeptClock) => boolean {
  const { target, team, organisation, priority, technician } = query
  const holder = technician === 'nobody' ? null : technician
  return (clock) =>
    isSeen(sight, clock) &&
    (target === undefined || isOfTarget(clock, target)) &&
    (team === undefined || clock.team === team) &&
    (organisation === undefined || clock.organisation === organisation) &&
    (priority === undefined || clock.priority === priority) &&
    (holder === undefined || clock.technician === holder) &&
    (found === undefined || found.has(clock.reference))
}

function stand(clock: KeptClock, now: number): Standing {
  const { paused, granted, closeFrom } = clock
  const left = leftOf(clock, now)
  return { clock, paused, balance: left, band: paused ? 'paused' : bandOfBalance(left, granted, closeFrom) }
}

interface Place {
  paused: boolean
  balance: number
  clock: Pick<KeptClock, 'reference' | 'target'>
}

/** Nearest to running out first; what is paused does not run out and stands after all that runs. */
function inOrder(a: Place, b: Place): number {
  return (
    Number(a.paused) - Number(b.paused) ||
    a.balance - b.balance ||
    a.clock.reference - b.clock.reference ||
    (a.clock.target < b.clock.target ? -1 : a.clock.target > b.clock.target ? 1 : 0)
  )
}

const cursorOf = ({ paused, balance, clock }: Place) =>
  `${Number(paused)}_${balance}_${clock.reference}_${clock.target}`

function placeOf(cursor: string): Place {
  const [rests, balance, reference, ...target] = cursor.split('_')
  return {
    paused: rests === '1',
    balance: Number(balance),
    clock: { reference: Number(reference), target: target.join('_') },
  }
}

/** The next page after a place, without bringing all of them into order. */
function pageOf(standing: Standing[], { after, limit }: ClockQuery): { page: Standing[]; hasMore: boolean } {
  const place = after === undefined ? undefined : placeOf(after)
  const rest = place ? standing.filter((one) => inOrder(one, place) > 0) : standing
  const running = rest.filter((one) => !one.paused)
  const near = nearest(running, limit)
  const first =
    near.length < limit
      ? [
          ...near,
          ...nearest(
            rest.filter((one) => one.paused),
            limit,
          ),
        ]
      : near
  const page = first.sort(inOrder).slice(0, limit)
  return { page, hasMore: rest.length > page.length }
}

/** At least the so many with the smallest balance. */
function nearest(list: Standing[], count: number): Standing[] {
  if (list.length <= 2 * count) return list
  const most = oneAt(Float64Array.from(list, (one) => one.balance).sort(), count - 1)
  return list.filter((one) => one.balance <= most)
}

function clockOf(state: KeptState, { target, startedAt }: KeptClock): Clock | undefined {
  return state.clocks.find((one) => one.target === target && one.startedAt === startedAt)
}

async function describe(desk: Reading, page: Standing[]): Promise<ClockRow[]> {
  if (!page.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'state'])
    .where('reference', 'in', [...new Set(page.map((one) => one.clock.reference))])
    .execute()
  const states = new Map(rows.map((row) => [row.reference, row.state]))
  const directory = await desk.knowledge.directory()
  const described = page.map(async (one) => {
    const { reference, edition, dueAt } = one.clock
    const state = states.get(reference)
    const clock = state && clockOf(state, one.clock)
    // A ticket may have moved on between the two questions; the next notice brings it again.
    if (!clock) return []
    const design = await desk.knowledge.edition(edition)
    const priority = design.priority(state.priority)
    return [
      {
        reference,
        summary: state.summary,
        numeral: priority.numeral,
        priorityOrder: priority.order,
        team: directory.teams.get(state.team)?.name ?? state.team,
        technician: state.technician ? directory.nameOf(state.technician) : null,
        organisation: directory.organisations.get(state.organisation ?? '')?.name ?? 'no organisation',
        site: directory.sites.get(state.site ?? '')?.name ?? '',
        status: state.status,
        placed: placedBy(state, directory),
        edition,
        band: one.band,
        balance: one.balance,
        dueAt,
        clock,
      },
    ]
  })
  return (await Promise.all(described)).flat()
}
