import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addPerson, changePerson } from '../../server/commands/people'
import { callerOfSession, callersOfTokens, makeToken, signIn, signOut } from '../../server/http/session'
import { passwordFits } from '../../server/base/secrets'
import { makeWorld } from './world'

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
    await changePerson(world.desk, 'teo-marsh', { active: false }, 'olin-brandt')
    await changePerson(world.desk, 'teo-marsh', { active: true }, 'olin-brandt')
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

describe('people', () => {
  const person = {
    name: 'Ýrsa Óðins',
    mail: 'yrsa@merrow.sound.example',
    role: 'requester',
    password: 'a few words here',
    site: 'varnes',
  } as const

  it('are added with the zone and organisation of their site, and can sign in at once', async () => {
    const id = await addPerson(world.desk, person)
    const directory = await world.desk.knowledge.directory()
    expect(directory.people.get(id)).toMatchObject({ zone: 'Europe/Oslo', organisation: 'merrow' })
    expect(await enter(person.mail, person.password)).toHaveLength(43)
  })

  it('are refused with a mail address that somebody has, or a site that does not exist', async () => {
    const again = addPerson(world.desk, { ...person, site: 'moon', mail: MAIL.toUpperCase() })
    await expect(again).rejects.toMatchObject({ fields: [{ field: 'site' }, { field: 'mail' }] })
  })
})
