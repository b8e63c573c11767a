import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { MIGRATIONS } from '../../server/db/migrations'
import { migrate } from '../../server/db/migrate'
import { rebuildRows, rebuildRowsBehind } from '../../server/commands/rebuildRows'
import { repair } from '../../server/commands/repair'
import { audit } from '../../server/queries/audit'
import { decidedPage } from '../../server/queries/decided'
import { editionPage } from '../../server/queries/design'
import { ticketPage } from '../../server/queries/tickets'
import { INES, makeWorld, SCANNER, TORA } from './world'

// What is kept for good: entries of other releases, rows that no longer agree with them, editions of other versions.
let world: Awaited<ReturnType<typeof makeWorld>>
let reference: number
beforeAll(async () => {
  world = await makeWorld('kept', 30)
  const { state } = await world.desk.log(SCANNER, INES)
  reference = state.reference
  await world.desk.run(reference, { kind: 'note', text: 'Looked at it' }, TORA)
})
afterAll(() => world.close())
const caller = { id: TORA.person, role: 'technician' as const, teams: [] }

describe('rows that disagree with the entries', () => {
  const breaks: [string, () => Promise<unknown>][] = [
    [
      'a column',
      () =>
        sql`update ticket set summary = 'x', queue = 'y' where reference = ${reference}`.execute(world.db),
    ],
    [
      'the state',
      () =>
        sql`update ticket set state = state || '{"status": "z"}' where reference = ${reference}`.execute(
          world.db,
        ),
    ],
    ['a clock that is gone', () => sql`delete from clock where reference = ${reference}`.execute(world.db)],
    [
      'a clock that never was',
      () =>
        sql`insert into clock select (jsonb_populate_record(clock, '{"target": "x"}')).* from clock where reference = ${reference} limit 1`.execute(
          world.db,
        ),
    ],
    [
      'alarms',
      () => sql`update ticket set alarm_at = alarm_at + 1 where reference = ${reference}`.execute(world.db),
    ],
    [
      'a fixed time',
      () =>
        sql`insert into booking (reference, id, person, starts, ends, what, state) values (${reference}, 999, 'x', 0, 1, '', 'planned')`.execute(
          world.db,
        ),
    ],
    [
      'time that nobody worked',
      () => sql`insert into time_record values (${reference}, 999, 'x', 0, 1, 1, '')`.execute(world.db),
    ],
  ]
  it.each(breaks)('are found and mended: %s', async (_, spoil) => {
    await spoil()
    const { differences } = await audit(world.db)
    expect(new Set(differences.map((one) => one.reference))).toEqual(new Set([reference]))
    expect(await repair(world.db, [reference])).toEqual([])
    expect((await audit(world.db)).differences).toEqual([])
  })
})

describe('an outbox of an older release', () => {
  const name = '0018 the outbox follows from the record'

  it('gets back what the record knows of it; what waited without an entry has a job again', async () => {
    const keys = await world.db
      .selectFrom('outbox')
      .select('key')
      .where('state', '=', 'queued')
      .where('reference', '=', reference)
      .execute()
    const [gathered, digested] = keys.map((one) => one.key)
    expect(digested).toBeDefined()
    await sql`alter table outbox alter column why type text using 'many at once: they come together'`.execute(
      world.db,
    )
    await sql`drop table digest`.execute(world.db)
    await sql`update outbox set state = 'gathered' where key = ${gathered}`.execute(world.db)
    await sql`update outbox set state = 'gathered', detail = 'in the mail digest-begun' where key = ${digested}`.execute(
      world.db,
    )
    await sql`delete from graphile_worker._private_jobs`.execute(world.db)
    await sql`delete from migration where name = ${name}`.execute(world.db)

    expect(await migrate(world.desk.connection.pool)).toEqual([name])
    expect(await world.db.selectFrom('digest').select(['id', 'keys', 'ended_at']).execute()).toEqual([
      { id: 'begun', keys: [digested], ended_at: null },
    ])
    expect(await rebuildRowsBehind(world.db)).toBeGreaterThan(0)
    expect((await audit(world.db)).differences).toEqual([])
    const { rows } = await sql<{
      key: string
    }>`select payload->>'key' as key from graphile_worker._private_jobs`.execute(world.db)
    expect(rows.map((one) => one.key)).toEqual(expect.arrayContaining([gathered, digested]))
  })
})

describe('the alarms of a ticket, each with a row until now', () => {
  it('give way to the moment of the first, which stands with the ticket', async () => {
    const { name } = MIGRATIONS.find((one) => one.name.startsWith('0019'))!
    const alarms = () =>
      world.db.selectFrom('ticket').select(['reference', 'alarm_at']).orderBy('reference').execute()
    const before = await alarms()
    await sql`create table alarm (reference bigint, key text, at bigint, primary key (reference, key))`.execute(
      world.db,
    )
    await sql`insert into alarm select reference, key, alarm_at + later from ticket,
      (values ('second', 5), ('first', 0)) as all_of_it (key, later) where alarm_at is not null`.execute(
      world.db,
    )
    await sql`create index clock_running on clock (due_at)`.execute(world.db)
    await sql`alter table ticket drop column alarm_at`.execute(world.db)
    await sql`delete from migration where name = ${name}`.execute(world.db)
    expect(await migrate(world.desk.connection.pool)).toEqual([name])
    expect(before.some((one) => one.alarm_at !== null)).toBe(true)
    expect(await alarms()).toEqual(before)
  })
})

describe('a state that holds why it is as it is', () => {
  it('is kept in two columns from then on, and nothing of it is lost', async () => {
    const { name } = MIGRATIONS.find((one) => one.name.startsWith('0020'))!
    const states = () =>
      world.db.selectFrom('ticket').select(['reference', 'state', 'because']).orderBy('reference').execute()
    const before = await states()
    await sql`update ticket set state = state || jsonb_build_object('because', because)`.execute(world.db)
    await sql`alter table ticket drop column because`.execute(world.db)
    await sql`delete from migration where name = ${name}`.execute(world.db)
    expect(await migrate(world.desk.connection.pool)).toEqual([name])
    expect(Object.keys(before[0]!.because!)).toContain('priority')
    expect(await states()).toEqual(before)
  })

  it('is written where it changes only, and stays as it is otherwise', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const kept = async () =>
      (
        await sql<{ at: string; because: object }>`select because, ctid::text as at from ticket
          where reference = ${state.reference}`.execute(world.db)
      ).rows[0]!
    const first = await kept()
    await world.desk.run(state.reference, { kind: 'note', text: 'Looked' }, TORA)
    const noted = await kept()
    expect(noted.at).not.toBe(first.at)
    expect(noted.because).toEqual(first.because)
    const sorted = await world.desk.run(
      state.reference,
      { kind: 'resort', field: 'priority', value: 'p3' },
      TORA,
    )
    expect((await kept()).because).toEqual(sorted.because)
    expect(sorted.because.priority).not.toEqual(state.because.priority)
    expect(sorted.because.category).toEqual(state.because.category)
  })
})

describe('an entry of a newer release', () => {
  const newer = (version: number) =>
    sql`update entry set version = ${version} where reference = ${reference} and kind = 'noted'`.execute(
      world.db,
    )

  it('leaves the ticket to be read, says so there and in the audit, and is not repaired away', async () => {
    await newer(99)
    const page = (await ticketPage(world.desk, reference, caller))!
    const words =
      /^Entry \d+ \(“noted”, version 99\) was written by a newer release, which can read it; nothing is lost\.$/
    expect(page.unread).toEqual([expect.stringMatching(words)])
    expect(page.entries.map((one) => one.kind)).toContain('logged')
    const { differences } = await audit(world.db)
    expect(differences).toEqual([
      expect.objectContaining({ reference, what: 'record', rebuilt: expect.stringMatching(words) as string }),
    ])
    expect(await repair(world.db, [reference])).toEqual([
      { reference, why: expect.stringMatching(words) as string },
    ])
    expect(await rebuildRows(world.db)).toBeGreaterThan(10)
    await newer(1)
    expect((await audit(world.db)).differences).toEqual([])
  })
})

describe('a reason of an older release', () => {
  it('is the sentence that was kept then, and its rule counts; rows and record agree', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const old = { text: 'Row 2 of “Where it goes” decided: so it was.', article: 'triage/where-it-goes#old' }
    await sql`update entry set version = 1, body = (select jsonb_build_object('values', jsonb_object_agg(
        field, jsonb_build_object('value', one->'value', 'because', ${JSON.stringify(old)}::jsonb)))
      from jsonb_each(body->'values') as parts(field, one))
      where reference = ${state.reference} and kind = 'sorted'`.execute(world.db)
    await rebuildRows(world.db)
    expect((await audit(world.db)).differences).toEqual([])
    const page = (await ticketPage(world.desk, state.reference, caller))!
    expect(page.because.queue).toEqual(old)
    const { rules } = await decidedPage(world.desk)
    expect(rules['triage/where-it-goes#old']).toBe(1)
  })
})

describe('editions', () => {
  it('of an earlier version are read as today’s, and stay as they were published', async () => {
    const { document } = await world.db.selectFrom('edition').select('document').executeTakeFirstOrThrow()
    const { moves: _, layouts: __, fields, ...old } = document
    // What gates ask stood at the gates.
    const kinds = old.kinds.map(({ fields: ___, ...kind }) => ({
      ...kind,
      statuses: kind.statuses.map((status) => ({
        ...status,
        gate: status.gate.flatMap(({ field: name, required }) => {
          const { label, type } = fields.find((one) => one.name === name)!
          return type === 'site' ? [] : [{ name, label, type, required, options: ['whole'] }]
        }),
      })),
    }))
    const kept = JSON.stringify({ ...old, version: 2, kinds, queues: [{ id: 'all', name: 'All' }] })
    await sql`update edition set document = ${kept}::jsonb`.execute(world.db)
    const page = await editionPage(world.desk, 1)
    expect(page!.document).toMatchObject({ version: 4, layouts: [] })
    expect(page!.document).not.toHaveProperty('queues')
    expect(page!.document.moves.length).toBeGreaterThan(0)
    expect(page!.document.fields.map((one) => one.name)).toEqual(
      expect.arrayContaining(['reason', 'dueBack']),
    )
    const { rows } = await sql<{ has: boolean }>`select document ? 'moves' as has from edition`.execute(
      world.db,
    )
    expect(rows).toEqual([{ has: false }])
  })

  it('of a newer one are not guessed at', async () => {
    await sql`update edition set document = document || '{"version": 99}'`.execute(world.db)
    await expect(editionPage(world.desk, 1)).rejects.toThrow(
      'This design was written in version 99 of its format by a newer release, which can read it; nothing is lost.',
    )
  })

  it('are never written anew by a migration again', () => {
    const since = MIGRATIONS.slice(MIGRATIONS.findIndex((one) => one.name.startsWith('0012')) + 1)
    expect(since.length).toBeGreaterThan(3)
    for (const { name, sql: text, ...more } of since) {
      expect([name, /update\s+(edition|entry)\b|delete\s+from\s+(edition|entry)\b/i.test(text)]).toEqual([
        name,
        false,
      ])
      expect([name, 'also' in more]).toEqual([name, false])
    }
  })
})
