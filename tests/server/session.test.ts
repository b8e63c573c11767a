import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { saveThing, setAway } from '../../server/commands/directory'
import {
  accessOf,
  changePassword,
  endOne,
  forgotten,
  invite,
  linkPage,
  setByLink,
} from '../../server/commands/access'
import { endAccess } from '../../server/commands/endAccess'
import { sendLetter } from '../../server/jobs/letter'
import {
  callerOfSession,
  callersOfTokens,
  makeToken,
  makeTokenOf,
  signIn,
  signOut,
} from '../../server/http/session'
import { passwordFits } from '../../server/base/secrets'
import { ADA, OLIN, TORA_BY, makeWorld } from './world'

const MAIL = 'ines-varga@merrow.sound.example'
const MERROW = { id: 'merrow', organisations: ['merrow'], inactivityMinutes: 15 }

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('sessions')
})
afterAll(() => world.close())

const enter = (
  mail = MAIL,
  password = 'sound-of-hallin',
  portal: typeof MERROW | null = MERROW,
  address = 'here',
) => signIn(world.db, { mail, password, portal, address }).then((one) => one.session)

const age = (minutes: number, column: 'seen_at' | 'signed_in_at') =>
  sql`update session set ${sql.ref(column)} = now() - make_interval(mins => ${minutes})`.execute(world.db)

describe('sessions', () => {
  it('know who is there, until they sign out', async () => {
    const secret = await enter()
    expect(await callerOfSession(world.db, secret)).toMatchObject({
      id: 'ines-varga',
      role: 'requester',
      portal: 'merrow',
    })
    await signOut(world.db, secret)
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
  })

  it('end after 15 minutes without activity at a portal (practice), and go on with activity', async () => {
    const secret = await enter()
    await age(14, 'seen_at')
    expect(await callerOfSession(world.db, secret)).toBeDefined()
    await age(16, 'seen_at')
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
  })

  it('end after twelve hours whatever is done', async () => {
    const secret = await enter()
    await age(12 * 60 + 1, 'signed_in_at')
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
  })

  it('keep no secret that could be used: neither of the session nor the password', async () => {
    const secret = await enter()
    const { rows } = await sql<{ all: string }>`select (select json_agg(session)::text from session)
      || (select json_agg(person)::text from person) as all`.execute(world.db)
    expect(rows[0]!.all).not.toContain(secret)
    expect(rows[0]!.all).not.toContain('sound-of-hallin')
    expect(rows[0]!.all).toContain('$argon2id$')
  })

  it('are refused to wrong words, strangers, the wrong door and people who left', async () => {
    await expect(enter(MAIL, 'wrong', MERROW, 'a')).rejects.toMatchObject({ status: 401 })
    await expect(enter('nobody@merrow.sound.example', 'x', MERROW, 'a')).rejects.toMatchObject({
      status: 401,
    })
    await expect(enter(MAIL, 'sound-of-hallin', null, 'a')).rejects.toMatchObject({ status: 401 })
    await expect(
      enter(MAIL, 'sound-of-hallin', { ...MERROW, organisations: ['port'] }, 'a'),
    ).rejects.toMatchObject({ status: 401 })
    const secret = await enter('bo-sayer@merrow.sound.example')
    await world.db.updateTable('person').set({ active: false }).where('id', '=', 'bo-sayer').execute()
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
    await expect(enter('bo-sayer@merrow.sound.example')).rejects.toMatchObject({ status: 401 })
    expect(await passwordFits(null, 'anything')).toBe(false)
  })

  it('let no more than eight tries through, also where they come at the same moment', async () => {
    const mail = 'noor-vale@merrow.sound.example'
    const tries = await Promise.allSettled(
      Array.from({ length: 24 }, () => enter(mail, 'guess', MERROW, 'at-once')),
    )
    const statuses = tries.map((one) =>
      one.status === 'rejected' ? (one.reason as { status: number }).status : 200,
    )
    expect(statuses.filter((one) => one === 401)).toHaveLength(8)
    expect(statuses.filter((one) => one === 429)).toHaveLength(16)
  })

  it('are not closed to anybody by what a stranger tries, from elsewhere or from the same address', async () => {
    const mail = 'ines-varga@merrow.sound.example'
    const sign = (password: string, address: string, device?: string) =>
      signIn(world.db, { mail, password, portal: MERROW, address, device })
    const { device } = await sign('sound-of-hallin', 'office')
    // From one address of a stranger: its owner is not shut out, the stranger is.
    for (let tries = 0; tries < 8; tries++)
      await expect(sign('guess', 'stranger')).rejects.toMatchObject({ status: 401 })
    await expect(sign('sound-of-hallin', 'stranger')).rejects.toMatchObject({ status: 429 })
    await sign('sound-of-hallin', 'office')
    // From the very address of its owner, on another machine.
    for (let tries = 0; tries < 8; tries++)
      await expect(sign('guess', 'office')).rejects.toMatchObject({ status: 401 })
    await expect(sign('sound-of-hallin', 'office')).rejects.toMatchObject({ status: 429 })
    await sign('sound-of-hallin', 'office', device)
    // A machine of somebody else counts for nothing, and one's own has its limit too.
    await expect(sign('sound-of-hallin', 'office', 'made-up')).rejects.toMatchObject({ status: 429 })
    for (let tries = 0; tries < 8; tries++)
      await expect(sign('guess', 'office', device)).rejects.toMatchObject({ status: 401 })
    await expect(sign('sound-of-hallin', 'office', device)).rejects.toMatchObject({ status: 429 })
    await sql`delete from sign_in_attempt`.execute(world.db)
  })

  it('many wrong tries from one address close that address, and no other', async () => {
    await Promise.allSettled(
      Array.from({ length: 70 }, (_, index) =>
        enter(`nobody-${index}@merrow.sound.example`, 'x', MERROW, 'many'),
      ),
    )
    await expect(enter(MAIL, 'sound-of-hallin', MERROW, 'many')).rejects.toMatchObject({ status: 429 })
    expect(await enter(MAIL, 'sound-of-hallin', MERROW, 'other')).toHaveLength(43)
  })

  it('and tokens of somebody who was switched off stay ended when they come back', async () => {
    const secret = await enter('teo-marsh@merrow.sound.example')
    const token = (await makeToken(world.db, 'teo-marsh@merrow.sound.example'))!
    const ended: unknown[] = []
    const client = await world.desk.connection.pool.connect()
    client.on('notification', ({ payload }) => ended.push(JSON.parse(payload ?? '{}')))
    await client.query('listen yare_ended')
    const teo = { list: 'people' as const, id: 'teo-marsh' }
    await setAway(world.desk, { ...teo, away: true }, OLIN)
    await setAway(world.desk, { ...teo, away: false }, OLIN)
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
    expect(await callersOfTokens(world.db, [token])).toEqual([undefined])
    await expect.poll(() => ended).toEqual([{ person: 'teo-marsh' }])
    client.release(true)
  })

  it('are closed to one address after eight wrong tries, also for the right word', async () => {
    const mail = 'teo-marsh@merrow.sound.example'
    for (let tries = 0; tries < 8; tries++)
      await expect(enter(mail, 'guess', MERROW, 'b')).rejects.toMatchObject({ status: 401 })
    await expect(enter(mail, 'sound-of-hallin', MERROW, 'b')).rejects.toMatchObject({ status: 429 })
    await sql`update sign_in_attempt set at = at - interval '11 minutes'`.execute(world.db)
    expect(await enter(mail)).toHaveLength(43)
  })
})

describe('tokens', () => {
  it('stand for their person, and nobody else gets one', async () => {
    const token = (await makeToken(world.db, 'olin-brandt@commons.sound.example'))!
    const [known, strange, again] = await callersOfTokens(world.db, [token, `${token}x`, token])
    expect(known).toMatchObject({ id: 'olin-brandt', role: 'lead', by: 'token' })
    expect(strange).toBeUndefined()
    expect(again).toEqual(known)
    expect(await makeToken(world.db, 'nobody@nowhere.example')).toBeUndefined()
  })
})

describe('access', () => {
  const person = { name: 'Ýrsa Óðins', mail: 'yrsa@merrow.sound.example', role: 'requester', site: 'varnes' }
  const WORDS = 'a few words here'
  const mails: { to: string; subject: string; text: string }[] = []
  const transport = {
    sendMail: async (mail: (typeof mails)[number]) => ({ kept: mails.push(mail) }),
  } as never
  let id = ''
  /** Sends the letter that waits, and gives the token of its link. */
  async function letter(): Promise<string> {
    const { rows } = await sql<{
      payload: { id: string }
    }>`delete from graphile_worker._private_jobs where task_id =
      (select id from graphile_worker._private_tasks where identifier = 'letter') returning payload`.execute(
      world.db,
    )
    for (const { payload } of rows) await sendLetter(world.desk, transport, payload.id)
    return /\/password\/(\S+)/.exec(mails.at(-1)?.text ?? '')?.[1] ?? ''
  }

  it('is given by a mail in the language of whom it is for, once', async () => {
    id = (await saveThing(world.desk, { list: 'people', given: { ...person, language: 'nb' } }, ADA)).id
    await expect(enter(person.mail, WORDS)).rejects.toMatchObject({ status: 401 })
    await invite(world.desk, id, { id: 'tora-aas', rights: TORA_BY.rights })
    const token = await letter()
    expect(mails.at(-1)).toMatchObject({ to: person.mail, subject: 'Merrow Line: tilgangen din' })
    expect(mails.at(-1)!.text).toContain('Tora Aas har lagt deg til')
    expect(await linkPage(world.desk, token)).toMatchObject({
      name: person.name,
      portal: 'merrow',
      language: 'nb',
    })
    expect((await accessOf(world.db, id)).hasPassword).toBe(false)
    const both = await Promise.allSettled(
      [WORDS, 'other words here'].map((one) => setByLink(world.desk, token, one)),
    )
    expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    await expect(linkPage(world.desk, token)).rejects.toMatchObject({ code: 'linkGone' })
    await expect(setByLink(world.desk, `${token}x`, WORDS)).rejects.toMatchObject({ code: 'linkGone' })
    expect((await accessOf(world.db, id)).hasPassword).toBe(true)
  })

  it('to the desk is given by administrators, and to nobody who is put away', async () => {
    const lead = { id: 'olin-brandt', rights: OLIN.rights }
    await expect(invite(world.desk, 'tora-aas', lead)).rejects.toMatchObject({ reason: 'forbidden' })
    await expect(invite(world.desk, 'nobody', lead)).rejects.toMatchObject({ reason: 'missing' })
    await setAway(world.desk, { list: 'people', id: 'bo-sayer', away: true }, OLIN)
    await expect(invite(world.desk, 'bo-sayer', lead)).rejects.toThrow('put away')
  })

  it('that was forgotten is chosen anew: the link before holds no longer, and every session ends', async () => {
    await forgotten(world.desk, person.mail.toUpperCase())
    const first = await letter()
    await forgotten(world.desk, person.mail)
    const second = await letter()
    await forgotten(world.desk, 'nobody@nowhere.example')
    const before = mails.length
    expect(await letter()).toBe(second)
    expect(mails.length).toBe(before)
    await expect(setByLink(world.desk, first, WORDS)).rejects.toMatchObject({ code: 'linkGone' })
    await setByLink(world.desk, second, WORDS)
    const secret = await enter(person.mail, WORDS)
    await forgotten(world.desk, person.mail)
    await setByLink(world.desk, await letter(), 'yet other words')
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
    await sql`update access_link set used_at = null, ends_at = now() - interval '1 minute'`.execute(world.db)
    await expect(linkPage(world.desk, second)).rejects.toMatchObject({ code: 'linkGone' })
  })

  it('is changed by oneself with the password so far; other sessions end, this one goes on', async () => {
    const [here, there] = [
      await enter(person.mail, 'yet other words'),
      await enter(person.mail, 'yet other words'),
    ]
    const caller = (await callerOfSession(world.db, here))!
    await expect(changePassword(world.desk, caller, { before: 'wrong', after: WORDS })).rejects.toMatchObject(
      {
        fields: [{ field: 'before' }],
      },
    )
    await changePassword(world.desk, caller, { before: 'yet other words', after: WORDS })
    expect(await callerOfSession(world.db, here)).toBeDefined()
    expect(await callerOfSession(world.db, there)).toBeUndefined()
    expect(await enter(person.mail, WORDS)).toHaveLength(43)
  })

  it('is listed and ended one by one, or all at once; a token ends by itself', async () => {
    const secret = await enter(person.mail, WORDS)
    const token = await makeTokenOf(world.db, id, { name: 'a script', days: 1 })
    expect((await callersOfTokens(world.db, [token]))[0]?.id).toBe(id)
    const { credential } = (await callerOfSession(world.db, secret))!
    const { sessions, tokens } = await accessOf(world.db, id, credential)
    expect(sessions.filter((one) => one.isThis)).toHaveLength(1)
    expect(tokens).toMatchObject([{ name: 'a script' }])
    expect(tokens[0]!.usedAt).not.toBeNull()
    await endOne(world.db, id, 'session', sessions.find((one) => one.isThis)!.id)
    expect(await callerOfSession(world.db, secret)).toBeUndefined()
    await expect(endOne(world.db, 'tora-aas', 'token', tokens[0]!.id)).rejects.toMatchObject({
      reason: 'missing',
    })
    await sql`update api_token set ends_at = now() - interval '1 minute' where person = ${id}`.execute(
      world.db,
    )
    expect(await callersOfTokens(world.db, [token])).toEqual([undefined])
    await endAccess(world.db, id)
    expect(await accessOf(world.db, id)).toMatchObject({ sessions: [], tokens: [] })
  })
})
