import { Desk } from '../commands/desk'
import { hearDirectory } from '../commands/people'
import { Together } from '../commands/together'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { MAPS } from '../partner/partners'
import { heartbeat, loadClock } from '../clock/deskClock'
import { connect } from '../db/connection'
import { listen } from '../db/listen'
import { log } from '../base/log'
import type { Caller } from '../base/caller'
import { callersOfTokens } from './session'
import { Stream, type Ended, type Presence } from './stream'

/** What the routes of this process share: the desk and the stream to the browsers. */
export interface Services {
  desk: Desk
  stream: Stream
  /** Who a bearer token stands for; scripts that ask at the same moment are looked up together. */
  callerOfToken(secret: string): Promise<Caller | undefined>
  close(): Promise<void>
}

let started: Services | undefined

/** Starts them on first use. */
export function services(): Services {
  started ??= start()
  return started
}

function start(): Services {
  const desk = new Desk(connect())
  const stream = new Stream()
  const reload = () =>
    loadClock(desk.db).catch((error: Error) =>
      log.warn({ error: error.message }, 'the clock could not be read'),
    )
  const stopListening = listen(desk.connection.pool, {
    yare_clock: () => void reload().then(() => stream.send({ kind: 'clock' })),
    yare_edition: () => {
      void desk.knowledge.editionChanged()
      stream.send({ kind: 'edition' })
    },
    yare_adoption: () => stream.send({ kind: 'adoption' }),
    yare_directory: (payload) => {
      hearDirectory(desk, payload)
      stream.send({ kind: 'directory' })
    },
    yare_partners: (what) => {
      if (what === MAPS) void desk.knowledge.renew(PARTNERS_CHANGED)
      stream.send({ kind: 'partners' })
    },
    // Without a version the draft is gone: published, or thrown away.
    yare_draft: (version) => stream.send({ kind: 'draft', version: version ? Number(version) : null }),
    yare_ended: (payload) => stream.end(JSON.parse(payload) as Ended),
    yare_here: (payload) => stream.send(JSON.parse(payload) as Presence),
    yare_tickets: (payload) => {
      const references = JSON.parse(payload) as number[]
      desk.touch(references)
      stream.send({ kind: 'tickets', references })
    },
    // After a lost connection anything may have changed meanwhile.
    reconnected: () => {
      desk.knowledge.forget('edition')
      desk.knowledge.forget('directory')
      desk.touch()
      void reload().then(() => stream.send({ kind: 'reconnected' }))
    },
  })
  const beat = setInterval(() => void heartbeat(desk.db).catch(() => undefined), 3000)
  const tokens = new Together<string, Caller | undefined>({ most: 50, atOnce: 2 }, async (secrets) =>
    (await callersOfTokens(desk.db, secrets)).map((value) => ({ value })),
  )
  return {
    desk,
    stream,
    callerOfToken: (secret) => tokens.add(secret),
    async close() {
      clearInterval(beat)
      await heartbeat(desk.db).catch(() => undefined)
      await stopListening()
      await desk.db.destroy()
    },
  }
}
