// The thread in which files and mails are read: bundled by itself, started and ended by parse.ts.
import { parentPort } from 'node:worker_threads'
import { PARSERS, type ParserName } from './parsers'

export interface Asked {
  name: ParserName
  input: unknown
}

/** What became of it; a refusal is told from a fault by its name. */
export type Answer = { value: unknown } | { error: { name: string; message: string; fields?: unknown } }

/** Said once everything is loaded that reads: only from then on the time of what is read counts. */
export const READY = 'ready'

if (!parentPort) throw new Error('This reads for the server; it is no program of its own.')
const asker = parentPort
asker.on('message', ({ name, input }: Asked) => {
  const parse = PARSERS[name] as (input: unknown) => unknown
  Promise.resolve()
    .then(() => parse(input))
    .then(
      (value): Answer => ({ value }),
      (error: Error & { fields?: unknown }): Answer => ({
        error: { name: error.name, message: error.message, fields: error.fields },
      }),
    )
    .then((answer) => asker.postMessage(answer))
    // What cannot be handed over, such as what is nested too deep, is a refusal too.
    .catch(() => asker.postMessage({ error: { name: 'FileRefused', message: 'This cannot be read.' } }))
})
asker.postMessage(READY)
