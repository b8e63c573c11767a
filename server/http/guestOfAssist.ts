import type { H3Event } from 'h3'
import { Refused } from '../../core/ticket'
import { assistOfCode } from '../queries/assist'
import type { Desk } from '../commands/desk'
import type { Reading } from '../queries/reading'
import { countGuess, refuseGuesses } from './guesses'
import { languageFor } from './language'

const GUESS = 'an assist code'

/**
 * The session that a code is for, as somebody without a name asks for it. Wrong ones are counted by where they come
 * from: before a code is looked up, so that nobody learns of one by going on.
 * @throws HttpProblem 429 after too many; Refused where there is no such code
 */
export async function guestOfAssist(desk: Reading, event: H3Event, code: string) {
  await refuseGuesses(event, desk.db, GUESS)
  try {
    return await assistOfCode(desk, code)
  } catch (error) {
    if (error instanceof Refused) await countGuess(event, desk.db, GUESS)
    throw error
  }
}

/** The language of whoever sits at a machine. */
export const guestLanguage = (
  event: H3Event,
  desk: Desk,
  { session, state }: Awaited<ReturnType<typeof assistOfCode>>,
) => languageFor(event, desk, { id: session.guest, portal: state.portal })
