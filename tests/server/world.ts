import pg from 'pg'
import { inject } from 'vitest'
import { loadDemo } from '../../demo/load'
import { DEMO_BEGINS } from '../../demo/directory'
import { EVERY_RIGHT, FIRST_ROLES, rightsOf } from '../../core/rights'
import { readSettings, type Settings } from '../../server/base/settings'
import { startDemoClock } from '../../server/clock/deskClock'
import { Desk } from '../../server/commands/desk'
import type { By } from '../../server/commands/directory'
import { connect } from '../../server/db/connection'
import { migrate } from '../../server/db/migrate'

/** A desk on a database of its own, with the sample world and a past of the given size. */
export async function makeWorld(name: string, tickets = 0) {
  const server = new pg.Client(inject('databaseUrl'))
  await server.connect()
  await server.query(`drop database if exists ${name}`)
  await server.query(`create database ${name}`)
  await server.end()
  const url = inject('databaseUrl').replace(/\/yare$/, `/${name}`)
  const connection = connect(url, 10)
  await migrate(connection.pool)
  await loadDemo(connection.db, { tickets })
  // The real clock runs; a test that needs a moment puts the desk's time there.
  const at = (moment: number) => startDemoClock(connection.db, moment)
  await at(DEMO_BEGINS)
  const desk = new Desk(connection)
  return { url, desk, db: connection.db, at, begins: DEMO_BEGINS, close: () => connection.db.destroy() }
}

export const SCANNER = {
  item: 'gate-scanner',
  portal: 'merrow',
  channel: 'portal',
  answers: { gates: 3, boardingStopped: false },
  requester: 'ines-varga',
} as const

export const INES = { person: 'ines-varga' }
export const TORA = { person: 'tora-aas' }
/** Who changes the directory: an administrator, and a lead. */
const rightsOfRole = (role: string) => rightsOf(FIRST_ROLES.find((one) => one.id === role))
export const ADA: By = { person: 'ada-thorne', rights: EVERY_RIGHT, way: 'hand' }
export const OLIN: By = {
  person: 'olin-brandt',
  rights: rightsOfRole('lead'),
  way: 'hand',
}

/** A technician who changes something of it. */
export const TORA_BY: By = { person: 'tora-aas', rights: rightsOfRole('technician'), way: 'hand' }

/** Sets something from outside, or no more, as it is read at start; processes that are started see it too. */
export function setting(name: keyof Settings, value?: string): void {
  process.env[name] = value ?? ''
  readSettings()
}
