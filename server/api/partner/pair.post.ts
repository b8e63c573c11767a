import { Refused } from '../../../core/ticket'
import { deskAddress } from '../../base/links'
import { countGuess, refuseGuesses } from '../../http/guesses'
import { PairingWordBody } from '../../http/partnerBodies'
import { defineRoute } from '../../http/route'
import { answerPairing } from '../../partner/pairing'

const GUESS = 'a code of pairing'

export default defineRoute(
  {
    who: 'anyone',
    summary: 'Another desk pairs by a code that was made here (docs/PARTNER.md)',
    body: PairingWordBody,
  },
  async ({ event, desk, body }) => {
    await refuseGuesses(event, desk.db, GUESS)
    try {
      return await answerPairing({ desk, address: deskAddress() }, { ...body })
    } catch (error) {
      if (error instanceof Refused && error.reason === 'forbidden') await countGuess(event, desk.db, GUESS)
      throw error
    }
  },
)
