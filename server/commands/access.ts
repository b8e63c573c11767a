import { randomBytes } from 'node:crypto'
import { sql } from 'kysely'
import { portalOfPerson } from '../../core/intake'
import { REQUESTER } from '../../core/rights'
import { Refused } from '../../core/ticket'
import { say } from '../../core/words'
import type { Caller } from '../base/caller'
import { keyOfToken } from '../base/links'
import { hashPassword, passwordFits } from '../base/secrets'
import type { Database, Trx } from '../db/connection'
import type { Desk } from './desk'

/** How long a link holds: an invitation waits for somebody to come back from holidays, a reset is wanted now. */
const HOLDS = { invitation: '7 days', reset: '1 hour' } as const
type Purpose = keyof typeof HOLDS

/** A letter is tried so often; a server of mails may be away for a night. */
const MOST_TRIES = 20

/** Makes a link for somebody, in place of those before, and has it sent. */
async function makeLink(trx: Trx, person: string, purpose: Purpose, by: string | null): Promise<void> {
  await trx
    .updateTable('access_link')
    .set({ used_at: sql<Date>`now()` })
    .where('person', '=', person)
    .where('used_at', 'is', null)
    .execute()
  const id = randomBytes(15).toString('base64url')
  await trx
    .insertInto('access_link')
    .values({
      ...{ id, person, purpose, made_by: by },
      ends_at: sql<Date>`now() + ${HOLDS[purpose]}::interval`,
    })
    .execute()
  await sql`select graphile_worker.add_job('letter', json_build_object('id', ${id}::text), max_attempts => ${MOST_TRIES})`.execute(
    trx,
  )
}

/**
 * Sends somebody a link by which they choose their password, so that they can sign in.
 * @throws Refused when there is nobody of that id, or whoever asks may not let them in
 */
export async function invite(desk: Desk, person: string, by: Pick<Caller, 'id' | 'rights'>): Promise<void> {
  const { people } = await desk.knowledge.directory()
  const who = people.get(person)
  if (!who) throw new Refused('missing', 'There is no such person.')
  if (!who.active)
    throw new Refused('conflict', `${who.name} is put away; take them back before they are invited.`)
  if (!by.rights.has(who.role === REQUESTER ? 'addRequesters' : 'manageAccess'))
    throw new Refused('forbidden', 'Your role does not invite them; ask an administrator.')
  await desk.db.transaction().execute((trx) => makeLink(trx, person, 'invitation', by.id))
}

/** Sends a link for a new password to whoever has a mail address; nobody learns whether somebody has it. */
export async function forgotten(desk: Desk, mail: string): Promise<void> {
  const who = (await desk.knowledge.directory()).personOf(mail)
  if (who?.active) await desk.db.transaction().execute((trx) => makeLink(trx, who.id, 'reset', null))
}

const gone = () => new Refused('missing', say('en', 'problem.linkGone'), [], 'linkGone')

/** Whose a link is, as long as it holds. @throws Refused once it does not */
async function linkOf(db: Database | Trx, token: string, lock = false) {
  const id = await keyOfToken(db as Database, 'access', token)
  const row = id
    ? await db
        .selectFrom('access_link')
        .innerJoin('person', 'person.id', 'access_link.person')
        .select(['access_link.id', 'person.id as person', 'name', 'mail', 'role', 'organisation', 'notify'])
        .where('access_link.id', '=', id)
        .where('used_at', 'is', null)
        .where('ends_at', '>', sql<Date>`now()`)
        .where('person.active', '=', true)
        .$if(lock, (q) => q.forUpdate())
        .executeTakeFirst()
    : undefined
  if (!row) throw gone()
  return row
}

/** Whom a link is for, and at which door they sign in with the password that they choose. */
export async function linkPage(desk: Desk, token: string) {
  const { name, mail, role, organisation, notify } = await linkOf(desk.db, token)
  const { design } = await desk.knowledge.currentEdition()
  const portal = role === REQUESTER ? portalOfPerson(design.portals, organisation ?? undefined) : undefined
  return { name, mail, language: notify?.language ?? null, portal: portal?.id ?? null }
}

/** Keeps the password that somebody chose by a link, once; wherever they were signed in they are out. */
export async function setByLink(desk: Desk, token: string, password: string): Promise<void> {
  const hash = await hashPassword(password)
  await desk.db.transaction().execute(async (trx) => {
    const { id, person } = await linkOf(trx, token, true)
    await trx
      .updateTable('access_link')
      .set({ used_at: sql<Date>`now()` })
      .where('id', '=', id)
      .execute()
    await trx.updateTable('person').set({ password_hash: hash }).where('id', '=', person).execute()
    await endSessions(trx, person)
  })
}

/** Ends the sessions of somebody, all but one where that is named; their streams end with them. */
export async function endSessions(trx: Trx | Database, person: string, but?: string): Promise<number> {
  const ended = await trx
    .deleteFrom('session')
    .where('person', '=', person)
    .$if(but !== undefined, (q) => q.where('token_hash', '<>', but ?? ''))
    .returning('token_hash')
    .execute()
  for (const { token_hash: session } of ended)
    await sql`select pg_notify('yare_ended', ${JSON.stringify({ session })})`.execute(trx)
  return ended.length
}

/**
 * Changes one's own password; elsewhere one is signed out.
 * @throws Refused when the password so far does not fit
 */
export async function changePassword(
  desk: Desk,
  caller: Caller,
  { before, after }: { before: string; after: string },
): Promise<void> {
  const row = await desk.db
    .selectFrom('person')
    .select('password_hash')
    .where('id', '=', caller.id)
    .executeTakeFirst()
  if (!(await passwordFits(row?.password_hash ?? null, before)))
    throw new Refused('invalid', 'Your password so far does not fit.', [
      { field: 'before', message: 'this is not your password; try again, or have a link sent to you' },
    ])
  const hash = await hashPassword(after)
  await desk.db.transaction().execute(async (trx) => {
    await trx.updateTable('person').set({ password_hash: hash }).where('id', '=', caller.id).execute()
    await endSessions(trx, caller.id, caller.by === 'session' ? caller.credential : undefined)
  })
}

/** What somebody has come in by, newest first. @param credential hash of what they ask with */
export async function accessOf(db: Database, person: string, credential?: string) {
  const [sessions, tokens, row, invitation] = await Promise.all([
    db
      .selectFrom('session')
      .select(['id', 'portal', 'machine', 'signed_in_at', 'seen_at', 'token_hash'])
      .where('person', '=', person)
      .where(sql<boolean>`seen_at > now() - make_interval(mins => inactivity_minutes)`)
      .where(sql<boolean>`signed_in_at > now() - interval '12 hours'`)
      .orderBy('seen_at', 'desc')
      .limit(100)
      .execute(),
    db
      .selectFrom('api_token')
      .select(['id', 'name', 'created_at', 'ends_at', 'used_at', 'token_hash'])
      .where('person', '=', person)
      .orderBy('created_at', 'desc')
      .limit(100)
      .execute(),
    db.selectFrom('person').select('password_hash').where('id', '=', person).executeTakeFirst(),
    db
      .selectFrom('access_link')
      .select(['purpose', 'made_at', 'ends_at', 'used_at'])
      .where('person', '=', person)
      .orderBy('made_at', 'desc')
      .limit(1)
      .executeTakeFirst(),
  ])
  const at = (date: Date | null) => date?.getTime() ?? null
  return {
    /** Whether they can sign in with a password. */
    hasPassword: Boolean(row?.password_hash),
    invited:
      invitation && invitation.used_at === null
        ? { at: at(invitation.made_at), ends: at(invitation.ends_at) }
        : null,
    sessions: sessions.map((one) => ({
      ...{ id: one.id, portal: one.portal, machine: one.machine },
      ...{ signedInAt: at(one.signed_in_at), seenAt: at(one.seen_at), isThis: one.token_hash === credential },
    })),
    tokens: tokens.map((one) => ({
      ...{ id: one.id, name: one.name, madeAt: at(one.created_at), endsAt: at(one.ends_at) },
      ...{ usedAt: at(one.used_at), isThis: one.token_hash === credential },
    })),
  }
}

/** Ends one session or token of somebody. @throws Refused when they have none of that number */
export async function endOne(
  db: Database,
  person: string,
  what: 'session' | 'token',
  id: number,
): Promise<void> {
  const table = what === 'session' ? 'session' : 'api_token'
  const ended = await db
    .deleteFrom(table as 'session')
    .where('person', '=', person)
    .where('id', '=', id)
    .returning('token_hash')
    .executeTakeFirst()
  if (!ended) throw new Refused('missing', `There is no such ${what} any more.`)
  await sql`select pg_notify('yare_ended', ${JSON.stringify({ session: ended.token_hash })})`.execute(db)
}
