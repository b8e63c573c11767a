import { sql } from 'kysely'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Exchange, SentValue } from '../../core/partner'
import { audit } from '../../server/queries/audit'
import { ticketState } from '../../server/queries/ticketState'
import { carry } from '../../server/partner/outgoing'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { runs } from '../runs'
import { publishMaps, twoDesks, type PartnerDesk } from './twoDesks'
import { SCANNER, setting, TORA } from './world'

// Random lives of tickets at two desks, each with its server and its database, while the line breaks, answers are lost,
// calls are made again, and every connection of a database is cut in the middle of something.

const PRIORITIES = ['p1', 'p2', 'p3', 'p4', 'p5']
const AS_IT_IS: SentValue[] = PRIORITIES.map((one) => ({ ours: one, sent: one, name: one }))

/** What both say and take in, alike: the later change stays. */
const maps = (begins?: Exchange['takes']['begins']): Omit<Exchange, 'id' | 'name'> => ({
  sends: {
    replies: true,
    fields: [
      { id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } },
      {
        ...{ id: 'weight', name: 'Weight', type: 'choice', from: { fact: 'priority' } },
        values: AS_IT_IS,
      },
    ],
  },
  takes: {
    replies: true,
    ...(begins && { begins }),
    fields: [
      { from: 'title', to: 'summary' },
      {
        ...{ from: 'weight', to: 'priority' },
        values: PRIORITIES.map((one) => ({ theirs: one, ours: one })),
      },
    ],
  },
})

type Side = 'a' | 'b'
type Step =
  | { do: 'reply' | 'retitle' | 'carry' | 'again'; at: Side }
  | { do: 'cut'; at: Side; of: Side }
  | { do: 'resort'; at: Side; to: string }
  | { do: 'line'; at: Side; is: 'down' | 'up' | 'losing' }

const side = fc.constantFrom<Side>('a', 'b')
const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({ do: fc.constantFrom('reply' as const, 'retitle' as const), at: side }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('resort' as const),
      at: side,
      to: fc.constantFrom(...PRIORITIES),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      ...{ do: fc.constant('line' as const), at: side },
      is: fc.constantFrom('down' as const, 'up' as const, 'losing' as const),
    }),
  },
  { weight: 5, arbitrary: fc.record({ do: fc.constant('carry' as const), at: side }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('again' as const), at: side }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('cut' as const), at: side, of: side }) },
)

let desks: Record<Side, PartnerDesk>
const ids: Record<Side, string> = { a: '', b: '' }
const nameOf = async ({ db }: PartnerDesk) =>
  (await db.selectFrom('partner').select('id').executeTakeFirstOrThrow()).id

beforeAll(async () => {
  const [a, b] = await twoDesks('histories')
  desks = { a, b }
  const { code } = await makeCode(a.desk, 'ada-thorne')
  await pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
  ids.a = await nameOf(a)
  ids.b = await nameOf(b)
  const table = { ...{ id: 'begins', name: 'Begins', columns: [], outcomes: ['item'] }, rows: [] }
  await publishMaps(a, { id: ids.a, name: 'Varnes', ...maps() })
  await publishMaps(b, {
    ...{ id: ids.b, name: 'Commons' },
    ...maps({ table, otherwise: 'gate-scanner', requester: 'ines-varga' }),
  })
}, 120_000)
afterAll(async () => {
  setting('YARE_PRIVATE_CALLS')
  await desks.a.close()
  await desks.b.close()
})

const LINES = { down: { isDown: true }, losing: { isDown: false, losesAnswers: true } }
const mend = { isDown: false, losesAnswers: false }

/** Carries what was said just now, and has every connection to a database cut while it does. */
async function cut(at: Side, of: Side): Promise<void> {
  const { db } = desks[of]
  const carrying = carry(desks[at].desk, ids[at]).catch(() => undefined)
  await sql`select pg_terminate_backend(pid) from pg_stat_activity
    where datname = current_database() and pid <> pg_backend_pid()`
    .execute(db)
    .catch(() => undefined)
  await carrying
  // What is dead of the pool is found and thrown away.
  for (let tries = 0; tries < 20; tries++) {
    const all = await Promise.allSettled(Array.from({ length: 10 }, () => sql`select 1`.execute(db)))
    if (all.every((one) => one.status === 'fulfilled')) return
  }
}

/** Makes the last call to a desk once more, as a line does that loses what was heard. */
async function again(at: Side): Promise<void> {
  const { line, here } = desks[at]
  const call = line.calls.findLast(({ path }) => path === '/api/partner/events')
  if (!call || line.isDown) return
  const { 'content-length': _, connection: __, host: ___, ...headers } = call.headers
  await fetch(`${here.address}${call.path}`, { method: 'POST', headers, body: call.body }).catch(
    () => undefined,
  )
}

const waiting = async ({ db }: PartnerDesk) =>
  Number(
    (
      await db
        .selectFrom('partner_outbox')
        .select((e) => e.fn.countAll<number>().as('count'))
        .where('gone_at', 'is', null)
        .executeTakeFirstOrThrow()
    ).count,
  )

/** Carries all that waits on both sides, until nothing does. */
async function settle(): Promise<void> {
  for (const one of Object.values(desks)) Object.assign(one.line, mend)
  for (let round = 0; round < 20; round++) {
    for (const at of ['a', 'b'] as const) await carry(desks[at].desk, ids[at])
    if (!(await waiting(desks.a)) && !(await waiting(desks.b))) return
  }
  throw new Error('what waits never goes')
}

/** What was said on a ticket by people there, or by the other desk, in its order. */
async function said(at: Side, reference: number, by: 'here' | 'there'): Promise<string[]> {
  const { rows } = await sql<{ text: string }>`select body->>'text' as text from entry
    where reference = ${reference} and kind in ('replied', 'answered')
      and (actor like 'called:partner:%') = ${by === 'there'} order by sequence`.execute(desks[at].db)
  return rows.map(({ text }) => text)
}

let count = 0

async function live(steps: readonly Step[]): Promise<void> {
  for (const one of Object.values(desks)) Object.assign(one.line, mend)
  const { state } = await desks.a.desk.log(
    { ...SCANNER, summary: `History ${++count}` },
    { person: 'ines-varga' },
  )
  const here = state.reference
  await desks.a.desk.run(here, { kind: 'askPartner', partner: ids.a }, TORA)
  await settle()
  const there = (await ticketState(desks.a.desk, here)).counterparts![0]!.reference!
  const references = { a: here, b: there }
  for (const one of steps) {
    const { desk, line } = desks[one.at]
    const run = (command: Parameters<typeof desk.run>[1]) => desk.run(references[one.at], command, TORA)
    if (one.do === 'reply') await run({ kind: 'reply', text: `Said ${++count}` })
    else if (one.do === 'retitle') await run({ kind: 'retitle', summary: `Title ${++count}` })
    else if (one.do === 'resort') await run({ kind: 'resort', field: 'priority', value: one.to })
    else if (one.do === 'line') Object.assign(line, mend, one.is === 'up' ? {} : LINES[one.is])
    else if (one.do === 'carry') await carry(desk, ids[one.at])
    else if (one.do === 'cut') {
      await run({ kind: 'reply', text: `Said ${++count}` })
      await cut(one.at, one.of)
    } else await again(one.at)
  }
  await settle()
  const [ours, theirs] = await Promise.all([
    ticketState(desks.a.desk, here),
    ticketState(desks.b.desk, there),
  ])
  expect([theirs.summary, theirs.priority]).toEqual([ours.summary, ours.priority])
  // Everything that was said is on the other side, once, in its order.
  expect(await said('b', there, 'there')).toEqual(await said('a', here, 'here'))
  expect(await said('a', here, 'there')).toEqual(await said('b', there, 'here'))
  const begun = await desks.b.db
    .selectFrom('partner_ticket')
    .select('reference')
    .where('link', '=', ours.counterparts![0]!.link)
    .execute()
  expect(begun).toEqual([{ reference: there }])
}

describe('two desks that change a ticket while everything between them breaks', () => {
  it('agree in the end by their maps, and nothing is lost or doubled', async () => {
    await fc.assert(fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 16 }), live), runs(50))
    for (const { db } of Object.values(desks)) expect((await audit(db)).differences).toEqual([])
  }, 240_000)
})
