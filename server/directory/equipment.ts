import { messageOf } from '../../core/error/messageOf'
import { sql } from 'kysely'
import { daysOf, periodOf } from '../../core/agreement'
import type { Directory } from '../../core/design'
import { Refused, type FieldProblem } from '../../core/ticket'
import { dayNumberOf } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { directoryChanged } from '../commands/people'
import type { Trx } from '../db/connection'
import { idFor } from './agreements'
import type { EquipmentBody } from './bodies'
import { oneAt } from '../../core/lookup'

export interface EquipmentQuery {
  search?: string
  /** Only what is out at a repair shop. */
  out?: boolean
  /** Number after which the page begins. */
  after?: number
  limit: number
}

const WORDS = sql<string>`equipment.name || ' ' || coalesce(maker, '') || ' ' || coalesce(model, '') || ' ' || coalesce(serial, '')`

/** Equipment by its number, a page at a time, with where it is when it is away. */
export async function listEquipment(desk: Desk, { search, out, after = 0, limit }: EquipmentQuery) {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const { zone } = edition.design.desk
  const words = search?.trim()
  const like = `%${(words ?? '').replace(/[\\%_]/g, '\\$&')}%`
  const wanted = desk.db
    .selectFrom('equipment')
    .leftJoin('repair', (on) =>
      on.onRef('repair.equipment', '=', 'equipment.number').on('back_at', 'is', null),
    )
    .$if(Boolean(words), (q) =>
      q.where(
        sql<boolean>`(${WORDS} ilike ${like} or equipment.number::text = ${words}
          or equipment.organisation in (select id from organisation where name ilike ${like}))`,
      ),
    )
    .$if(out === true, (q) => q.where('repair.id', 'is not', null))
  const rows = await wanted
    .select([
      'equipment.number',
      'equipment.name',
      'maker',
      'model',
      'serial',
      'organisation',
      'site',
      'agreement',
      'warranty_until',
      'equipment.remarks',
      'shop',
      'sent_at',
      'expected_at',
      'reference',
    ])
    .where('equipment.number', '>', after)
    .orderBy('equipment.number')
    .limit(limit + 1)
    .execute()
  const { total } = await wanted.select((e) => e.fn.countAll<number>().as('total')).executeTakeFirstOrThrow()
  const now = deskNow()
  const day = (at: number) => daysOf({ starts: at, ends: at }, zone)
  const page = rows.slice(0, limit)
  return {
    rows: page.map(({ warranty_until: until, shop, sent_at, expected_at, reference, ...one }) => {
      const agreement = directory.agreement(one.agreement)
      return {
        ...one,
        organisationName: directory.organisations.get(one.organisation)?.name ?? one.organisation,
        siteName: directory.sites.get(one.site ?? '')?.name ?? null,
        warranty: until === null ? null : day(until).last,
        inWarranty: until !== null && now < until,
        covered: agreement !== undefined && agreement.starts <= now && now < agreement.ends,
        away: sent_at === null ? null : { shop, sentAt: sent_at, expectedAt: expected_at, reference },
      }
    }),
    total,
    ...(rows.length > limit && { next: oneAt(page, page.length - 1).number }),
  }
}

/** The row that a body makes, or what is wrong with it. */
export async function equipmentRow(desk: Desk, body: EquipmentBody) {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const problems: FieldProblem[] = []
  const organisation = idFor(directory.organisations, body.organisation)
  if (!organisation)
    problems.push({ field: 'organisation', message: `there is no organisation “${body.organisation}”` })
  const site = body.site ? idFor(directory.sites, body.site) : undefined
  if (body.site && !site) problems.push({ field: 'site', message: `there is no site “${body.site}”` })
  const agreement = directory.agreement(body.agreement ?? null)
  if (body.agreement !== undefined && !agreement)
    problems.push({ field: 'agreement', message: `there is no agreement ${body.agreement}` })
  else if (agreement && organisation && agreement.organisation !== organisation)
    problems.push({ field: 'agreement', message: `agreement ${agreement.number} is another organisation’s` })
  const warranty = warrantyOf(body.warranty, edition.design.desk.zone, problems)
  if (problems.length || !organisation) return { problems }
  const orNull = (text: string | undefined) => text?.trim() || null
  const { name, maker, model, serial, remarks } = body
  return {
    problems,
    row: {
      name: name.trim(),
      maker: orNull(maker),
      model: orNull(model),
      serial: orNull(serial),
      organisation,
      site: site ?? null,
      agreement: agreement?.number ?? null,
      warranty_until: warranty,
      remarks: orNull(remarks),
    },
  }
}

function warrantyOf(last: string | undefined, zone: string, problems: FieldProblem[]): number | null {
  if (!last) return null
  try {
    dayNumberOf(last)
    return periodOf({ first: last, last }, zone).ends
  } catch (error) {
    problems.push({ field: 'warranty', message: messageOf(error) })
    return null
  }
}

type Row = NonNullable<Awaited<ReturnType<typeof equipmentRow>>['row']>

/** Writes a piece of equipment; a new one gets the next number. @returns its number */
export async function writeEquipment(trx: Trx, row: Row, number?: number): Promise<number> {
  if (number === undefined) {
    const made = await trx.insertInto('equipment').values(row).returning('number').executeTakeFirstOrThrow()
    return made.number
  }
  const changed = await trx
    .updateTable('equipment')
    .set(row)
    .where('number', '=', number)
    .returning('number')
    .executeTakeFirst()
  if (!changed) throw new Refused('missing', `There is no equipment ${number}.`)
  return number
}

/** @throws Refused with what is wrong, field by field */
export async function saveEquipment(desk: Desk, body: EquipmentBody, number?: number): Promise<number> {
  const { row, problems } = await equipmentRow(desk, body)
  if (!row) throw new Refused('invalid', 'Some fields need another look.', problems)
  const saved = await desk.db.transaction().execute((trx) => writeEquipment(trx, row, number))
  await directoryChanged(desk)
  return saved
}

/**
 * Notes that a piece of equipment was sent to a repair shop.
 * @throws Refused when it is away already, or there is no such thing
 */
export async function sendToRepair(
  desk: Desk,
  number: number,
  by: string,
  { shop, expected, reference }: { shop: string; expected?: string; reference?: number },
): Promise<void> {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  if (!directory.equipment.has(String(number)))
    throw new Refused('missing', `There is no equipment ${number}.`)
  const problems: FieldProblem[] = []
  const until = warrantyOf(expected, edition.design.desk.zone, problems)
  if (problems.length)
    throw new Refused('invalid', 'Some fields need another look.', [
      { field: 'expected', message: oneAt(problems, 0).message },
    ])
  const made = await desk.db
    .insertInto('repair')
    .values({
      equipment: number,
      shop: shop.trim(),
      sent_at: deskNow(),
      sent_by: by,
      expected_at: until,
      reference: reference ?? null,
      back_at: null,
      remarks: null,
    })
    // It is away at one place at most; whoever is second is told.
    .onConflict((on) => on.column('equipment').where('back_at', 'is', null).doNothing())
    .returning('id')
    .executeTakeFirst()
  if (!made) throw new Refused('conflict', `Equipment ${number} is at a repair shop already.`)
}

/** @throws Refused when it is not away */
export async function backFromRepair(desk: Desk, number: number, remarks?: string): Promise<void> {
  const back = await desk.db
    .updateTable('repair')
    .set({ back_at: deskNow(), remarks: remarks?.trim() || null })
    .where('equipment', '=', number)
    .where('back_at', 'is', null)
    .returning('id')
    .executeTakeFirst()
  if (!back) throw new Refused('conflict', `Equipment ${number} is not at a repair shop.`)
}

export const EQUIPMENT_COLUMNS = [
  'number',
  'name',
  'maker',
  'model',
  'serial',
  'organisation',
  'site',
  'agreement',
  'warranty',
  'remarks',
] as const

/** All equipment as lines of a file. */
export function equipmentLines(directory: Directory, zone: string): string[][] {
  return [...directory.equipment.values()].map((one) => {
    const fields: Record<string, unknown> = {
      ...one,
      organisation: directory.organisations.get(one.organisation)?.name ?? one.organisation,
      site: directory.sites.get(one.site ?? '')?.name ?? '',
      warranty:
        one.warrantyUntil === undefined
          ? ''
          : daysOf({ starts: one.warrantyUntil, ends: one.warrantyUntil }, zone).last,
    }
    return EQUIPMENT_COLUMNS.map((column) => String(fields[column] ?? ''))
  })
}
