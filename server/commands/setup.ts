import { sql } from 'kysely'
import { firstDesign } from '../../core/design'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { hashPassword } from '../base/secrets'
import type { Desk } from './desk'
import { freeId } from '../../core/naming'
import { directoryChanged } from './people'

export interface FirstVisit {
  desk: string
  zone: string
  name: string
  mail: string
  password: string
}

const TEAM = 'first-line'

/** The first visit: makes the administrator, a team, an organisation with a site, and a small first design. */
export async function setUpDesk(
  desk: Desk,
  { desk: deskName, zone, name, mail, password }: FirstVisit,
): Promise<void> {
  const hash = await hashPassword(password)
  const design = firstDesign(deskName, zone, TEAM)
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
        teams: [TEAM],
        shift,
        password_hash: hash,
      })
      .execute()
    await trx.insertInto('team').values({ id: TEAM, name: 'First line', lead: id }).execute()
    await trx.insertInto('queue').values({ id: 'all', name: 'All requests', team: TEAM }).execute()
    await trx
      .insertInto('edition')
      .values({
        number: 1,
        document: JSON.stringify(design),
        note: 'The first design',
        published_by: id,
        published_at: deskNow(),
      })
      .execute()
  })
  desk.knowledge.forget('edition')
  await directoryChanged(desk)
}
