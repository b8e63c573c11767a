import type { H3Event } from 'h3'
import { sql } from 'kysely'
import { oneAt } from '../../core/lookup'
import type { Database } from '../db/connection'
import { addressOf } from './address'
import { requesterProblem } from './problem'

/** Most wrong guesses from one address in ten minutes. */
const MOST = 10

/**
 * Refuses whoever has guessed too often: before anything is looked up, so that nobody learns of a hit by going on.
 * @param what is guessed, as the tries are kept under
 * @throws HttpProblem 429
 */
export async function refuseGuesses(event: H3Event, db: Database, what: string): Promise<void> {
  const { rows } = await sql<{ wrong: number }>`select count(*)::int as wrong from sign_in_attempt
    where identifier = ${what} and address = ${addressOf(event)} and at > now() - interval '10 minutes'`.execute(
    db,
  )
  if (oneAt(rows, 0).wrong >= MOST)
    throw requesterProblem(429, 'tooManyTries', { headers: { 'retry-after': '600' } })
}

/** Counts a guess that was wrong. */
export async function countGuess(event: H3Event, db: Database, what: string): Promise<void> {
  await sql`insert into sign_in_attempt (identifier, address) values (${what}, ${addressOf(event)})`.execute(
    db,
  )
}
