import { messageOf } from '../../core/error/messageOf'
import { defineNitroPlugin } from 'nitropack/runtime'
import { loadClock } from '../clock/deskClock'
import { log } from '../base/log'
import { readSettings } from '../base/settings'
import { services } from '../http/services'

// The clock is read before the first request; a database that is not there yet is waited for by the listener.
export default defineNitroPlugin((nitro) => {
  refuseWrongSettings()
  const { desk } = services()
  void loadClock(desk.db).catch((error: Error) =>
    log.warn({ error: error.message }, 'the clock could not be read'),
  )
  // The supervisor holds the other end of the channel; without it this part has no business to go on.
  process.once('disconnect', () => process.exit(0))
  nitro.hooks.hook('close', () => services().close())
})

/** A server that was set up wrongly says so and ends, before the first request comes. */
function refuseWrongSettings(): void {
  try {
    readSettings()
  } catch (error) {
    console.error(messageOf(error))
    process.exit(1)
  }
}
