import pino from 'pino'
import { Settings, settings } from './settings'

/** What is set wrongly is told where each part begins; what is written down until then is not lost. */
function known(): Settings {
  try {
    return settings()
  } catch {
    return new Settings()
  }
}

const { LOG_LEVEL: level, YARE_PART: part } = known()

/** Structured logs, one JSON object a line; `LOG_LEVEL=silent` switches them off. */
export const log = pino({ level, base: { part } })
