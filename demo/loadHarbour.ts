import { startDemoClock } from '../server/clock/deskClock'
import type { Connection } from '../server/db/connection'
import { hashPassword } from '../server/base/secrets'
import { Desk } from '../server/commands/desk'
import { DAY } from '../core/time'
import { DEMO_BEGINS, DEMO_PASSWORD } from './directory'
import { fillDirectory } from './fill'
import { HARBOUR_ORDERS, harbourDesign, harbourDirectory } from './harbour'

/** Loads the second desk of the sample world, with what lies in its yard as it begins. */
export async function loadHarbour(connection: Connection): Promise<void> {
  const { db } = connection
  const password = await hashPassword(DEMO_PASSWORD)
  await db.transaction().execute(async (trx) => {
    await fillDirectory(trx, harbourDirectory(), password)
    await trx
      .insertInto('edition')
      .values({
        ...{ number: 1, document: JSON.stringify(harbourDesign()), note: 'How the yard works' },
        ...{ published_by: 'solveig-krane', published_at: DEMO_BEGINS - 200 * DAY },
      })
      .execute()
  })
  await startDemoClock(db, DEMO_BEGINS)
  const desk = new Desk(connection)
  for (const { requester, item, summary, details } of HARBOUR_ORDERS)
    await desk.log(
      { item, portal: 'yard', channel: 'portal', answers: { summary, details }, requester },
      { person: requester },
    )
}
