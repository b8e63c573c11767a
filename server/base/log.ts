import pino from 'pino'

/** Structured logs, one JSON object a line; `LOG_LEVEL=silent` switches them off. */
export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { part: process.env.YARE_PART ?? 'server' },
})
