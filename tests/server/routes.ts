/// <reference types="vite/client" />
import 'reflect-metadata'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createApp, createRouter, toNodeListener, type RouterMethod } from 'h3'
import { expect, vi } from 'vitest'
import { misfits, record } from './recorded'
import { describeApi } from '../../server/http/openapi'
import { operationOf } from '../../server/http/operation'
import type { Route } from '../../server/http/route'
import { services } from '../../server/http/services'
import { makeToken } from '../../server/http/session'
import { makeWorld, setting } from './world'

const files = import.meta.glob<{ default: Route }>('../../server/api/**/*.ts', { eager: true })

/** Every route with the file that it stands in, as the build gathers them. */
export const ROUTES = Object.entries(files).map(([file, { default: route }]): [string, Route] => [
  file.replace('../../server/api/', ''),
  route,
])

// The description of the API asks for them by the name that the build gives them.
export default ROUTES

/** Names of routes by path and method. */
const NAMES = new Map<string, Record<string, string>>()

/** All routes behind a real HTTP server in this process, on a database of their own. */
export async function serveRoutes(name: string, tickets = 0) {
  const world = await makeWorld(name, tickets)
  setting('DATABASE_URL', world.url)
  const router = createRouter()
  for (const [file, route] of ROUTES) {
    const operation = operationOf(file)
    if (!operation) continue
    const path = operation.path.replace(/\{(\w+)\}/g, ':$1')
    NAMES.set(path, { ...NAMES.get(path), [operation.method.toUpperCase()]: operation.name })
    router.add(path, route, operation.method as RouterMethod)
  }
  const app = createApp({
    onBeforeResponse(event, { body }) {
      const name = NAMES.get(event.context.matchedRoute?.path ?? '')?.[event.method]
      if (name && event.node.res.statusCode < 300) record(name, body)
    },
  }).use(router)
  const server: Server = createServer(toNodeListener(app))
  // What runs us in real use looks at the wire of each request that has ended; one that is gone is a fault.
  let wiresLost = 0
  server.on('request', (request, response) =>
    response.on('finish', () => {
      if (!(request.socket as unknown)) wiresLost++
    }),
  )
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const token = async (person: string) => {
    const { people } = await world.desk.knowledge.directory()
    return (await makeToken(world.db, people.get(person)!.mail))!
  }
  /** Asks an address by GET, or by POST where there is something to say, as whoever has the token. */
  async function ask<T>(path: string, { as, body }: { as?: string; body?: unknown } = {}) {
    const response = await fetch(url + path, {
      method: body === undefined ? 'GET' : 'POST',
      headers: {
        ...(as && { authorization: `Bearer ${as}` }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
    return { status: response.status, answer: (await response.json()) as T }
  }
  /** Resolves once the routes follow an edition: what another process published is heard of a moment later. */
  const heard = (edition: number) =>
    vi.waitFor(async () =>
      expect((await services().desk.knowledge.currentEdition()).edition).toBeGreaterThanOrEqual(edition),
    )
  return {
    ...world,
    heard,
    url,
    ask,
    api: describeApi(ROUTES),
    token,
    wiresLost: () => wiresLost,
    async close() {
      expect([...misfits.values()]).toEqual([])
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
      await services().close()
      await world.close()
    },
  }
}
