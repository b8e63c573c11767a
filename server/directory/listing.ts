import { sql, type RawBuilder } from 'kysely'
import { standingAt, type Standing } from '../../core/agreement'
import { articleOf, type Agreement, type Directory, type Equipment } from '../../core/design'
import {
  KINDS,
  namedBy,
  usesInDesign,
  usesInDirectory,
  valuesOf,
  type FieldChanged,
  type ListName,
  type NamedIn,
  type Thing,
  type Values,
  type World,
} from '../../core/directory'
import { isOneOf } from '../../core/lookup'
import { DAY } from '../../core/time'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { keptThing, nameIn, worldOf } from '../commands/directory'
import type { Desk } from '../commands/desk'
import { sweepOf } from '../commands/sweep'
import { likePattern } from '../db/likePattern'
import { STORED } from './stored'

export interface ListQuery {
  search?: string
  /** Those that are put away, in place of those that are not. */
  away?: boolean
  /** Only what names this in that field: `organisation:merrow`. */
  where?: string
  /** Only agreements that last now and end within so many days. */
  endsWithin?: number
  /** Only equipment that is out for repair. */
  out?: boolean
  after?: string
  limit: number
}

/** What is worked out of a thing, besides what is said of it. */
export interface More {
  /** Of an agreement. */
  standing?: Standing
  daysLeft?: number
  /** How many pieces of equipment an agreement covers, or people a team has. */
  count?: number
  /** Of equipment. */
  inWarranty?: boolean
  covered?: boolean
  away?: { shop: string; sentAt: number; expectedAt: number | null; reference: number | null }
}

export interface ThingLine extends Thing {
  name: string
  more: More
}

/** What the things are called that are named somewhere: by list and id. */
export type NamesOfThings = Partial<Record<ListName, Record<string, string>>>

/** Things of a list in the order of their names, or numbers, a page at a time by key. */
export async function listThings(desk: Desk, list: ListName, query: ListQuery) {
  const world = await worldOf(desk)
  const directory = await desk.knowledge.directory()
  const { table, key, read } = STORED[list]
  const order = key === 'number' ? sql<string>`number` : sql<string>`lower(name)`
  const wanted = desk.db
    .selectFrom(table as 'team')
    .where('active', '=', query.away !== true)
    .where(sql.join([sql`true`, ...conditionsOf(list, query, directory)], sql` and `) as RawBuilder<boolean>)
  const rows = (await wanted
    .selectAll()
    .select(order.as('place'))
    .$if(query.after !== undefined, (q) => q.where(afterKey(key, query.after ?? '')))
    .orderBy(order)
    .orderBy(key as 'id')
    .limit(query.limit + 1)
    .execute()) as unknown as Record<string, unknown>[]
  const most = query.search?.trim() ? MOST_FOUND : MOST_COUNTED
  const { total } = await desk.db
    .selectFrom(
      wanted
        .select(key as 'id')
        .limit(most + 1)
        .as('found'),
    )
    .select((e) => e.fn.countAll<number>().as('total'))
    .executeTakeFirstOrThrow()
  const things = rows.slice(0, query.limit).map((row): { thing: Thing; made: object } => {
    const made = read(row as never)
    return {
      made,
      thing: { id: String(row[key]), active: row.active === true, values: valuesOf(list, made, world.zone) },
    }
  })
  const away =
    list === 'equipment'
      ? await awayOf(
          desk,
          things.map(({ thing }) => Number(thing.id)),
        )
      : new Map()
  const lines = things.map(({ thing, made }): ThingLine => ({
    ...thing,
    name: nameIn(list, thing.values, thing.id),
    more: moreOf(list, made, directory, away.get(Number(thing.id))),
  }))
  const last = lines[lines.length - 1]
  return {
    rows: lines,
    total: Math.min(total, most),
    /** Whether there are more than that. */
    isMore: total > most,
    names: namesIn(
      list,
      lines.map((one) => one.values),
      world,
    ),
    ...(rows.length > query.limit && last && { next: `${String(rows[query.limit - 1]?.place)}\n${last.id}` }),
  }
}

/** Of what fits some words, counting further would take longer than anybody looks at the figure. */
const MOST_FOUND = 1000
const MOST_COUNTED = 100_000

function afterKey(key: 'id' | 'number', after: string): RawBuilder<boolean> {
  const [name = '', id = ''] = after.split('\n')
  if (key === 'number') return sql<boolean>`number > ${Number(id) || 0}`
  return sql<boolean>`(lower(name), id) > (${name}, ${id})`
}

/** What narrows a list down. */
function conditionsOf(
  list: ListName,
  { search, where, endsWithin, out }: ListQuery,
  directory: Directory,
): RawBuilder<unknown>[] {
  const { words } = STORED[list]
  const conditions: RawBuilder<unknown>[] = []
  for (const word of (search ?? '').trim().split(/\s+/).filter(Boolean).slice(0, 8)) {
    const like = likePattern(word)
    const own = sql`(${sql.join(
      words.map((column) => sql`coalesce(${sql.ref(column)}::text, '')`),
      sql` || ' ' || `,
    )}) ilike ${like}`
    const holders = 'organisation' in KINDS[list].fields ? organisationsNamed(word, directory) : []
    conditions.push(holders.length ? sql`(${own} or organisation = any(${holders}::text[]))` : own)
  }
  if (where !== undefined) conditions.push(namesThing(list, where))
  if (endsWithin !== undefined && list === 'agreements') {
    const now = deskNow()
    conditions.push(sql`starts <= ${now} and ends > ${now} and ends <= ${now + endsWithin * DAY}`)
  }
  if (out && list === 'equipment')
    conditions.push(sql`number in (select equipment from repair where back_at is null)`)
  return conditions
}

/** The organisations of which a word is part of the name; there are few of them beside their people. */
function organisationsNamed(word: string, { organisations }: Directory): string[] {
  const wanted = word.toLowerCase()
  return [...organisations.values()]
    .filter((one) => one.name.toLowerCase().includes(wanted))
    .map((one) => one.id)
}

const COLUMN: Record<string, string> = { user: 'used_by', seenBy: 'seen_by' }

function namesThing(list: ListName, where: string): RawBuilder<unknown> {
  const at = where.indexOf(':')
  const [name, id] = [where.slice(0, at), where.slice(at + 1)]
  const field = Object.hasOwn(KINDS[list].fields, name) ? KINDS[list].fields[name] : undefined
  if (!field || !('of' in field) || at < 1)
    throw new Refused('invalid', 'The list cannot be narrowed down like this.', [
      { field: 'where', message: `write the name of a field that names something, a colon and an id` },
    ])
  const column = sql.ref(COLUMN[name] ?? name)
  if (field.type === 'one') return sql`${column}::text = ${id}`
  if (field.type === 'several' || field.type === 'graded') return sql`${id} = any(${column})`
  return sql`${column} ? ${id}`
}

async function awayOf(desk: Desk, numbers: number[]): Promise<Map<number, NonNullable<More['away']>>> {
  if (!numbers.length) return new Map()
  const rows = await desk.db
    .selectFrom('repair')
    .select(['equipment', 'shop', 'sent_at', 'expected_at', 'reference'])
    .where('back_at', 'is', null)
    .where('equipment', 'in', numbers)
    .execute()
  return new Map(
    rows.map(({ equipment, shop, sent_at: sentAt, expected_at: expectedAt, reference }) => [
      equipment,
      { shop, sentAt, expectedAt, reference },
    ]),
  )
}

function moreOf(list: ListName, made: object, directory: Directory, away: More['away']): More {
  const now = deskNow()
  if (list === 'agreements') {
    const one = made as Agreement
    return { standing: standingAt(one, now), daysLeft: Math.ceil((one.ends - now) / DAY) }
  }
  if (list === 'teams')
    return {
      count: (directory.membersOf.get((made as { id: string }).id) ?? []).filter((one) => one.active).length,
    }
  if (list !== 'equipment') return {}
  const { agreement, warrantyUntil = 0 } = made as Equipment
  const named = directory.agreement(agreement ?? null)
  return {
    inWarranty: now < warrantyUntil,
    covered: named !== undefined && standingAt(named, now) === 'covered',
    ...(away && { away }),
  }
}

/** What everything is called that some values name. */
export function namesIn(list: ListName, all: readonly Values[], world: World): NamesOfThings {
  const names: NamesOfThings = {}
  for (const [name, field] of Object.entries(KINDS[list].fields)) {
    if (!('of' in field)) continue
    const those = (names[field.of] ??= {})
    for (const values of all)
      for (const id of namedBy(field, values[name])) those[id] ??= world.nameOf(field.of, id)
  }
  return names
}

/** The names with that of one more thing. */
export function withName(
  list: ListName,
  id: string | undefined,
  names: NamesOfThings,
  world: World,
): NamesOfThings {
  return id === undefined ? names : { ...names, [list]: { ...names[list], [id]: world.nameOf(list, id) } }
}

/** A thing with everything that is known of it. @throws Refused when there is none */
export async function thingPage(desk: Desk, list: ListName, id: string) {
  const world = await worldOf(desk)
  const kept = await keptThing(desk.db, list, id, world.zone)
  if (!kept) throw new Refused('missing', `There is no ${KINDS[list].name} “${id}”.`)
  const { thing, version } = kept
  const away = list === 'equipment' ? (await awayOf(desk, [Number(id)])).get(Number(id)) : undefined
  return {
    ...thing,
    version,
    name: nameIn(list, thing.values, id),
    more: moreOf(list, STORED[list].read(kept.row as never), await desk.knowledge.directory(), away),
    names: withName(list, thing.mergedInto, namesIn(list, [thing.values], world), world),
    /** How far the tickets are that follow it just now; null where none do. */
    following: (await sweepOf(desk.db, list, id)) ?? null,
  }
}

/** Columns of tickets that name a thing. */
const ON_TICKETS: Partial<
  Record<ListName, readonly ('organisation' | 'site' | 'team' | 'queue' | 'technician' | 'requester')[]>
> = {
  organisations: ['organisation'],
  sites: ['site'],
  teams: ['team'],
  queues: ['queue'],
  people: ['technician', 'requester'],
}

export interface Uses {
  directory: NamedIn[]
  /** Places of the edition in force. */
  design: { place: string; message: string }[]
  /** How many tickets name it, and how many of those are open. */
  tickets: { as: string; open: number; all: number }[]
}

/** Everything that names a thing, so that whoever puts it away sees whom that touches. */
export async function usesOfThing(desk: Desk, list: ListName, id: string): Promise<Uses> {
  const [directory, edition, world] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    worldOf(desk),
  ])
  if (!world.has(list, id)) throw new Refused('missing', `There is no ${KINDS[list].name} “${id}”.`)
  const tickets = await Promise.all(
    (ON_TICKETS[list] ?? []).map(async (as) => {
      const { rows } = await sql<{
        open: number
        all: number
      }>`select count(*) filter (where status_group <> 'done')
        as open, count(*) as all from ticket where ${sql.ref(as)} = ${id}`.execute(desk.db)
      return { as, open: rows[0]?.open ?? 0, all: rows[0]?.all ?? 0 }
    }),
  )
  return {
    directory: usesInDirectory(list, id, world),
    design: usesInDesign(edition.design, directory, list, id).map(({ place, message }) => ({
      place: articleOf(edition.design, place),
      message,
    })),
    tickets: tickets.filter((one) => one.all > 0),
  }
}

export interface TrailLine {
  id: number
  at: number
  /** Null of what the desk did by itself. */
  by: string | null
  way: 'hand' | 'file' | 'program' | 'setup'
  list: ListName
  thing: string
  name: string
  deed: 'made' | 'changed' | 'putAway' | 'takenBack' | 'merged'
  /** Field by field, in the words of who read it then. */
  changed: Record<string, FieldChanged>
}

/** Who changed what, newest first, a page at a time by key; of one thing, or of all. */
export async function trailOf(
  desk: Desk,
  { list, id, before, limit }: { list?: ListName; id?: string; before?: number; limit: number },
) {
  const world = await worldOf(desk)
  const rows = await desk.db
    .selectFrom('directory_change')
    .selectAll()
    .$if(list !== undefined, (q) => q.where('list', '=', list ?? ''))
    .$if(id !== undefined, (q) => q.where('thing', '=', id ?? ''))
    .$if(before !== undefined, (q) => q.where('id', '<', before ?? 0))
    .orderBy('id', 'desc')
    .limit(limit + 1)
    .execute()
  const page = rows.slice(0, limit)
  const names: NamesOfThings = { people: {} }
  const lines = page.flatMap((row): TrailLine[] => {
    const { list: kind } = row
    if (!isOneOf(Object.keys(KINDS) as ListName[], kind)) return []
    for (const [of, those] of Object.entries(namesIn(kind, [row.before, row.after], world)))
      Object.assign((names[of as ListName] ??= {}), those)
    const { mergedInto } = row.after
    if (typeof mergedInto === 'string') (names[kind] ??= {})[mergedInto] = world.nameOf(kind, mergedInto)
    if (row.by !== null) names.people![row.by] = world.nameOf('people', row.by)
    const fields = new Set([...Object.keys(row.before), ...Object.keys(row.after)])
    const changed = Object.fromEntries(
      [...fields].map((field) => [
        field,
        { before: row.before[field] ?? null, after: row.after[field] ?? null },
      ]),
    )
    const { id: number, at, by, way, thing, name, deed } = row
    return [{ ...{ id: number, at, by, way, list: kind, thing, name, deed }, changed }]
  })
  return { rows: lines, names, ...(rows.length > limit && { next: page[page.length - 1]!.id }) }
}

/** How many things each list has, and how many are put away. */
export async function countsOfLists(desk: Desk): Promise<Record<ListName, { count: number; away: number }>> {
  const lists = Object.entries(STORED) as [ListName, (typeof STORED)[ListName]][]
  const each = lists.map(
    ([list, { table }]) =>
      sql`select ${list}::text as list, count(*) filter (where active) as count,
        count(*) filter (where not active) as away from ${sql.table(table)}`,
  )
  const { rows } = await sql<{ list: ListName; count: number; away: number }>`${sql.join(
    each,
    sql` union all `,
  )}`.execute(desk.db)
  return Object.fromEntries(rows.map(({ list, ...counts }) => [list, counts])) as Awaited<
    ReturnType<typeof countsOfLists>
  >
}
