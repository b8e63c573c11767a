import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FIRST_WEIGHING, type Weighing } from '../../core/similar'
import { HOUR } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { compareNew, MOST_LINKED, settleSuspicion } from '../../server/commands/likeNew'
import { countTerms } from '../../server/commands/countTerms'
import { linkTickets } from '../../server/commands/work'
import { indexAll } from '../../server/commands/searchWords'
import { Desk } from '../../server/commands/desk'
import { openSuspicions } from '../../server/queries/suspicions'
import { INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
let desk: Desk
beforeAll(async () => {
  world = await makeWorld('like_new', 40)
  desk = world.desk
  await compared()
}, 120_000)
afterAll(() => world.close())

async function compared() {
  await indexAll(world.db, desk.knowledge)
  await countTerms(world.db, deskNow())
  while (await compareNew(desk));
}
const log = async (summary: string) => (await world.desk.log({ ...SCANNER, summary }, INES)).state
const stateOf = async (reference: number) => {
  const row = await world.db.selectFrom('ticket').select('state').where('reference', '=', reference)
  return (await row.executeTakeFirstOrThrow()).state
}
const entriesOf = async (reference: number, kind: string) =>
  world.db
    .selectFrom('entry')
    .select(['actor', 'body'])
    .where('reference', '=', reference)
    .where('kind', '=', kind)
    .execute()
/** Another edition, as another server reads it. */
async function says(more: Partial<Weighing>) {
  const { design, edition } = await desk.knowledge.currentEdition()
  const similar = { ...FIRST_WEIGHING, ...more }
  await world.db
    .insertInto('edition')
    .values({
      ...{ number: edition + 1, note: '', published_by: 'olin-brandt', published_at: deskNow() },
      document: JSON.stringify({ ...design, triage: { ...design.triage, similar } }),
    })
    .execute()
  desk = new Desk(world.desk.connection)
}
const suspicions = () => openSuspicions(desk, { id: 'ada-thorne' })

describe('a new ticket', () => {
  it('is only shown where the lead has said nothing', async () => {
    const one = await log('Bilge pump float switch stuck')
    const other = await log('The float switch of the bilge pump is stuck')
    await compared()
    expect((await stateOf(other.reference)).links ?? []).toEqual([])
    expect((await stateOf(one.reference)).links ?? []).toEqual([])
  })

  it('is linked with the open one that it is like, or put under it, with why', async () => {
    await says({ links: { from: 70, within: 'PT24H' }, under: { from: 99, within: 'PT1H' } })
    const one = await log('Anchor light flickers at night')
    await compared()
    const other = await log('At night the anchor light flickers')
    await compared()
    const [link] = (await stateOf(other.reference)).links!
    expect(link).toMatchObject({ reference: one.reference })
    expect((await stateOf(one.reference)).links![0]).toMatchObject({ reference: other.reference })
    const [entry] = await entriesOf(other.reference, 'linked')
    expect(entry!.actor).toBe('system:likeness')
    expect(entry!.body).toMatchObject({ because: { why: [{ is: 'alike', to: one.reference }] } })
  })

  it('is put under what an open one is part of, unless that is done: then under the open one', async () => {
    await says({ under: { from: 70, within: 'PT24H' } })
    const parent = await log('Rudder bearing survey')
    const part = await log('Windsock on the mast is torn')
    await linkTickets(desk, part.reference, { to: parent.reference, as: 'parent', on: true }, TORA)
    await compared()
    const above = async (summary: string) => {
      const { reference } = await log(summary)
      await compared()
      return (await stateOf(reference)).links!.map(({ reference: to, as }) => [to, as])
    }
    expect(await above('The windsock on the mast is torn')).toEqual([[parent.reference, 'parent']])
    await desk.run(
      parent.reference,
      {
        ...{ kind: 'move', from: parent.status, to: 'solved' },
        fields: { solvedBy: 'tora-aas', remarks: 'Surveyed' },
      },
      TORA,
    )
    const [link] = await above('Windsock on the mast torn')
    expect(link![0]).not.toBe(parent.reference)
    expect(link![1]).toBe('parent')
  })

  it('that cannot be compared just now is compared a minute later', async () => {
    const one = await log('Ensign staff socket cracked')
    await compared()
    const other = await log('Cracked socket of the ensign staff')
    await indexAll(world.db, desk.knowledge)
    await sql`alter table suspicion rename to suspicion_away`.execute(world.db)
    await compareNew(desk)
    await sql`alter table suspicion_away rename to suspicion`.execute(world.db)
    await compared()
    expect((await stateOf(other.reference)).links ?? []).toEqual([])
    const due = await world.db.selectFrom('likeness_due').select(['reference', 'tries']).execute()
    expect(due).toEqual([{ reference: other.reference, tries: 1 }])
    await sql`update likeness_due set after = now()`.execute(world.db)
    await compared()
    expect((await stateOf(other.reference)).links).toMatchObject([{ reference: one.reference }])
  })

  it('is never done anything with twice, also by two workers at once', async () => {
    const one = await log('Foghorn relay clicks twice')
    await compared()
    const other = await log('Relay of the foghorn clicks twice')
    await indexAll(world.db, desk.knowledge)
    await Promise.all([compareNew(desk), compareNew(desk)])
    await compared()
    expect((await stateOf(other.reference)).links).toHaveLength(1)
    expect(await entriesOf(one.reference, 'linked')).toHaveLength(1)
  })
})

describe('many of a sort', () => {
  it('are suspected of one cause: their lead is told once, and more of it is added', async () => {
    await says({})
    for (let count = 0; count < 5; count++) await log(`Radar plotter freezes, screen ${'abcde'[count]}`)
    await compared()
    const [found] = await suspicions()
    expect(found).toMatchObject({ count: 5, within: HOUR })
    expect(found!.words).toEqual(expect.arrayContaining(['plotter']))
    expect(found!.tickets).toHaveLength(5)
    expect(found!.chance).toBeLessThan(0.001)
    expect(await entriesOf(found!.ticket, 'causeSuspected')).toHaveLength(1)
    await log('Radar plotter freezes, screen f')
    await compared()
    const [more] = await suspicions()
    expect(more).toMatchObject({ id: found!.id, count: 6, within: HOUR })
    expect(await entriesOf(found!.ticket, 'causeSuspected')).toHaveLength(1)
    expect(await settleSuspicion(world.db, found!.id, { cause: false, by: 'olin-brandt' })).toBe(true)
    expect(await settleSuspicion(world.db, found!.id, { cause: true, by: 'olin-brandt' })).toBe(false)
    await log('Radar plotter freezes, screen g')
    await compared()
    expect(await suspicions()).toEqual([])
  })

  it('in a storm cost as little as ten do: the same is compared once, some are linked, all are counted', async () => {
    await says({ links: { from: 75, within: 'PT24H' } })
    const storm = 60
    const first = await log('Sluice gate motor trips')
    for (let count = 1; count < storm; count++) await log('Sluice gate motor trips')
    await compared()
    const links = (await stateOf(first.reference)).links!
    expect(links).toHaveLength(MOST_LINKED)
    const [found] = await suspicions()
    expect(found).toMatchObject({ count: storm, ticket: first.reference })
    const before = (await stateOf(first.reference)).links!.length
    for (let count = 0; count < 20; count++) await log('Sluice gate motor trips')
    await compared()
    expect((await suspicions())[0]).toMatchObject({ count: storm + 20 })
    expect((await stateOf(first.reference)).links).toHaveLength(before)
  }, 60_000)

  it('that are done already, or of which somebody sees none, are nobody’s suspicion', async () => {
    const [found] = await suspicions()
    expect(await openSuspicions(desk, { id: 'nobody-at-all' }).catch(() => [])).toEqual([])
    await world.desk.run(
      found!.tickets[1]!,
      {
        ...{ kind: 'move', from: 'logged', to: 'solved' },
        fields: { solvedBy: 'tora-aas', remarks: 'Reset' },
      },
      TORA,
    )
    expect((await suspicions())[0]!.tickets).not.toContain(found!.tickets[1])
  })
})
