import { createHash } from 'node:crypto'
import { SMTPServer } from 'smtp-server'
import { FILE_LIMIT } from '../../core/intake'
import { Refused } from '../../core/ticket'
import { deskNow, loadClock } from '../clock/deskClock'
import { connect } from '../db/connection'
import { listen } from '../db/listen'
import { keepable } from '../base/keepable'
import { parseApart } from '../parsing/parse'
import { startGateway } from './gateway'
import { keepMail, mailFaults } from './mailStore'

export interface Mailbox {
  port: number
  /** Where chat, text messages, pagers and another system are reached. */
  gateway: number
  stop(): Promise<void>
}

/**
 * Starts the stand-ins of the outside world: the mailbox, a real SMTP server on loopback that keeps what it gets in
 * the database, and beside it the gateway of all other channels.
 */
export async function startMailbox(port: number, gatewayPort = 0): Promise<Mailbox> {
  const { db, pool } = connect(undefined, 4)
  await loadClock(db)
  const reload = () => void loadClock(db).catch(() => undefined)
  const stopListening = listen(pool, { yare_clock: reload, reconnected: reload })
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    // A mail with the largest file that is taken, as mail writes it.
    size: 1.5 * FILE_LIMIT,
    onMailFrom: (_, __, done) => {
      mailFaults(db).then(
        ({ refuse }) => done(refuse ? temporary('The mailbox stand-in refuses mail just now') : null),
        () => done(temporary('The mailbox stand-in cannot reach its store')),
      )
    },
    onData: (stream, session, done) => {
      const recipients = session.envelope.rcptTo.map((one) => one.address)
      receive(stream, recipients).then(
        () => done(null),
        (error: Error) => done(temporary(error.message)),
      )
    },
  })
  const receive = async (stream: NodeJS.ReadableStream, recipients: string[]) => {
    const chunks: Buffer[] = []
    for await (const chunk of stream) chunks.push(chunk as Buffer)
    const raw = Buffer.concat(chunks)
    // One that cannot be read is kept all the same: the desk says so then.
    const mail = await parseApart('mail', raw).catch((error: unknown) => {
      if (error instanceof Refused) return undefined
      throw error
    })
    const own = `<${createHash('sha256').update(raw).digest('hex')}@standin.localhost>`
    for (const recipient of recipients)
      await keepMail(db, {
        received_at: deskNow(),
        message_id: mail?.messageId ?? own,
        sender: mail?.from ?? '',
        recipient: keepable(recipient.toLowerCase()),
        subject: mail?.subject ?? '(cannot be read)',
        text: mail?.text ?? '',
        raw,
      })
  }
  server.on('error', () => undefined)
  await new Promise<void>((ready, fail) => {
    server.server.once('error', fail)
    server.listen(port, '127.0.0.1', ready)
  })
  const gateway = await startGateway(db, gatewayPort)
  return {
    gateway: gateway.port,
    port: (server.server.address() as { port: number }).port,
    async stop() {
      await new Promise<void>((done) => server.close(done))
      await gateway.stop()
      await stopListening()
      await db.destroy()
    },
  }
}

function temporary(message: string): Error {
  return Object.assign(new Error(message), { responseCode: 451 })
}
