import { sql } from 'kysely'
import type { Database } from '../db/connection'
import { requesterProblem } from './problem'
import { oneAt } from '../../core/lookup'

/** Who tries to sign in, from where, and from a machine that this person has signed in from before. */
export interface Try {
  /** What they call themselves, in small letters. */
  identifier: string
  address: string
  /** Hash of what the machine was given when this very person signed in; undefined for any other machine. */
  device?: string
}

const WITHIN = sql.raw(`interval '10 minutes'`)
/** Of one account from one address, or from one known machine. */
const MOST = 8
/** Of all accounts from one address, and of one account from all addresses. */
const MOST_OF_ONE_ADDRESS = 60
const MOST_OF_ONE_ACCOUNT = 60

/**
 * Takes down a try before its password is looked at, so that tries at the same moment cannot pass the limit together.
 * A machine from which the person has signed in before is counted by itself: strangers cannot shut it out, whatever
 * they try elsewhere. (Device cookies against guessing: common practice.)
 * @returns the id of the try, which is taken back when it fits
 * @throws HttpProblem 429 after too many
 */
export function countTry(db: Database, { identifier, address, device }: Try): Promise<string> {
  return db.transaction().execute(async (trx) => {
    // Always in the same order, so that two tries never wait for each other.
    const keys = device ? [`device ${device}`] : [`account ${identifier}`, `address ${address}`].sort()
    for (const key of keys)
      await sql`select pg_advisory_xact_lock(hashtextextended(${`try ${key}`}, 0))`.execute(trx)
    await sql`delete from sign_in_attempt where at < now() - ${WITHIN} and identifier = ${identifier}`.execute(
      trx,
    )
    const { rows } = await sql<Record<'pair' | 'ofAddress' | 'ofAccount' | 'ofDevice', number>>`select
      count(*) filter (where identifier = ${identifier} and address = ${address} and device is null)::int as "pair",
      count(*) filter (where address = ${address} and device is null)::int as "ofAddress",
      count(*) filter (where identifier = ${identifier} and device is null)::int as "ofAccount",
      count(*) filter (where device = ${device ?? null})::int as "ofDevice"
      from sign_in_attempt where at > now() - ${WITHIN}
        and (identifier = ${identifier} or address = ${address})`.execute(trx)
    const { pair, ofAddress, ofAccount, ofDevice } = oneAt(rows, 0)
    const isTooMany = device
      ? ofDevice >= MOST
      : pair >= MOST || ofAddress >= MOST_OF_ONE_ADDRESS || ofAccount >= MOST_OF_ONE_ACCOUNT
    if (isTooMany) throw requesterProblem(429, 'tooManyTries', { headers: { 'retry-after': '600' } })
    const taken = await sql<{ id: string }>`insert into sign_in_attempt (identifier, address, device)
      values (${identifier}, ${address}, ${device ?? null}) returning id`.execute(trx)
    return oneAt(taken.rows, 0).id
  })
}

/** A try that fits was none, and those before it from the same place are forgiven. */
export async function forgive(db: Database, id: string, { identifier, address, device }: Try): Promise<void> {
  await sql`delete from sign_in_attempt where id = ${id}
    or (identifier = ${identifier} and address = ${address} and device is not distinct from ${device ?? null})`.execute(
    db,
  )
}
