import { messageOf } from '../../core/error/messageOf'
import { codeOf } from '../../core/error/codeOf'
import { Kysely, PostgresDialect, type RawBuilder, type Transaction } from 'kysely'
import pg from 'pg'
import { log } from '../base/log'
import { settings } from '../base/settings'
import type { Tables } from './tables'

// Instants and references are well below 2^53, so whole numbers of 64 bits are read as numbers.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

export type Database = Kysely<Tables>
export type Trx = Transaction<Tables>

export function databaseUrl(): string {
  const url = settings().DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set; start with ./yare, which sets it')
  return url
}

export interface Connection {
  db: Database
  pool: pg.Pool
}

/** Opens a pool; a lost connection is logged and replaced at the next use. */
export function connect(url = databaseUrl(), size = 12): Connection {
  const pool = new pg.Pool({
    connectionString: url,
    max: size,
    connectionTimeoutMillis: 5000,
    application_name: 'yare',
  })
  // A client that is lent out when the connection goes away must not take the process with it.
  pool.on('connect', (client) => client.on('error', () => undefined))
  pool.on('connect', naming)
  pool.on('error', (error) => log.warn({ error: error.message }, 'a database connection was lost'))
  return { db: new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) }), pool }
}

const PREPARED = '/* prepared */ '

/** The names of marked statements, by their texts. There are a few variants of each. */
const names = new Map<string, string>()

/** Names the statements that are marked for it, so that a connection has them parsed and planned once. */
function naming(client: pg.PoolClient): void {
  const query = client.query.bind(client) as (...given: unknown[]) => unknown
  const named = (text: unknown, values?: unknown, ...rest: unknown[]) => {
    if (typeof text !== 'string' || !text.startsWith(PREPARED)) return query(text, values, ...rest)
    const name = names.get(text) ?? `p${names.size}`
    names.set(text, name)
    return query({ name, text, values }, ...rest)
  }
  client.query = named as typeof client.query
}

/**
 * Runs a statement that comes again and again, in a few variants and always with the same plan. Everything else is
 * planned for its parameters.
 */
export async function prepared(db: Database | Trx, statement: RawBuilder<unknown>): Promise<void> {
  const compiled = statement.compile(db)
  await db.executeQuery({ ...compiled, sql: PREPARED + compiled.sql })
}

/** Whether an error says that the database could not be reached (or went away), so that trying again later helps. */
export function isUnreachable(error: unknown): boolean {
  const code = codeOf(error)
  if (code && /^(08|57P0|53300|ECONN|EPIPE|ENOENT|ETIMEDOUT)/.test(code)) return true
  return /Connection terminated|timeout exceeded when trying to connect|not queryable/.test(messageOf(error))
}
