import { ticketFacts } from '../../core/facts'
import { sql } from 'kysely'
import { isRemark, type Conflict, type JobWords } from '../../core/dispatch'
import type { Directory } from '../../core/design'
import { Refused, type Actor, type Command, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { skillsFor } from '../../core/triage'
import type { Trx } from '../db/connection'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { canBeSent, fixedTimesIn } from '../queries/hands'
import { conflictsAt, daysFrom, jobRow } from '../queries/dispatch'
import type { Desk } from './desk'
import { lockedState } from './lockedState'

// Jobs are wanted on tickets, and placed with somebody at a time.

export interface Placing {
  reference: number
  job: number
  person: string
  /** Epoch milliseconds. */
  from: number
  /** How long it takes then; as long as the job does if left out. */
  takes?: number
  /** Where it stood on the screen of whoever moves it. */
  now?: { booking: number; person: string; from: number }
  /** Why it is placed there although something speaks against it. */
  insists?: string
  /** Whether whoever has it is told at once. */
  tell: boolean
}

/**
 * Places a job, or moves it. Whoever it is for gets one at a time, so that two who place at the same moment see each other.
 * @throws Refused when something speaks against it and nobody insists, or somebody was quicker
 */
export async function placeJob(desk: Desk, placing: Placing, actor: Actor): Promise<TicketState> {
  const { reference, job, person: id, from, now, insists = '', tell } = placing
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const person = directory.people.get(id)
  if (!person || !canBeSent(directory, person))
    throw new Refused('invalid', 'Nobody can send this person.', [
      { field: 'person', message: 'choose somebody of the desk who has a shift' },
    ])
  const state = await desk.db.transaction().execute(async (trx) => {
    await lockHand(trx, person.id)
    const before = await lockedState(trx, reference)
    const found = await jobRow(trx, reference, job)
    const row = { ...found, takes: placing.takes ?? found.takes }
    const around = { edition, directory, now: deskNow() }
    const { conflicts, words } = await conflictsAt(trx, around, row, { person, start: from })
    if (words.length && !insists.trim()) throw against(directory, person.id, words)
    const command: Command & { kind: 'placeJob' } = {
      ...{ kind: 'placeJob', id: job, person: person.id, from, to: from + row.takes, tell },
      ...(now && { now }),
      ...(hasReason(conflicts) && {
        insisted: { why: insists.trim(), against: conflicts.filter((one) => !isRemark(one)) },
      }),
    }
    return desk.runWithin(trx, before, command, actor)
  })
  desk.announce(reference)
  return state
}

const hasReason = (conflicts: readonly Conflict[]) => conflicts.some((one) => !isRemark(one))

/** One placing of somebody after the other, whoever does it. */
const lockHand = (trx: Trx, person: string) =>
  sql`select pg_advisory_xact_lock(hashtext(${`dispatch ${person}`}))`.execute(trx)

const against = (directory: Directory, person: string, words: readonly string[]) =>
  new Refused(
    'conflict',
    `${directory.nameOf(person)}: ${words.join('; ')}. Choose another place, or say why it stands there all the same.`,
    [{ field: 'insists', message: words.join('; ') }],
  )

/** What a ticket asks for when nothing is said: its summary, what it must know, as long as such tickets take, at its site. */
export async function plainJob(desk: Desk, reference: number): Promise<JobWords> {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', `There is no ticket ${reference}.`)
  const state = wholeState(row)
  const { item, estimate, summary, site } = state
  const [design, { takes }] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.estimates.of({ item, estimate }),
  ])
  const [skill] = skillsFor(ticketFacts(state, design, deskNow()), design)
  return {
    ...{ what: summary.slice(0, MOST_WHAT), takes: quarters(takes) },
    ...(skill !== undefined && { skill }),
    ...(site && { site, visit: true }),
  }
}

const MOST_WHAT = 300

/** What a job says as it stands; how long its fixed time is, where it has one. @throws Refused when it is not there */
export async function jobNow(desk: Desk, reference: number, id: number): Promise<JobWords> {
  const row = await desk.db
    .selectFrom('job')
    .leftJoin('booking', (on) =>
      on.onRef('booking.reference', '=', 'job.reference').onRef('booking.id', '=', 'job.booking'),
    )
    .select(['job.what', 'skill', 'site', 'earliest', 'latest', 'meets', 'visit'])
    .select(sql<number>`coalesce(booking.ends - booking.starts, job.takes)::bigint`.as('takes'))
    .where('job.reference', '=', reference)
    .where('job.id', '=', id)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', 'This job is not on the ticket any more.')
  const { what, takes, skill, site, earliest, latest, meets, visit } = row
  return {
    ...{ what, takes, meets, skill: skill ?? undefined, site: site ?? undefined },
    ...{ earliest: earliest ?? undefined, latest: latest ?? undefined, ...(visit && { visit: true }) },
  }
}

const QUARTER = 15 * 60_000
/** In quarters of an hour, as a board is laid out. */
const quarters = (takes: number) => Math.max(1, Math.ceil(takes / QUARTER)) * QUARTER

/**
 * Tells everybody whose fixed times of a day were placed without a word.
 * @returns how many were told
 */
export async function tellDay(
  desk: Desk,
  day: string | undefined,
  actor: Actor,
  may: (references: readonly number[]) => Promise<readonly number[]>,
): Promise<number> {
  const { design } = await desk.knowledge.currentEdition()
  const span = daysFrom(day, 1, design.desk.zone, deskNow())
  const untold = (await fixedTimesIn(desk.db, span)).filter((one) => one.untold && one.job !== null)
  const unseen = new Set(await may([...new Set(untold.map((one) => one.reference))]))
  let told = 0
  for (const { reference, job } of untold) {
    if (unseen.has(reference)) continue
    await desk.run(reference, { kind: 'tellJob', id: job! }, actor)
    told++
  }
  return told
}
