import type { Desk } from '../commands/desk'
import { indexSome } from '../commands/searchWords'
import { log } from '../base/log'

const POLL = 500

/**
 * Keeps what is searched up to date until it is stopped. Any number of workers may do this at once.
 * @returns a function that stops it and waits for what is being written
 */
export function watchSearch(desk: Desk): () => Promise<void> {
  let stopped = false
  const turn = async () => {
    while (!stopped) {
      const taken = await indexSome(desk.db, desk.knowledge).catch((error: Error) => {
        log.warn({ error: error.message }, 'what is searched could not be brought up to date; trying again')
        return 0
      })
      if (taken === 0) await new Promise((done) => setTimeout(done, POLL))
    }
  }
  const running = turn()
  return async () => {
    stopped = true
    await running
  }
}
