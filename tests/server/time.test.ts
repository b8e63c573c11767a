import { sql } from 'kysely'
import pg from 'pg'
import type { TicketState } from '../../core/ticket'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { deskNow, heartbeat, loadClock, putForward, resumeDemoClock } from '../../server/clock/deskClock'
import { goForward } from '../../server/jobs/goForward'
import { rebuildRowsBehind } from '../../server/commands/rebuildRows'
import { migrate } from '../../server/db/migrate'
import { MIGRATIONS } from '../../server/db/migrations'
import { audit } from '../../server/queries/audit'
import { requestPage, requestsFor } from '../../server/queries/requests'
import { HOUR, MINUTE } from '../../core/time'
import { INES, makeWorld, SCANNER, TORA } from './world'

const OWN = { of: 'own', words: '', most: 50 } as const

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('yare_time')
})
afterAll(() => world.close())

describe('desk time', () => {
  it('is put forward and never back, and every process reads the same', async () => {
    await world.at(world.begins)
    await putForward(world.db, world.begins + HOUR)
    expect(deskNow() - world.begins).toBeGreaterThanOrEqual(HOUR)
    await putForward(world.db, world.begins)
    expect(deskNow() - world.begins).toBeGreaterThanOrEqual(HOUR)
    await loadClock(world.db)
    expect(deskNow() - world.begins).toBeLessThan(HOUR + MINUTE)
  })

  it('stands still while the desk is down: it goes on from what was seen last', async () => {
    await world.at(world.begins)
    await heartbeat(world.db)
    // The machine's clock ran on for a day; the desk's did not.
    await world.db
      .updateTable('setting')
      .set({ value: JSON.stringify({ mode: 'demo', offset: 86_400_000, seen: world.begins + 5 * MINUTE }) })
      .where('key', '=', 'desk-clock')
      .execute()
    await resumeDemoClock(world.db)
    expect(deskNow() - world.begins - 5 * MINUTE).toBeLessThan(MINUTE)
  })

  it('goes to the next alarm and lets each ring at its own moment on the way', async () => {
    await world.at(world.begins)
    const { state } = await world.desk.log(SCANNER, INES)
    const first = await world.db
      .selectFrom('ticket')
      .select('alarm_at as at')
      .where('reference', '=', state.reference)
      .executeTakeFirst()
    const { rang } = await goForward(world.desk, 'alarm')
    expect(rang).toBe(1)
    await goForward(world.desk, '1h')
    const entries = await world.db
      .selectFrom('entry')
      .select(['at', 'kind', 'body'])
      .where('reference', '=', state.reference)
      .where('kind', 'in', ['rungRang', 'overdrawn'])
      .orderBy('sequence')
      .execute()
    expect(entries.length).toBeGreaterThan(1)
    expect((entries[0]!.body as unknown as { dueAt: number }).dueAt).toBe(first!.at)
    for (const { at, body } of entries)
      expect(at - (body as unknown as { dueAt: number }).dueAt).toBeLessThan(2000)
  })
})

describe('what a requester sees', () => {
  it('is their own tickets in plain words, with the promises as they are now', async () => {
    await world.at(world.begins)
    const { state } = await world.desk.log(SCANNER, INES)
    const page = await requestPage(world.desk, state.reference, 'ines-varga')
    expect(page).toMatchObject({ group: 'new', waitsForMe: false, respond: { ended: null } })
    expect(await requestPage(world.desk, state.reference, 'ivo-lade')).toBeUndefined()
    await world.desk.run(state.reference, { kind: 'note', text: 'Only for us' }, TORA)
    await world.desk.run(state.reference, { kind: 'reply', text: 'On our way' }, TORA)
    await world.desk.run(state.reference, { kind: 'resort', field: 'priority', value: 'p5' }, TORA)
    const after = await requestPage(world.desk, state.reference, 'ines-varga')
    expect(after!.conversation.map((one) => one.text)).toEqual(['On our way'])
    expect(after!.respond.ended).toBe('kept')
    expect(after!.resolve.due).toBeGreaterThan(page!.resolve.due!)
    const mine = await requestsFor(world.desk, 'ines-varga', OWN)
    expect(mine.map((one) => one.reference)).toContain(state.reference)
    expect(await requestsFor(world.desk, 'ivo-lade', OWN)).toEqual([])
  })
})

describe('rows that a migration changes', () => {
  it('are made of the entries once, and again after a process was killed in between', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const spoilt = JSON.stringify({ ...state, idleSince: 1, technician: null })
    await world.db
      .updateTable('ticket')
      .set({ state: spoilt, technician: null })
      .where('reference', '=', state.reference)
      .execute()
    await sql`insert into rows_behind values ('a migration')`.execute(world.db)
    expect(await rebuildRowsBehind(world.db)).toBeGreaterThan(0)
    expect((await audit(world.db)).differences).toEqual([])
    expect(await rebuildRowsBehind(world.db)).toBe(0)
  })
})

describe('migrations', () => {
  it('bring an older database up to date without losing what clocks count in', async () => {
    const server = new pg.Client(inject('databaseUrl'))
    await server.connect()
    await server.query('drop database if exists yare_older')
    await server.query('create database yare_older')
    await server.end()
    const pool = new pg.Pool({ connectionString: inject('databaseUrl').replace(/\/yare$/, '/yare_older') })
    const [oldest] = MIGRATIONS
    await pool.query(oldest!.sql)
    await pool.query('create table migration (name text primary key, at timestamptz not null default now())')
    await pool.query('insert into migration (name) values ($1)', [oldest!.name])
    await pool.query(
      "insert into person (id, name, mail, role, zone) values ('a', 'A', 'a@x.example', 'lead', 'UTC')",
    )
    await pool.query("insert into edition (number, document, note, published_at) values (1, '{}', 'x', 0)")
    const state = { clocks: [{ target: 'respond', startedAt: 5, calendar: 'office' }] }
    await pool.query(
      `insert into ticket (reference, state, sequence, edition, summary, kind, item, status, status_group, category,
        priority, priority_order, queue, team, requester, logged_at, changed_at)
        values (1, $1, 1, 1, 'x', 'x', 'x', 'x', 'new', 'x', 'p1', 1, 'x', 'x', 'a', 5, 5)`,
      [JSON.stringify(state)],
    )
    await pool.query(
      "insert into clock (reference, target, started_at, granted, paused) values (1, 'respond', 5, 9, false)",
    )
    const record = [
      [1, 5, 'logged', { status: 'logged' }],
      [2, 6, 'noted', { text: 'x' }],
      [3, 7, 'statusMoved', { from: 'logged', to: 'in-hand' }],
    ]
    for (const [sequence, at, kind, body] of record)
      await pool.query("insert into entry values (1, $1, $2, 'system:x', $3, $4)", [sequence, at, kind, body])
    expect(await migrate(pool)).toEqual(MIGRATIONS.slice(1).map((one) => one.name))
    const { rows } = await pool.query('select calendar, edition, shift from clock')
    expect(rows).toEqual([{ calendar: 'office', edition: 1, shift: null }])
    const tickets = await pool.query<{ state: TicketState }>('select state from ticket')
    expect(tickets.rows[0]!.state.statuses).toEqual([
      { at: 5, status: 'logged' },
      { at: 7, status: 'in-hand' },
    ])
    expect(await migrate(pool)).toEqual([])
    await pool.end()
  })
})
