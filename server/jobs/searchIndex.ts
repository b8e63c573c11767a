import type { Desk } from '../commands/desk'
import { deskNow } from '../clock/deskClock'
import { compareNew } from '../commands/likeNew'
import { countTerms } from '../commands/countTerms'
import { indexSome } from '../commands/searchWords'
import { log } from '../base/log'

const POLL = 500
/** How rare words are changes slowly. */
const COUNT_EVERY = 60_000

/**
 * Keeps what is searched up to date until it is stopped. Any number of workers may do this at once.
 * @returns a function that stops it and waits for what is being written
 */
export function watchSearch(desk: Desk): () => Promise<void> {
  let stopped = false
  let countNext = 0
  const turn = async () => {
    while (!stopped) {
      const taken = await indexSome(desk.db, desk.knowledge).catch((error: Error) => {
        log.warn({ error: error.message }, 'what is searched could not be brought up to date; trying again')
        return 0
      })
      await compareNew(desk).catch((error: Error) => {
        log.warn({ error: error.message }, 'new tickets could not be compared; trying again')
      })
      if (taken === 0 && performance.now() >= countNext) {
        countNext = performance.now() + COUNT_EVERY
        await countTerms(desk.db, deskNow()).catch((error: Error) => {
          log.warn({ error: error.message }, 'the words of tickets could not be counted; trying again later')
        })
      }
      if (taken === 0) await new Promise((done) => setTimeout(done, POLL))
    }
  }
  const running = turn()
  return async () => {
    stopped = true
    await running
  }
}
