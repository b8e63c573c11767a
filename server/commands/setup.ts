import { sql } from 'kysely'
import { STARTING_DESIGNS, startingDesignOf } from '../../core/design'
import { oneAt } from '../../core/lookup'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { hashPassword } from '../base/secrets'
import type { Reading } from '../queries/reading'
import type { Desk } from './desk'
import { freeId } from '../../core/naming'
import { directoryChanged } from './people'

export interface FirstVisit {
  desk: string
  zone: string
  name: string
  mail: string
  password: string
  /** Id of the design that it begins with; the first of them if left out. */
  starting?: string
}

/** Under which it is kept with which design the desk began. */
const STARTED = 'starting design'

/** The design with which the desk began; null where it was another. */
export async function startedWith(desk: Reading): Promise<string | null> {
  const kept = await desk.db
    .selectFrom('setting')
    .select('value')
    .where('key', '=', STARTED)
    .executeTakeFirst()
  const { id } = (kept?.value ?? {}) as { id?: string }
  return id ?? null
}

/** The first visit: makes the administrator, an organisation with a site, and a first design with what it needs. */
export async function setUpDesk(
  desk: Desk,
  { desk: deskName, zone, name, mail, password, starting: wanted }: FirstVisit,
): Promise<void> {
  const hash = await hashPassword(password)
  const starting = startingDesignOf(wanted ?? '') ?? oneAt(STARTING_DESIGNS, 0)
  const design = starting.design(deskName, zone)
  await desk.db.transaction().execute(async (trx) => {
    await sql`lock table person in share row exclusive mode`.execute(trx)
    const people = await trx.selectFrom('person').select('id').limit(1).execute()
    if (people.length)
      throw new Refused('conflict', 'This desk has its administrator already. Sign in instead.')
    const id = freeId(name, () => false, 'person')
    const shift = JSON.stringify({ ...design.calendars[0], id: `shift-${id}`, name: 'desk hours' })
    await trx.insertInto('organisation').values({ id: 'own', name: deskName }).execute()
    await trx
      .insertInto('site')
      .values({
        id: 'main',
        name: 'Main site',
        zone,
        organisation: 'own',
        calendar: design.desk.calendar,
        priority: null,
      })
      .execute()
    await trx
      .insertInto('person')
      .values({
        id,
        name,
        mail,
        role: 'administrator',
        zone,
        organisation: 'own',
        site: 'main',
        priority: null,
        teams: starting.teams.map((one) => one.id),
        shift,
        password_hash: hash,
      })
      .execute()
    await trx
      .insertInto('team')
      .values(starting.teams.map((one) => ({ ...one, lead: id })))
      .execute()
    await trx
      .insertInto('queue')
      .values(starting.queues.map((one) => ({ ...one })))
      .execute()
    if (starting.covers.length)
      await trx
        .insertInto('cover')
        .values(starting.covers.map((one) => ({ ...one })))
        .execute()
    await trx
      .insertInto('setting')
      .values({ key: STARTED, value: JSON.stringify({ id: starting.id }) })
      .execute()
    await trx
      .insertInto('edition')
      .values({
        number: 1,
        document: JSON.stringify(design),
        note: starting.name,
        published_by: id,
        published_at: deskNow(),
      })
      .execute()
  })
  desk.knowledge.forget('edition')
  await directoryChanged(desk)
}
