import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { plainToInstance } from 'class-transformer'
import { text } from 'node:stream/consumers'
import { setTimeout } from 'node:timers/promises'
import type { Exchange } from '../../core/partner'
import type { Desk } from '../../server/commands/desk'
import { changeDraft, publishDraft } from '../../server/commands/draft'
import { draftPage } from '../../server/queries/draft'
import { hearFilePart, hearPartner } from '../../server/http/partnerCall'
import { PairingWordBody } from '../../server/http/partnerBodies'
import { HttpProblem, problemOf } from '../../server/http/problem'
import { answerPairing, type Here } from '../../server/partner/pairing'
import { makeWorld, setting } from './world'

/** What happens to a call on the line between two desks, to be set by tests. */
export interface Line {
  /** Nobody is reached. */
  isDown: boolean
  /** It is heard there, but its answer is lost. */
  losesAnswers: boolean
  /** So long each answer takes, in milliseconds. */
  takes?: number
  /** The calls that were heard. */
  calls: { path: string; headers: Record<string, string>; body: string }[]
}

/** A desk on a database of its own, of which partners reach what they may. */
export async function partnerDesk(name: string) {
  const world = await makeWorld(name)
  const line: Line = { isDown: false, losesAnswers: false, calls: [] }
  const here: Here = { desk: world.desk, address: '' }
  const answer = async (path: string, headers: Record<string, string>, body: string): Promise<object> => {
    if (path === '/api/partner/pair')
      return answerPairing(here, { ...plainToInstance(PairingWordBody, JSON.parse(body) as object) })
    if (path === '/api/partner/files') return hearFilePart(world.desk, headers, body)
    if (path === '/api/partner/events') return { answers: await hearPartner(world.desk, headers, body) }
    throw new HttpProblem(404, 'There is no such route.')
  }
  const server: Server = createServer((request, response) => {
    void (async () => {
      if (line.isDown) return request.socket.destroy()
      const headers = request.headers as Record<string, string>
      const call = { path: request.url ?? '', headers, body: await text(request) }
      line.calls.push(call)
      const said = await answer(call.path, headers, call.body).catch((error: unknown) => {
        const { problem } = problemOf(error)
        response.statusCode = problem.status
        return problem
      })
      if (line.takes) await setTimeout(line.takes)
      if (line.losesAnswers) return request.socket.destroy()
      response.setHeader('content-type', 'application/json').end(JSON.stringify(said))
    })()
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  here.address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  return {
    ...{ ...world, here, line },
    async close() {
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
      await world.close()
    },
  }
}
export type PartnerDesk = Awaited<ReturnType<typeof partnerDesk>>

/** Two desks that can call each other. */
export async function twoDesks(name: string): Promise<[PartnerDesk, PartnerDesk]> {
  const [a, b] = [await partnerDesk(`${name}_a`), await partnerDesk(`${name}_b`)]
  setting('YARE_PRIVATE_CALLS', [a, b].map(({ here }) => new URL(here.address).host).join(' '))
  return [a, b]
}

const LEAD = 'olin-brandt'

const STATES = (names: Record<string, string>) =>
  Object.entries(names).map(([ours, sent]) => ({ ours, sent, name: sent }))

/** What the desk that asks says and takes in. */
export const ASKS: Omit<Exchange, 'id' | 'name'> = {
  sends: {
    replies: true,
    fields: [
      { id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } },
      {
        ...{ id: 'state', name: 'State', type: 'choice', from: { fact: 'status' } },
        values: STATES({ logged: 'open', 'in-hand': 'busy' }),
      },
    ],
  },
  takes: {
    replies: true,
    fields: [
      {
        ...{ from: 'stage', to: 'status' },
        values: [
          { theirs: 'working', ours: 'in-hand' },
          { theirs: 'stuck', ours: 'ask-supplier' },
        ],
      },
      { from: 'weight', to: 'priority', values: [{ theirs: 'heavy', ours: 'p1' }] },
    ],
  },
}
/** What the one that is asked says and takes in. */
export const TAKES: Omit<Exchange, 'id' | 'name'> = {
  sends: {
    replies: true,
    fields: [
      {
        ...{ id: 'stage', name: 'Stage', type: 'choice', from: { fact: 'status' } },
        values: STATES({ 'in-hand': 'working', 'ask-requester': 'stuck' }),
      },
      {
        ...{ id: 'weight', name: 'Weight', type: 'choice', from: { fact: 'priority' } },
        values: STATES({ p1: 'heavy', p4: 'light' }),
      },
    ],
  },
  takes: {
    replies: true,
    begins: {
      table: { id: 'begins', name: 'What begins', columns: ['theirs.state'], outcomes: ['item'], rows: [] },
      ...{ otherwise: 'gate-scanner', requester: 'ines-varga' },
    },
    fields: [
      { from: 'title', to: 'summary' },
      {
        ...{ from: 'state', to: 'status' },
        values: [{ theirs: 'busy', ours: 'in-hand' }],
      },
    ],
  },
}

/** Publishes what is exchanged with a partner. */
export async function publishMaps({ desk }: { desk: Desk }, exchange: Exchange) {
  const { design } = await draftPage(desk)
  const before = design.exchanges.find((one) => one.id === exchange.id) ?? null
  await changeDraft(desk, { list: 'exchanges', id: exchange.id, before, after: exchange }, LEAD)
  const { version } = await draftPage(desk)
  await publishDraft(desk, { version, note: 'Partners', openTickets: 'keep' }, LEAD)
}
