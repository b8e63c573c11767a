import { sql } from 'kysely'
import { REQUESTER, rightsOf } from '../../core/rights'
import { machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { requesterProblem } from './problem'
import type { Caller } from '../base/caller'
import { hashSecret, newSecret, passwordFits } from '../base/secrets'
import { countTry, forgive } from './tries'

export const SESSION_COOKIE = 'yare_session'
const STAFF_INACTIVITY_MINUTES = 60
/** What a machine keeps from which somebody has signed in, for as long as browsers keep anything. */
export const DEVICE_COOKIE = 'yare_device'
export const DEVICE_DAYS = 400
/** So many machines of one person are remembered. */
const MOST_DEVICES = 20

const CALLER = [
  'person.id',
  'person.name',
  'person.role',
  'role.rights',
  'person.zone',
  'person.teams',
  'person.organisation',
] as const

const rightsOfRow = ({ role, rights }: { role: string; rights: string[] }) => rightsOf({ id: role, rights })

/** When somebody was last seen is written down this often at most, so that reading does not mean writing. */
const SEEN_EVERY = '20 seconds'

/** The caller of a session cookie; sessions end after their time without activity, or 12 hours. */
export async function callerOfSession(db: Database, secret: string): Promise<Caller | undefined> {
  const tokenHash = hashSecret(secret)
  const row = await db
    .selectFrom('session')
    .innerJoin('person', 'person.id', 'session.person')
    .innerJoin('role', 'role.id', 'person.role')
    .select([
      ...CALLER,
      'session.portal',
      sql<boolean>`seen_at < now() - ${SEEN_EVERY}::interval`.as('stale'),
    ])
    .where('person.active', '=', true)
    .where('token_hash', '=', tokenHash)
    .where(sql<boolean>`seen_at > now() - make_interval(mins => inactivity_minutes)`)
    .where(sql<boolean>`signed_in_at > now() - interval '12 hours'`)
    .executeTakeFirst()
  if (!row) return undefined
  const { stale, ...caller } = row
  if (stale)
    await db
      .updateTable('session')
      .set({ seen_at: sql`now()` })
      .where('token_hash', '=', tokenHash)
      .execute()
  return { ...caller, rights: rightsOfRow(caller), by: 'session', credential: tokenHash }
}

/** The callers of some bearer tokens, in their order; nobody for one that is not known. */
export async function callersOfTokens(db: Database, secrets: string[]): Promise<(Caller | undefined)[]> {
  const hashes = secrets.map(hashSecret)
  const rows = await db
    .selectFrom('api_token')
    .innerJoin('person', 'person.id', 'api_token.person')
    .innerJoin('role', 'role.id', 'person.role')
    .select([...CALLER, 'token_hash', 'used_at'])
    .where('token_hash', 'in', hashes)
    .where('person.active', '=', true)
    .where((e) => e.or([e('ends_at', 'is', null), e('ends_at', '>', sql<Date>`now()`)]))
    .execute()
  await noteUse(db, rows)
  const callers = new Map(
    rows.map(({ token_hash, used_at: _, ...row }): [string, Caller] => [
      token_hash,
      { ...row, rights: rightsOfRow(row), portal: null, by: 'token', credential: token_hash },
    ]),
  )
  return hashes.map((hash) => callers.get(hash))
}

/** When a token was last used is written down once an hour at most, so that reading does not mean writing. */
async function noteUse(db: Database, rows: { token_hash: string; used_at: Date | null }[]): Promise<void> {
  const stale = rows.filter(({ used_at: at }) => at === null || at.getTime() < machineNow() - 3_600_000)
  if (!stale.length) return
  await db
    .updateTable('api_token')
    .set({ used_at: sql`now()` })
    .where(
      'token_hash',
      'in',
      stale.map((one) => one.token_hash),
    )
    .execute()
}

export interface SignIn {
  mail: string
  password: string
  portal: { id: string; organisations: string[]; inactivityMinutes: number } | null
  address: string
  /** What this machine was given when somebody signed in from it. */
  device?: string
  /** What its browser says that it is. */
  machine?: string
}

/**
 * Signs a person in.
 * @returns the secret of the new session, and of the machine, for the cookies
 * @throws HttpProblem 401 when mail and password do not fit or the portal is not theirs, 429 after too many tries
 */
export async function signIn(
  db: Database,
  { mail, password, portal, address, device, machine }: SignIn,
): Promise<{ session: string; device: string }> {
  const person = await db
    .selectFrom('person')
    .select(['id', 'role', 'organisation', 'password_hash'])
    .where('mail', '=', mail)
    .where('active', '=', true)
    .executeTakeFirst()
  const own = await ownDevice(db, person?.id, device)
  const tried = { identifier: mail.toLowerCase(), address, device: own }
  const id = await countTry(db, tried)
  const fits = await passwordFits(person?.password_hash ?? null, password)
  if (!fits || !person || !isAdmitted(person, portal))
    throw requesterProblem(401, 'passwordWrong', {
      fields: [{ field: 'password', message: 'please check this and the mail address' }],
    })
  await forgive(db, id, tried)
  const secret = newSecret()
  await db
    .insertInto('session')
    .values({
      token_hash: hashSecret(secret),
      person: person.id,
      portal: portal?.id ?? null,
      inactivity_minutes: portal?.inactivityMinutes ?? STAFF_INACTIVITY_MINUTES,
      machine: machine?.slice(0, 300) ?? null,
    })
    .execute()
  return { session: secret, device: await rememberDevice(db, person.id, own ? device : undefined) }
}

/** The hash of a machine's secret, if it is one of this person. */
async function ownDevice(db: Database, person: string | undefined, secret: string | undefined) {
  if (!person || !secret) return undefined
  const row = await db
    .selectFrom('device')
    .select('token_hash')
    .where('token_hash', '=', hashSecret(secret))
    .where('person', '=', person)
    .where(sql<boolean>`seen_at > now() - make_interval(days => ${DEVICE_DAYS})`)
    .executeTakeFirst()
  return row?.token_hash
}

async function rememberDevice(db: Database, person: string, known: string | undefined): Promise<string> {
  const secret = known ?? newSecret()
  await db
    .insertInto('device')
    .values({ token_hash: hashSecret(secret), person })
    .onConflict((on) => on.column('token_hash').doUpdateSet({ seen_at: sql`now()` }))
    .execute()
  await sql`delete from device where person = ${person} and token_hash not in (
    select token_hash from device where person = ${person} order by seen_at desc limit ${MOST_DEVICES})`.execute(
    db,
  )
  return secret
}

/** Requesters come in by a portal of their organisation; the desk's people by the desk's door. */
function isAdmitted(
  person: { role: string; organisation: string | null },
  portal: SignIn['portal'],
): boolean {
  if (!portal) return person.role !== REQUESTER
  if (person.role !== REQUESTER) return true
  return portal.organisations.length === 0 || portal.organisations.includes(person.organisation ?? '')
}

/** Ends a session; its streams end with it, in every process. */
export async function signOut(db: Database, secret: string): Promise<void> {
  const session = hashSecret(secret)
  await db.deleteFrom('session').where('token_hash', '=', session).execute()
  await sql`select pg_notify('yare_ended', ${JSON.stringify({ session })})`.execute(db)
}

/** Whether what a caller came in by still holds, without counting as being active. */
export async function isStillIn(db: Database, { id, by, credential }: Caller): Promise<boolean> {
  const { rows } = await sql<{
    isIn: boolean
  }>`select exists (select from person where id = ${id} and active) and ${
    by === 'token'
      ? sql`exists (select from api_token where token_hash = ${credential})`
      : sql`exists (select from session where token_hash = ${credential}
          and seen_at > now() - make_interval(mins => inactivity_minutes)
          and signed_in_at > now() - interval '12 hours')`
  } as "isIn"`.execute(db)
  return rows[0]?.isIn === true
}

/** Makes a bearer token for the person of a mail address; it is shown once and only its hash is kept. */
export async function makeToken(db: Database, mail: string): Promise<string | undefined> {
  const person = await db.selectFrom('person').select('id').where('mail', '=', mail).executeTakeFirst()
  return person && makeTokenOf(db, person.id, {})
}

/** Makes a bearer token for a person. @param days after which it ends; never if left out */
export async function makeTokenOf(
  db: Database,
  person: string,
  { name = 'token', days }: { name?: string; days?: number },
): Promise<string> {
  const secret = `yare_${newSecret()}`
  await db
    .insertInto('api_token')
    .values({
      ...{ token_hash: hashSecret(secret), person, name },
      ends_at: days === undefined ? null : sql<Date>`now() + make_interval(days => ${days})`,
    })
    .execute()
  return secret
}
