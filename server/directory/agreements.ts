import { messageOf } from '../../core/error/messageOf'
import { sql } from 'kysely'
import { daysOf, periodOf, standingAt, yearFrom } from '../../core/agreement'
import type { Directory } from '../../core/design'
import { Refused, type FieldProblem } from '../../core/ticket'
import { DAY, dayNumberOf } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { directoryChanged } from '../commands/people'
import type { Trx } from '../db/connection'
import type { AgreementBody } from './bodies'
import { oneAt } from '../../core/lookup'

export interface AgreementQuery {
  search?: string
  /** Only those that last now and end within so many days. */
  endsWithin?: number
  after?: string
  limit: number
}

/** Agreements by when they end, a page at a time by key. */
export async function listAgreements(desk: Desk, { search, endsWithin, after, limit }: AgreementQuery) {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const { zone } = edition.design.desk
  const now = deskNow()
  const [ends, number] = (after ?? '').split('_').map(Number)
  const wanted = search?.trim().toLocaleLowerCase('en') ?? ''
  const fits = (one: (typeof directory.agreements)[number]) =>
    [
      String(one.number),
      directory.organisations.get(one.organisation)?.name,
      one.cover,
      one.type,
      one.contact,
    ]
      .join(' ')
      .toLocaleLowerCase('en')
      .includes(wanted)
  const soon = (one: { starts: number; ends: number }) =>
    endsWithin === undefined || (standingAt(one, now) === 'covered' && one.ends <= now + endsWithin * DAY)
  // What ends soonest is on top where that is asked for; else what ended long ago is at the bottom.
  const way = endsWithin === undefined ? -1 : 1
  const all = directory.agreements
    .filter((one) => fits(one) && soon(one))
    .sort((a, b) => way * (a.ends - b.ends) || a.number - b.number)
  const isLater = (one: { ends: number; number: number }) =>
    way * (one.ends - ends!) > 0 || (one.ends === ends && one.number > number!)
  const rest = after === undefined ? all : all.filter(isLater)
  const page = rest.slice(0, limit)
  const last = page[page.length - 1]
  const covered = new Map<number, number>()
  for (const { agreement } of directory.equipment.values())
    if (agreement !== undefined) covered.set(agreement, (covered.get(agreement) ?? 0) + 1)
  return {
    rows: page.map((one) => ({
      ...one,
      ...daysOf(one, zone),
      name: directory.organisations.get(one.organisation)?.name ?? one.organisation,
      standing: standingAt(one, now),
      daysLeft: Math.ceil((one.ends - now) / DAY),
      equipment: covered.get(one.number) ?? 0,
    })),
    total: all.length,
    /** What agreements are called and cover so far, to choose from; a new word makes a new one. */
    types: named(directory.agreements.map((one) => one.type)),
    covers: named(directory.agreements.map((one) => one.cover)),
    ...(rest.length > limit && last && { next: `${last.ends}_${last.number}` }),
  }
}

export function named(values: readonly (string | undefined)[]): string[] {
  return [...new Set(values.filter((one): one is string => Boolean(one)))].sort((a, b) =>
    a.localeCompare(b, 'en'),
  )
}

/** The id of something that is given by its id or its name, whatever its letters are written like. */
export function idFor(
  list: ReadonlyMap<string, { id: string; name: string }>,
  given: string,
): string | undefined {
  if (list.has(given)) return given
  const wanted = given.trim().toLocaleLowerCase('en')
  return [...list.values()].find((one) => one.name.toLocaleLowerCase('en') === wanted)?.id
}

/** The row that a body makes, or what is wrong with it. */
export async function agreementRow(desk: Desk, body: AgreementBody) {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const problems: FieldProblem[] = []
  const organisation = idFor(directory.organisations, body.organisation)
  if (!organisation)
    problems.push({ field: 'organisation', message: `there is no organisation “${body.organisation}”` })
  if (body.calendar && !edition.hasCalendar(body.calendar))
    problems.push({ field: 'calendar', message: `the design has no calendar “${body.calendar}”` })
  if (body.priority && !edition.hasPriority(body.priority))
    problems.push({ field: 'priority', message: `the design has no priority “${body.priority}”` })
  const days = daysGiven(body, problems)
  if (problems.length || !organisation || !days) return { problems }
  const { cover, type, amount, contact, phone, mail, address, calendar, priority, remarks } = body
  const orNull = (text: string | undefined) => text?.trim() || null
  return {
    problems,
    row: {
      organisation,
      cover: cover.trim(),
      ...periodOf(days, edition.design.desk.zone),
      type: orNull(type),
      amount: amount ?? null,
      contact: orNull(contact),
      phone: orNull(phone),
      mail: orNull(mail),
      address: orNull(address),
      calendar: orNull(calendar),
      priority: orNull(priority),
      remarks: orNull(remarks),
    },
  }
}

function daysGiven({ first, last }: AgreementBody, problems: FieldProblem[]) {
  try {
    const days = { first, last: last || yearFrom(first) }
    if (dayNumberOf(days.last) >= dayNumberOf(first)) return days
    problems.push({ field: 'last', message: 'it ends before it begins' })
  } catch (error) {
    problems.push({ field: 'first', message: messageOf(error) })
  }
  return undefined
}

type Row = NonNullable<Awaited<ReturnType<typeof agreementRow>>['row']>

/** Writes an agreement; a new one gets the next number. @returns its number */
export async function writeAgreement(trx: Trx, row: Row, number?: number): Promise<number> {
  if (number === undefined) {
    const { rows } = await sql<{ number: number }>`select nextval('agreement_number') as number`.execute(trx)
    await trx
      .insertInto('agreement')
      .values({ number: oneAt(rows, 0).number, ...row })
      .execute()
    return oneAt(rows, 0).number
  }
  const [{ numUpdatedRows }] = (await trx
    .updateTable('agreement')
    .set(row)
    .where('number', '=', number)
    .execute()) as [{ numUpdatedRows: bigint }]
  if (!numUpdatedRows) throw new Refused('missing', `There is no agreement ${number}.`)
  return number
}

/**
 * Makes or changes one agreement.
 * @throws Refused with what is wrong, field by field
 */
export async function saveAgreement(desk: Desk, body: AgreementBody, number?: number): Promise<number> {
  const { row, problems } = await agreementRow(desk, body)
  if (!row) throw new Refused('invalid', 'Some fields need another look.', problems)
  const saved = await desk.db.transaction().execute((trx) => writeAgreement(trx, row, number))
  await directoryChanged(desk)
  return saved
}

export const AGREEMENT_COLUMNS = [
  'number',
  'organisation',
  'type',
  'cover',
  'first',
  'last',
  'amount',
  'contact',
  'phone',
  'mail',
  'address',
  'calendar',
  'priority',
  'remarks',
] as const

/** All agreements as lines of a file. */
export function agreementLines(directory: Directory, zone: string): string[][] {
  return [...directory.agreements]
    .sort((a, b) => a.number - b.number)
    .map((one) => {
      const fields: Record<string, unknown> = {
        ...one,
        ...daysOf(one, zone),
        organisation: directory.organisations.get(one.organisation)?.name ?? one.organisation,
      }
      return AGREEMENT_COLUMNS.map((column) => String(fields[column] ?? ''))
    })
}
