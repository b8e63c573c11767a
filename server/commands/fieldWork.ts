import { Refused, type Attached, type Command } from '../../core/ticket'
import { DAY } from '../../core/time'
import type { FieldStep, VisitReport } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'
import { takeFiles } from './attachments'
import type { Desk } from './desk'

/** What somebody did at a fixed time of theirs; their device may bring it later, and more than once. */
export interface Deed {
  /** Made by the device; the same one is done once. */
  key: string
  reference: number
  booking: number
  /** When it was done, in epoch milliseconds. */
  at: number
  step?: FieldStep
  report?: VisitReport
}

/** A device that was away for longer brings a deed twice at worst. */
const KEPT = 90 * DAY

/**
 * Takes what somebody did at a fixed time, once however often it comes.
 * @returns whether it was known already
 * @throws Refused when the fixed time is not theirs any more, or it is no deed
 */
export async function takeDeed(desk: Desk, deed: Deed, person: string): Promise<{ known: boolean }> {
  const { key, reference } = deed
  if (await isKnown(desk.db, person, key)) return { known: true }
  await refuseOthers(desk.db, deed, person)
  const command = await commandOf(desk.db, deed, person)
  try {
    await desk.run(reference, command, { person }, (trx) => keepKey(trx, person, key))
  } catch (error) {
    if (error instanceof Repeated) return { known: true }
    throw error
  }
  return { known: false }
}

/** Two windows brought it at the same moment; what the second did is taken back. */
class Repeated extends Error {}

async function isKnown(db: Database, person: string, key: string): Promise<boolean> {
  const query = db.selectFrom('field_deed').select('key').where('person', '=', person).where('key', '=', key)
  return (await query.executeTakeFirst()) !== undefined
}

async function keepKey(trx: Trx, person: string, key: string): Promise<void> {
  const kept = await trx
    .insertInto('field_deed')
    .values({ person, key, at: deskNow() })
    .onConflict((on) => on.doNothing())
    .returning('key')
    .executeTakeFirst()
  if (!kept) throw new Repeated()
}

/** Nobody learns of tickets by guessing their numbers. */
async function refuseOthers(db: Database, { reference, booking }: Deed, person: string): Promise<void> {
  const own = await db
    .selectFrom('booking')
    .select('id')
    .where('reference', '=', reference)
    .where('id', '=', booking)
    .where('person', '=', person)
    .executeTakeFirst()
  if (!own)
    throw new Refused('conflict', 'This fixed time is not yours any more: it was given to somebody else.')
}

async function commandOf(
  db: Database,
  { booking: id, at, step, report }: Deed,
  person: string,
): Promise<Exclude<Command, { kind: 'log' }>> {
  if (step) return { kind: 'fieldStep', id, step, at }
  if (!report)
    throw new Refused('invalid', 'Nothing is said.', [{ field: 'step', message: 'say what was done' }])
  const { signature, pictures } = report
  const files: Attached[] = await takeFiles(
    db,
    [...(signature === undefined ? [] : [signature]), ...pictures],
    person,
  )
  return { kind: 'reportVisit', id, report, files }
}

/** Forgets what no device will bring again. */
export async function sweepDeeds(db: Database): Promise<void> {
  await db
    .deleteFrom('field_deed')
    .where('at', '<', deskNow() - KEPT)
    .execute()
}
