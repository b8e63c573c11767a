import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { firstDesign } from '../../core/design'
import { connect, type Connection } from '../../server/db/connection'
import { loadDirectory } from '../../server/db/knowledge'
import { migrate } from '../../server/db/migrate'
import { MIGRATIONS } from '../../server/db/migrations'

/** What a desk had before its queues, desks and words were things of the directory. */
const LAST_BEFORE = '0021 '

let connection: Connection
beforeAll(async () => {
  const server = new pg.Client(inject('databaseUrl'))
  await server.connect()
  await server.query('drop database if exists migrated')
  await server.query('create database migrated')
  await server.end()
  connection = connect(inject('databaseUrl').replace(/\/yare$/, '/migrated'), 4)
  const client = await connection.pool.connect()
  await client.query('create table migration (name text primary key, at timestamptz not null default now())')
  for (const { name, sql, also } of MIGRATIONS) {
    await client.query(sql)
    await also?.(client)
    await client.query('insert into migration (name) values ($1)', [name])
    if (name.startsWith(LAST_BEFORE)) break
  }
  const old = (queues: object[], desks: object[]) =>
    JSON.stringify({
      ...firstDesign('A desk', 'Europe/London', 'networks'),
      ...{ version: 3, queues, desks },
      triage: { signals: { kinds: [], covers: ['Round the clock', '', 'Office hours'], map: {} } },
    })
  await client.query(`
    insert into organisation (id, name) values ('merrow', 'Merrow Line');
    insert into site (id, name, zone, organisation, calendar) values ('hallin', 'Hallin', 'Europe/London', 'merrow', 'desk');
    insert into person (id, name, mail, role, zone, skills) values
      ('mika', 'Mika', 'mika@x.example', 'technician', 'UTC', '{fibre,radio}'), ('tora', 'Tora', 'tora@x.example', 'lead', 'UTC', '{radio}');
    insert into team (id, name, lead) values ('networks', 'Networks', 'mika'), ('field-crew', 'Field Crew', null);
    insert into agreement (number, organisation, cover, starts, ends, type) values (1042, 'merrow', 'Gold', 0, 9, 'maintenance');
    insert into equipment (name, organisation) values ('Scanner', 'merrow');`)
  const editions = [
    old([{ id: 'all', name: 'All' }], []),
    old(
      [
        { id: 'all', name: 'Everything' },
        { id: 'night', name: 'Night' },
      ],
      [{ id: 'house', name: 'House', teams: ['networks'], leads: ['tora'] }],
    ),
  ]
  for (const [at, document] of editions.entries())
    await client.query('insert into edition (number, document, note, published_at) values ($1, $2, $3, 0)', [
      at + 1,
      document,
      'x',
    ])
  await client.query('insert into draft (id, document, version, based_on) values (1, $1, 1, 2)', [
    old(
      [
        { id: 'all', name: 'Everything' },
        { id: 'day', name: 'Day' },
      ],
      [],
    ),
  ])
  client.release()
})
afterAll(() => connection.db.destroy())

describe('a desk of before', () => {
  it('finds its queues, desks and words in its directory, under the ids that tickets and designs have', async () => {
    const ran = await migrate(connection.pool)
    expect(ran[0]).toMatch(/^0022 /)
    const data = await loadDirectory(connection.db)
    const named = (list: { id: string; name: string }[] = []) =>
      list.map(({ id, name }) => `${id}: ${name}`).sort()
    expect(named(data.queues)).toEqual(['all: Everything', 'day: Day', 'night: Night'])
    expect(data.desks).toMatchObject([{ id: 'house', name: 'House', leads: ['tora'] }])
    expect(data.teams.map((one) => [one.id, one.desks]).sort()).toEqual([
      ['field-crew', []],
      ['networks', ['house']],
    ])
    expect(named(data.skills)).toEqual(['fibre: fibre', 'radio: radio'])
    expect(named(data.covers)).toEqual([
      'Gold: Gold',
      'Office hours: Office hours',
      'Round the clock: Round the clock',
    ])
    expect(named(data.agreementTypes)).toEqual(['maintenance: maintenance'])
    expect(data.people.find((one) => one.id === 'mika')).toMatchObject({
      skills: ['fibre', 'radio'],
      active: true,
    })
    expect(data.equipment).toMatchObject([{ name: 'Scanner', parts: [], extra: {} }])
    expect(await migrate(connection.pool)).toEqual([])
  })
})
