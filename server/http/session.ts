import { sql } from 'kysely'
import type { Database } from '../db/connection'
import type { Role } from '../../core/design'
import { HttpProblem } from './problem'
import { hashSecret, newSecret, passwordFits } from './secrets'

/** Who is asking, and by what right. */
export interface Caller {
  id: string
  name: string
  role: Role
  zone: string
  teams: string[]
  organisation: string | null
  /** The portal at which a requester signed in. */
  portal: string | null
  by: 'session' | 'token'
}

export const SESSION_COOKIE = 'yare_session'
const STAFF_INACTIVITY_MINUTES = 60
const MAX_TRIES = 8
const MAX_TRIES_OF_ONE_ADDRESS = 60
const TRIES_WITHIN = '10 minutes'

const CALLER = [
  'person.id',
  'person.name',
  'person.role',
  'person.zone',
  'person.teams',
  'person.organisation',
] as const

/** When somebody was last seen is written down this often at most, so that reading does not mean writing. */
const SEEN_EVERY = '20 seconds'

/** The caller of a session cookie; sessions end after their time without activity, or 12 hours. */
export async function callerOfSession(db: Database, secret: string): Promise<Caller | undefined> {
  const tokenHash = hashSecret(secret)
  const row = await db
    .selectFrom('session')
    .innerJoin('person', 'person.id', 'session.person')
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
  return { ...caller, role: caller.role as Role, by: 'session' }
}

/** The callers of some bearer tokens, in their order; nobody for one that is not known. */
export async function callersOfTokens(db: Database, secrets: string[]): Promise<(Caller | undefined)[]> {
  const hashes = secrets.map(hashSecret)
  const rows = await db
    .selectFrom('api_token')
    .innerJoin('person', 'person.id', 'api_token.person')
    .select([...CALLER, 'token_hash'])
    .where('token_hash', 'in', hashes)
    .where('person.active', '=', true)
    .execute()
  const callers = new Map(
    rows.map(({ token_hash, ...row }): [string, Caller] => [
      token_hash,
      { ...row, role: row.role as Role, portal: null, by: 'token' },
    ]),
  )
  return hashes.map((hash) => callers.get(hash))
}

export interface SignIn {
  mail: string
  password: string
  portal: { id: string; organisations: string[]; inactivityMinutes: number } | null
  address: string
}

/**
 * Signs a person in.
 * @returns the secret of the new session, for the cookie
 * @throws HttpProblem 401 when mail and password do not fit or the portal is not theirs, 429 after too many tries
 */
export async function signIn(db: Database, { mail, password, portal, address }: SignIn): Promise<string> {
  await refuseAfterTooMany(db, mail, address)
  const person = await db
    .selectFrom('person')
    .select(['id', 'role', 'organisation', 'password_hash'])
    .where('mail', '=', mail)
    .where('active', '=', true)
    .executeTakeFirst()
  const fits = await passwordFits(person?.password_hash ?? null, password)
  const admitted = person && isAdmitted(person, portal)
  if (!fits || !admitted) {
    await db.insertInto('sign_in_attempt').values({ identifier: mail.toLowerCase(), address }).execute()
    throw new HttpProblem(
      401,
      'Mail address and password do not fit together here. Check both and try again.',
      [{ field: 'password', message: 'please check this and the mail address' }],
    )
  }
  await db.deleteFrom('sign_in_attempt').where('identifier', '=', mail.toLowerCase()).execute()
  const secret = newSecret()
  await db
    .insertInto('session')
    .values({
      token_hash: hashSecret(secret),
      person: person.id,
      portal: portal?.id ?? null,
      inactivity_minutes: portal?.inactivityMinutes ?? STAFF_INACTIVITY_MINUTES,
    })
    .execute()
  return secret
}

/** Requesters come in by a portal of their organisation; the desk's people by the desk's door. */
function isAdmitted(
  person: { role: string; organisation: string | null },
  portal: SignIn['portal'],
): boolean {
  if (!portal) return person.role !== 'requester'
  if (person.role !== 'requester') return true
  return portal.organisations.length === 0 || portal.organisations.includes(person.organisation ?? '')
}

async function refuseAfterTooMany(db: Database, mail: string, address: string): Promise<void> {
  const within = sql<boolean>`at > now() - interval '${sql.raw(TRIES_WITHIN)}'`
  const { tries } = await db
    .selectFrom('sign_in_attempt')
    .select((e) => e.fn.countAll<number>().as('tries'))
    .where('identifier', '=', mail.toLowerCase())
    .where(within)
    .executeTakeFirstOrThrow()
  const { fromThere } = await db
    .selectFrom('sign_in_attempt')
    .select((e) => e.fn.countAll<number>().as('fromThere'))
    .where('address', '=', address)
    .where(within)
    .executeTakeFirstOrThrow()
  if (tries >= MAX_TRIES || fromThere >= MAX_TRIES_OF_ONE_ADDRESS)
    throw new HttpProblem(
      429,
      'Too many tries that did not fit. Please wait ten minutes and try again.',
      [],
      {
        'retry-after': '600',
      },
    )
}

export async function signOut(db: Database, secret: string): Promise<void> {
  await db.deleteFrom('session').where('token_hash', '=', hashSecret(secret)).execute()
}

/** Makes a bearer token for a person; it is shown once and only its hash is kept. */
export async function makeToken(db: Database, mail: string): Promise<string | undefined> {
  const person = await db.selectFrom('person').select('id').where('mail', '=', mail).executeTakeFirst()
  if (!person) return undefined
  const secret = `yare_${newSecret()}`
  await db
    .insertInto('api_token')
    .values({ token_hash: hashSecret(secret), person: person.id })
    .execute()
  return secret
}
