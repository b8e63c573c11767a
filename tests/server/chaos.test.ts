import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Clients } from '../../cli/chaos/clients'
import { untilQuiet, wrongs } from '../../cli/chaos/verdict'
import { INES, makeWorld, SCANNER, TORA } from './world'

// Whether the verdict after kills sees what it is there to see: each loss is made by hand.
let world: Awaited<ReturnType<typeof makeWorld>>
let reference: number
beforeAll(async () => {
  world = await makeWorld('verdict', 0)
  reference = (await world.desk.log({ ...SCANNER, summary: 'Chaos a' }, INES, 'a')).state.reference
})
afterAll(() => world.close())

/** Clients whose desk answers what is given. */
function clientsOf(status: number, body: unknown): Clients {
  const clients = new Clients({ address: '', token: '', mailPort: 0, isOver: () => false })
  clients.ask = () => Promise.resolve({ status, text: JSON.stringify(body), body: body as never })
  return clients
}

describe('the verdict after kills', () => {
  it('finds nothing where all is as it was told', async () => {
    const clients = clientsOf(200, { reference })
    clients.written.logged.set('a', { body: '', reference })
    clients.written.notes.set('never answered', false)
    expect(await wrongs(world.db, clients)).toEqual([])
  })

  it('sees a ticket that is lost, and one whose key gives another', async () => {
    const clients = clientsOf(200, { reference: 7 })
    clients.written.logged.set('a', { body: '', reference })
    clients.written.logged.set('b', { body: '', reference: 7 })
    expect(await wrongs(world.db, clients)).toEqual([
      `a: asked again, 200 7 for ${reference}`,
      'b: ticket 7 is lost',
    ])
  })

  it('sees notes that are lost or doubled, mails, signals and files that are lost, and answers that are not fair', async () => {
    const note = { kind: 'note', text: 'twice' } as const
    await world.desk.run(reference, note, TORA)
    await world.desk.run(reference, note, TORA)
    const clients = clientsOf(404, {})
    clients.written.notes.set('twice', true).set('lost', true)
    clients.written.mails.add('<chaos-1@x>')
    clients.written.signals.set('mast 1', 3)
    clients.written.files.set('f', { reference, content: 'words' })
    clients.written.faults.push('/api/tickets: 500')
    expect(await wrongs(world.db, clients)).toEqual([
      '/api/tickets: 500',
      'note “twice” is there 2 times',
      'note “lost” is there 0 times',
      'mail <chaos-1@x>: lost, 0 tickets',
      'mast 1: 3 signals, counted 0',
      'file words: 404 {}',
    ])
  })

  it('sees a state that the entries do not give', async () => {
    await world.db
      .updateTable('ticket')
      .set({ summary: 'Another' })
      .where('reference', '=', reference)
      .execute()
    expect(await wrongs(world.db, clientsOf(200, {}))).toEqual([
      expect.stringMatching(`^audit: ticket ${reference}, `),
    ])
  })

  it('tells of a message that was given up, but not of one that went another way', async () => {
    const { key } = await world.desk
      .log({ ...SCANNER, summary: 'Chaos b' }, INES, 'b')
      .then(({ state }) => state.messages[0]!)
    await world.db
      .updateTable('outbox')
      .set({ state: 'givenUp', detail: 'no such box' })
      .where('key', '=', key)
      .execute()
    const lost = 'a message was given up, mail: no such box'
    expect(await untilQuiet(world.db, 0)).toContain(lost)
    const row = await world.db
      .selectFrom('outbox')
      .selectAll()
      .where('key', '=', key)
      .executeTakeFirstOrThrow()
    const next = {
      ...row,
      key: `${key}-next`,
      after: key,
      state: 'queued' as const,
      climb: null,
      why: null,
      link: null,
      invite: null,
    }
    await world.db.insertInto('outbox').values(next).execute()
    expect(await untilQuiet(world.db, 0)).not.toContain(lost)
  })

  it('tells what is never done: nobody works here', async () => {
    expect(await untilQuiet(world.db, 0)).toEqual(
      expect.arrayContaining([
        'no worker is heard of: nothing is delivered and no alarm rings',
        expect.stringMatching(/^\d+ messages wait$/),
      ]),
    )
  })
})
