import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { freePort } from '../../cli/cluster.mjs'
import { conform } from '../../cli/conform'
import { carry } from '../../server/partner/outgoing'
import { makeCode } from '../../server/partner/pairing'
import { publishMaps, TAKES } from './twoDesks'
import { serveRoutes } from './routes'
import { setting } from './world'

// The conformance test of docs/PARTNER.md, run against our own desk and against a program that is none.

let served: Awaited<ReturnType<typeof serveRoutes>>
beforeAll(async () => {
  served = await serveRoutes('conform')
  setting('YARE_URL', served.url)
  setting('YARE_PRIVATE_CALLS', 'all')
}, 120_000)
afterAll(async () => {
  setting('YARE_URL')
  setting('YARE_PRIVATE_CALLS')
  await served.close()
})

/** What it says, while a worker carries what this desk tells. */
async function run(own: string): Promise<{ isAll: boolean; lines: string[] }> {
  const { code } = await makeCode(served.desk, 'ada-thorne')
  const lines: string[] = []
  const carries = setInterval(() => {
    void served.desk.db
      .selectFrom('partner')
      .select('id')
      .where('ended_at', 'is', null)
      .execute()
      .then((all) => Promise.all(all.map(({ id }) => carry(served.desk, id))))
  }, 200)
  try {
    const isAll = await conform([served.url, code.toLowerCase(), own], (line) => lines.push(line))
    return { isAll, lines }
  } finally {
    clearInterval(carries)
  }
}

describe('the conformance test for partners', () => {
  it('finds our own desk as it is to be, whether it takes tickets or not', async () => {
    // Where it is reached is the same both times, so that it is the same partner.
    const own = `http://127.0.0.1:${await freePort()}`
    const first = await run(own)
    expect(first.lines.filter((line) => line.startsWith('otherwise'))).toEqual([])
    expect(first.isAll).toBe(true)
    await publishMaps(served, {
      ...{ id: 'conformance', name: 'Conformance', sends: TAKES.sends },
      takes: { ...TAKES.takes, files: true },
    })
    const seen = () =>
      served.desk.db.selectFrom('partner_file').select('hash').whereRef('has', '=', 'size').execute()
    const second = await run(own)
    expect(second.lines.filter((line) => line.startsWith('otherwise'))).toEqual([])
    const { count } = await served.desk.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow()
    expect(Number(count)).toBe(1)
    expect((await seen()).length).toBe(1)
  }, 90_000)

  it('says what is otherwise at a program that says yes to everything', async () => {
    const server = createServer((_, response) => response.end(JSON.stringify({ answers: [] })))
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    const lines: string[] = []
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    expect(await conform([address, 'ABCD-EFGH-JKLM-NPQR-STUV'], (line) => lines.push(line), 100)).toBe(false)
    expect(lines).toContain('otherwise       a wrong code is refused (403): answered 200 {"answers":[]}')
    expect(lines.at(-1)).toMatch(/^\d\d of \d\d are otherwise$/)
    server.close()
    await expect(conform(['nowhere'], () => undefined)).rejects.toThrow('./yare conform ADDRESS CODE')
  }, 60_000)
})
