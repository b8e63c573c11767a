import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { channelTerms, STANDIN_CHANNELS, type StandinChannel } from '../../core/notification'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { makeAccount } from './accounts'
import { takeAssist } from './machine'
import { behaviours, keepMessage, type Behaviour, type ReceivedMessage } from './messageStore'

export interface Gateway {
  port: number
  stop(): Promise<void>
}

/** How long a slow gateway takes: longer than anybody waits for it. */
const SLOW = 12_000
const REPORT_AFTER = 300
const MOST = 256 * 1024

/** What a gateway is told of a message. */
interface Order {
  id: string
  to: string
  text: string
  acknowledge?: string
  report?: string
}

/**
 * Starts the stand-ins of chat room, text messages, pagers and another system: an HTTP server on loopback that keeps
 * what it gets in the database, and can be told to be slow, fail, refuse, or say that its person has it.
 */
export async function startGateway(db: Database, port: number): Promise<Gateway> {
  const server = createServer((request, response) => {
    take(db, request, response).catch((error: Error) => {
      if (!response.headersSent) response.writeHead(500)
      response.end(error.message)
    })
  })
  await new Promise<void>((ready, fail) => {
    server.once('error', fail)
    server.listen(port, '127.0.0.1', ready)
  })
  return {
    port: (server.address() as AddressInfo).port,
    async stop() {
      server.closeAllConnections()
      await new Promise<void>((done) => server.close(() => done()))
    },
  }
}

async function take(db: Database, request: IncomingMessage, response: ServerResponse): Promise<void> {
  const path = new URL(request.url ?? '/', 'http://localhost').pathname.slice(1)
  const channel = (path === 'accounts' ? 'call' : path) as StandinChannel
  const body = await read(request)
  if (request.method === 'POST' && path === 'assist' && body !== undefined) {
    const { status, answer } = await takeAssist(db, request.headers, body)
    response.writeHead(status, { 'content-type': 'application/json' })
    return void response.end(JSON.stringify(answer))
  }
  if (request.method !== 'POST' || !STANDIN_CHANNELS.includes(channel) || body === undefined) {
    response.writeHead(404)
    return void response.end('there is no such stand-in')
  }
  const behaviour = (await behaviours(db))[channel]
  // Whoever waits is let go once the stand-in stops.
  if (behaviour === 'never') return
  if (behaviour === 'slow') await new Promise((done) => setTimeout(done, SLOW))
  if (channel === 'call') return takeCall(db, { request, response, body, behaviour, path })
  await keepMessage(db, {
    ...orderedOf(channel, body),
    ...{ outcome: OUTCOMES[behaviour], received_at: deskNow() },
  })
  const [status, said] = ANSWERS[behaviour]
  // A chat room has a message as soon as it takes it; the others report later.
  response.writeHead(status === 202 && channelTerms(channel)?.arrivesAtOnce ? 200 : status)
  response.end(said)
  if (status === 202) reportLater(body, behaviour)
}

interface Called {
  request: IncomingMessage
  response: ServerResponse
  body: string
  behaviour: Behaviour
  path: string
}

/** Another system is called; the account service does what it is asked for, and says what it has done. */
async function takeCall(db: Database, { request, response, body, behaviour, path }: Called): Promise<void> {
  const recipient = path === 'accounts' ? 'the account service' : 'another system'
  const outcome = OUTCOMES[behaviour]
  await keepMessage(db, { ...calledOf(request, body, recipient), outcome, received_at: deskNow() })
  if (behaviour === 'page') return page(response)
  const [status, said] = ANSWERS[behaviour]
  if (path === 'accounts' && status === 202) return makeAccount(db, request, body, response)
  response.writeHead(status === 202 ? 200 : status)
  response.end(said)
}

const OUTCOMES: Record<Behaviour, string> = {
  takes: 'taken',
  slow: 'taken, but too late',
  fails: 'in trouble',
  refuses: 'refused',
  acknowledges: 'taken and acknowledged',
  page: 'answered with a page',
  never: 'never answered',
}
const ANSWERS: Record<Behaviour, [number, string]> = {
  takes: [202, 'taken'],
  slow: [202, 'taken'],
  fails: [503, 'in trouble, try again later'],
  refuses: [422, 'nobody can be reached here'],
  acknowledges: [202, 'taken'],
  page: [200, ''],
  never: [202, ''],
}

/** What stands between two systems may answer in place of the one that was asked. */
function page(response: ServerResponse): void {
  response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
  response.end('<!doctype html><title>Please sign in</title><p>Please sign in to go on.</p>')
}

function orderedOf(channel: StandinChannel, body: string): Omit<ReceivedMessage, 'outcome' | 'received_at'> {
  const { id, to, text, acknowledge } = JSON.parse(body) as Order
  return { channel, key: id, recipient: to, text, link: acknowledge ?? null }
}

function calledOf(
  { headers }: IncomingMessage,
  body: string,
  recipient: string,
): Omit<ReceivedMessage, 'outcome' | 'received_at'> {
  const signed = Object.fromEntries(
    ['webhook-id', 'webhook-timestamp', 'webhook-signature', 'idempotency-key']
      .filter((name) => name !== 'idempotency-key' || headers[name])
      .map((name) => [name, String(headers[name] ?? '')]),
  )
  const key = signed['webhook-id'] || 'unsigned'
  return { channel: 'call', key, recipient, text: body, link: null, headers: signed }
}

/** What became of it, said to the address that came with it. */
function reportLater(body: string, behaviour: Behaviour): void {
  const { report } = JSON.parse(body) as Order
  if (!report) return
  const state = behaviour === 'acknowledges' ? 'acknowledged' : 'delivered'
  setTimeout(() => {
    void fetch(report, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ state }),
    }).catch(() => undefined)
  }, REPORT_AFTER)
}

async function read(request: IncomingMessage): Promise<string | undefined> {
  let text = ''
  for await (const part of request) {
    text += String(part)
    if (text.length > MOST) return undefined
  }
  return text
}
