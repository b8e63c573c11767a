import { sql } from 'kysely'
import {
  conflictInWords,
  conflictsOf,
  isRemark,
  knows,
  slotInWords,
  slotsFor,
  slotsOf,
  type Conflict,
  type DispatchWords,
  type Hand,
  type Job,
  type Ways,
} from '../../core/dispatch'
import { isAbsence, type CompiledDesign, type Directory, type Person } from '../../core/design'
import { isSeen, type Sight } from '../../core/rights'
import { Refused } from '../../core/ticket'
import { DAY, isoDate, parseMoment, type Instant, type Interval } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { likePattern } from '../db/likePattern'
import {
  canBeSent,
  fixedTimesIn,
  handOf,
  jobOf,
  promised,
  waysOf,
  type FixedTime,
  type JobRow,
} from './hands'
import { displacedIn } from './displaced'
import type { Reading } from './reading'
import { textMatches } from './search'
import { seenSql, sightOf } from './sight'

/** So many days are laid out at most: two weeks. */
export const MOST_DAYS = 14

/** From the beginning of a local day on, so many days. @throws Refused where there is no such day */
export function daysFrom(day: string | undefined, days: number, zone: string, now: Instant): Interval {
  const first = day ?? isoDate(now, zone)
  try {
    const start = parseMoment(first, zone)
    // The clock may be changed within these days; noon is of the day that is meant.
    const last = isoDate(start + days * DAY + DAY / 2, zone)
    return { start, end: parseMoment(last, zone) }
  } catch {
    throw new Refused('invalid', 'There is no such day.', [
      { field: 'day', message: 'write it as 2026-11-16' },
    ])
  }
}

/**
 * Who works when in some days, and what they do at fixed times.
 * @param day as ISO 8601 writes it, in the zone of the desk; today if left out
 */
export async function dispatchBoard(
  desk: Reading,
  caller: string,
  { day, days }: { day?: string; days: number },
) {
  const now = deskNow()
  const [directory, { design }, sight] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    sightOf(desk, caller),
  ])
  const { zone } = design.desk
  const span = daysFrom(day, days, zone, now)
  const fixed = await fixedTimesIn(desk.db, span)
  const ways = waysOf(directory)
  const people = [...directory.people.values()]
    .filter((one) => canBeSent(directory, one))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
  return {
    ...{ now, zone, days, day: isoDate(span.start, zone), from: span.start, to: span.end },
    people: people.map((one) =>
      rowOf(one, handOf(directory, one, span, fixed), { directory, ways, sight, span }),
    ),
    skills: [...directory.skills.values()].filter((one) => one.active !== false).map(named),
    teams: [...directory.teams.values()].filter((one) => one.active !== false).map(named),
    sites: [...directory.sites.values()].map(({ id, name, zone: its, ways: to }) => ({
      ...{ id, name, zone: its, ways: to ?? {} },
    })),
  }
}

const named = ({ id, name }: { id: string; name: string }) => ({ id, name })

interface Around {
  directory: Directory
  ways: Ways
  sight: Sight
  span: Interval
}

function rowOf(person: Person, hand: Hand, around: Around) {
  const { directory, span } = around
  return {
    ...{ id: person.id, name: person.name, zone: person.zone, teams: person.teams, skills: [...hand.skills] },
    ...{ site: hand.base ?? null, most: hand.most ?? null },
    free: [...hand.free],
    away: awayIn(person, span),
    visits: (hand.visits as readonly FixedTime[]).map((one, at) =>
      visitOf(one, hand.visits[at - 1]?.site ?? hand.base, around),
    ),
    siteName: directory.sites.get(hand.base ?? '')?.name ?? '',
  }
}

/** The days of a time on which somebody is away, and why. */
function awayIn({ shift, zone }: Person, { start, end }: Interval) {
  const [first, last] = [isoDate(start, zone), isoDate(end - 1, zone)]
  return (shift?.exceptions ?? [])
    .filter((one) => isAbsence(one) && one.date >= first && one.date <= last)
    .map(({ date, name }) => ({ date, name }))
}

const UNSEEN: Pick<
  FixedTime,
  'skill' | 'earliest' | 'latest' | 'due' | 'visit' | 'heard' | 'series' | 'meets'
> = {
  ...{
    skill: null,
    earliest: null,
    latest: null,
    due: null,
    visit: false,
    heard: '',
    series: null,
    meets: '',
  },
}

/** What somebody may not see of a ticket still takes its time. */
function visitOf(one: FixedTime, cameFrom: string | undefined, { ways, sight, directory }: Around) {
  const seen = isSeen(sight, { team: one.team, queue: one.queue, technician: one.technician })
  // What it asks for tells of the ticket too.
  const { skill, earliest, latest, due, visit, heard, series, meets } = seen ? one : UNSEEN
  return {
    ...{
      id: one.id,
      reference: seen ? one.reference : null,
      booking: one.booking,
      job: seen ? one.job : null,
    },
    ...{ start: one.start, end: one.end, state: one.state, untold: one.untold, isSeen: seen },
    ...{ answer: one.answer, setOut: one.setOut },
    what: seen ? one.what : 'something out of your reach',
    summary: seen ? one.summary : '',
    site: one.site ?? null,
    siteName: one.site === undefined ? '' : (directory.sites.get(one.site)?.name ?? one.site),
    insisted: seen ? one.insisted : '',
    ...{ skill, earliest, latest, due, visit, heard, series, meets },
    /** The way to it, in milliseconds. */
    way: ways.assumed(cameFrom, one.site),
  }
}

const JOB_COLUMNS = [
  ...(['job.reference', 'job.id', 'job.what', 'job.takes', 'job.skill', 'job.site', 'job.earliest'] as const),
  ...([
    'job.latest',
    'job.meets',
    'job.visit',
    'job.series',
    'ticket.summary',
    'ticket.priority',
    'ticket.team',
    'ticket.organisation',
  ] as const),
] as const

/** Jobs that want somebody and a time: whose promise runs out first, first. Pages go by key. */
export async function openJobs(
  desk: Reading,
  caller: string,
  { after, day, limit, search }: { after?: string; day?: string; limit: number; search?: string },
) {
  const [sight, directory, edition] = await Promise.all([
    sightOf(desk, caller),
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const now = deskNow()
  const by = sql<number>`coalesce(least(job.latest, ${promised}), ${NEVER}::bigint)`
  const [due, reference, id] = (after ?? '').split('_').map(Number)
  const open = desk.db
    .selectFrom('job')
    .innerJoin('ticket', 'ticket.reference', 'job.reference')
    .where('job.standing', '=', 'open')
    .where('ticket.status_group', '<>', 'done')
    .where(seenSql(sight))
    .where(jobMatches(search))
  const [page, { total }] = await Promise.all([
    open
      .select([...JOB_COLUMNS, promised.as('due_at'), by.as('by')])
      .select(sql<string | null>`ticket.state->'equipment'->>'name'`.as('equipment'))
      .$if(after !== undefined, (q) =>
        q.where(
          sql<boolean>`(${by}, job.reference, job.id) > (${due}::bigint, ${reference}::bigint, ${id}::int)`,
        ),
      )
      .orderBy(by)
      .orderBy('job.reference')
      .orderBy('job.id')
      .limit(limit + 1)
      .execute(),
    open.select((e) => e.fn.countAll<number>().as('total')).executeTakeFirstOrThrow(),
  ])
  const { start } = daysFrom(day, 1, edition.design.desk.zone, now)
  const span = { start, end: start + AHEAD }
  const rows = page.slice(0, limit).map(({ by: _, ...row }) => ({
    ...row,
    skillName: directory.skills.get(row.skill ?? '')?.name ?? row.skill,
    siteName: directory.sites.get(row.site ?? '')?.name ?? row.site,
    organisationName: directory.organisations.get(row.organisation ?? '')?.name ?? null,
    numeral: edition.hasPriority(row.priority) ? edition.priority(row.priority).numeral : '',
    siteZone: directory.sites.get(row.site ?? '')?.zone ?? null,
    open: jobOf(row, edition, directory, span).open ?? null,
  }))
  const last = page[limit - 1]
  const next = last && `${last.by}_${last.reference}_${last.id}`
  return { rows, total: Number(total), now, ...(page.length > limit && { next }) }
}

/** Whether a job fits what somebody typed. */
function jobMatches(search: string | undefined) {
  const words = search?.trim()
  if (!words) return sql<boolean>`true`
  const like = likePattern(words)
  return sql<boolean>`(${textMatches(words)} or job.what ilike ${like}
    or job.site in (select id from site where name ilike ${like}))`
}

/** For so long from the day in sight it is said when sites are open. */
const AHEAD = 5 * 7 * DAY
/** Stands for a promise that nobody gave, behind all others. */
const NEVER = 9_000_000_000_000_000

/** A job that is on a ticket, with what it asks for. @throws Refused when it is not there */
export async function jobRow(db: Database, reference: number, id: number): Promise<JobRow> {
  const row = await db
    .selectFrom('job')
    .innerJoin('ticket', 'ticket.reference', 'job.reference')
    .select(['job.reference', 'job.id', 'takes', 'skill', 'job.site', 'earliest', 'latest'])
    .select(promised.as('due_at'))
    .where('job.reference', '=', reference)
    .where('job.id', '=', id)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', 'This job is not on the ticket any more.')
  return row
}

/** The job of a ticket that wants somebody, else the one that is placed, with its day as the desk has it. */
export async function standingJob(
  desk: Reading,
  reference: number,
): Promise<{ id: number; day: string | null } | undefined> {
  const row = await desk.db
    .selectFrom('job')
    .leftJoin('booking', (on) =>
      on.onRef('booking.reference', '=', 'job.reference').onRef('booking.id', '=', 'job.booking'),
    )
    .select(['job.id', 'booking.starts', 'job.standing'])
    .where('job.reference', '=', reference)
    .where('job.standing', 'in', ['open', 'placed'])
    // What repeats comes after what is wanted now.
    .orderBy(sql`standing <> 'open', coalesce(earliest, 0), job.id`)
    .limit(1)
    .executeTakeFirst()
  if (!row) return undefined
  const { design } = await desk.knowledge.currentEdition()
  const isPlaced = row.standing === 'placed' && row.starts !== null
  return { id: row.id, day: isPlaced ? isoDate(row.starts!, design.desk.zone) : null }
}

/** So many places are offered. */
const MOST_PLACES = 5
/** Of so many who could have it but for one thing is said what that is. */
const MOST_AGAINST = 6

/**
 * The best places for a job within two weeks, each with why, and why those who know it are not among them.
 * @param from the first day, in the zone of the desk; today if left out
 */
export async function placesFor(
  desk: Reading,
  caller: { id: string },
  { reference, job: id, day }: { reference: number; job: number; day?: string },
) {
  const now = deskNow()
  const [directory, edition, row] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    jobRow(desk.db, reference, id),
  ])
  const { zone } = edition.design.desk
  const span = daysFrom(day, MOST_DAYS, zone, now)
  // Where it stands now is no obstacle to it.
  const all = await fixedTimesIn(desk.db, span)
  const isIt = (one: FixedTime) => one.reference === reference && one.job === id
  const fixed = all.filter((one) => !isIt(one))
  const job = jobOf(row, edition, directory, span)
  const people = [...directory.people.values()].filter((one) => canBeSent(directory, one))
  const hands = people.map((one) => handOf(directory, one, span, fixed))
  const ways = waysOf(directory)
  const words = wordsOf(directory, fixed, zone, now)
  const slots = slotsFor(job, hands, ways, { ...span, now }, MOST_PLACES)
  const name = (hand: string) => directory.nameOf(hand)
  const displaced = await displacedIn(desk, caller, slots, {
    ...{ reference, now, until: span.end, stands: all.find(isIt)?.booking },
  })
  return {
    places: slots.map(({ hand, start, end, way, left, freeAfter, isKnown, ...slot }) => ({
      ...{ person: hand, name: name(hand), start, end, way, left, freeAfter, isKnown },
      why: slotInWords(
        { hand, start, end, way, left, freeAfter, isKnown, ...slot },
        job.skill,
        words,
        displaced.get(hand),
      ),
    })),
    others: whyNotOf(job, hands, ways, { span, now, chosen: new Set(slots.map((one) => one.hand)) }).map(
      (one) => ({
        ...{ person: one.hand, name: name(one.hand), longest: one.longest },
      }),
    ),
  }
}

/** Those who know a job and are not free for it in one piece: how long they are at most. */
function whyNotOf(
  job: Job,
  hands: readonly Hand[],
  ways: Ways,
  { span, now, chosen }: { span: Interval; now: Instant; chosen: ReadonlySet<string> },
) {
  const from = Math.max(span.start, now)
  return hands
    .filter((one) => knows(one, job) && !chosen.has(one.id))
    .filter((one) => !slotsOf(job, one, ways, { start: from, end: span.end, now }).length)
    .slice(0, MOST_AGAINST)
    .map((one) => ({ hand: one.id, longest: longestOf(one, from) }))
}

/** How long somebody is free in one piece from a moment on, in milliseconds. */
function longestOf({ free, visits }: Hand, from: Instant): number {
  let longest = 0
  for (const { start, end } of free) {
    let at = Math.max(start, from)
    for (const visit of visits.filter((one) => one.end > start && one.start < end)) {
      longest = Math.max(longest, visit.start - at)
      at = Math.max(at, visit.end)
    }
    longest = Math.max(longest, end - at)
  }
  return longest
}

/** The words of Dispatch by the names of the directory. */
export function wordsOf(
  directory: Directory,
  fixed: readonly FixedTime[],
  zone: string,
  now: Instant,
): DispatchWords {
  const byId = new Map(fixed.map((one) => [one.id, one]))
  return {
    ...{ now, zone },
    skill: (id) => directory.skills.get(id)?.name ?? id,
    site: (id) => directory.sites.get(id)?.name ?? id,
    visit: (id) => String(byId.get(id)?.reference ?? id),
  }
}

/** What speaks against a job with somebody at a time, as it stands in the database now. */
export async function conflictsAt(
  db: Database,
  { edition, directory, now }: { edition: CompiledDesign; directory: Directory; now: Instant },
  row: JobRow,
  at: { person: Person; start: Instant },
): Promise<{ conflicts: Conflict[]; words: string[] }> {
  const span = { start: at.start - DAY, end: at.start + row.takes + DAY }
  const fixed = (await fixedTimesIn(db, span, [at.person.id])).filter(
    (one) => one.reference !== row.reference || one.job !== row.id,
  )
  const conflicts = conflictsOf({
    job: jobOf(row, edition, directory, span),
    hand: handOf(directory, at.person, span, fixed),
    ...{ start: at.start, ways: waysOf(directory), now },
  })
  const say = wordsOf(directory, fixed, edition.design.desk.zone, now)
  return {
    conflicts,
    words: conflicts.filter((one) => !isRemark(one)).map((one) => conflictInWords(one, say)),
  }
}
