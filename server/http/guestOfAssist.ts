import type { H3Event } from 'h3'
import { sql } from 'kysely'
import { Refused } from '../../core/ticket'
import type { Database } from '../db/connection'
import { assistOfCode } from '../queries/assist'
import type { Desk } from '../commands/desk'
import type { Reading } from '../queries/reading'
import { addressOf } from './address'
import { oneAt } from '../../core/lookup'
import { languageFor } from './language'
import { requesterProblem } from './problem'

/** Most wrong codes from one address in ten minutes. */
const MOST = 10
const GUESS = 'an assist code'

/**
 * The session that a code is for, as somebody without a name asks for it. Wrong ones are counted by where they come
 * from: before a code is looked up, so that nobody learns of one by going on.
 * @throws HttpProblem 429 after too many; Refused where there is no such code
 */
export async function guestOfAssist(desk: Reading, event: H3Event, code: string) {
  const address = addressOf(event)
  await refuseGuesses(desk.db, address)
  try {
    return await assistOfCode(desk, code)
  } catch (error) {
    if (error instanceof Refused)
      await sql`insert into sign_in_attempt (identifier, address) values (${GUESS}, ${address})`.execute(
        desk.db,
      )
    throw error
  }
}

/** The language of whoever sits at a machine. */
export const guestLanguage = (
  event: H3Event,
  desk: Desk,
  { session, state }: Awaited<ReturnType<typeof assistOfCode>>,
) => languageFor(event, desk, { id: session.guest, portal: state.portal })

async function refuseGuesses(db: Database, address: string): Promise<void> {
  const { rows } = await sql<{ wrong: number }>`select count(*)::int as wrong from sign_in_attempt
    where identifier = ${GUESS} and address = ${address} and at > now() - interval '10 minutes'`.execute(db)
  if (oneAt(rows, 0).wrong >= MOST)
    throw requesterProblem(429, 'tooManyTries', { headers: { 'retry-after': '600' } })
}
