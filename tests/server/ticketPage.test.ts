import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HOUR } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { changeMany, type ManyChange } from '../../server/commands/many'
import { endNoticesOf, noteMissing, openNotice, settleMissing } from '../../server/commands/knowledge'
import { endMajorIncident, gatherTickets, updateMajorIncident } from '../../server/commands/major'
import { indexAll } from '../../server/commands/searchWords'
import { partTicket } from '../../server/commands/work'
import { refuseMovedOn } from '../../server/commands/seen'
import type { Right } from '../../core/rights'
import { besideTicket } from '../../server/queries/beside'
import { deskGlance, SOON } from '../../server/queries/glance'
import { missingArticles } from '../../server/queries/articles'
import { openNotices } from '../../server/queries/knowledge'
import { mayBelong, toldOf } from '../../server/queries/major'
import { ticketPage } from '../../server/queries/tickets'
import { INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('ticket_page', 200)
  await world.at(world.begins)
})
afterAll(() => world.close())

const caller = { id: 'olin-brandt', role: 'lead', teams: [] as string[], rights: new Set<Right>() }
const logged = async (summary: string) => (await world.desk.log({ ...SCANNER, summary }, INES)).state
const reply = (reference: number, seen: number) =>
  world.desk.run(reference, { kind: 'reply', text: 'We come' }, TORA, (trx, decided) =>
    refuseMovedOn(trx, decided, seen, TORA.person),
  )

describe('a reply to a ticket that moved on', () => {
  it('is not sent, and leaves nothing behind', async () => {
    const { reference, sequence } = await logged('Gate 1')
    await world.desk.run(reference, { kind: 'answer', text: 'It is gate 2 now' }, INES)
    await expect(reply(reference, sequence)).rejects.toThrow('moved on while you wrote')
    const page = await ticketPage(world.desk, reference, caller)
    expect(page!.entries.some((one) => one.kind === 'replied')).toBe(false)
    expect(page!.deliveries.some((one) => one.template === 'reply')).toBe(false)
    await reply(reference, page!.sequence)
  })

  it('goes out where others only noted something, and where one did it all oneself', async () => {
    const { reference, sequence } = await logged('Gate 2')
    await world.desk.run(reference, { kind: 'note', text: 'Again' }, { person: 'mika-okoro' })
    await world.desk.run(reference, { kind: 'assign', technician: TORA.person }, TORA)
    await reply(reference, sequence)
    expect((await ticketPage(world.desk, reference, caller))!.entries.at(-1)).toBeDefined()
  })
})

describe('the page of a ticket', () => {
  it('says of each way and move where it leads and what it will do', async () => {
    const { reference } = await logged('Gate 3')
    const page = (await ticketPage(world.desk, reference, caller))!
    const off = page.transitions.find((one) => one.to === 'called-off')!
    expect(off.leads).toEqual({ status: 'called-off', group: 'done', isAway: true })
    expect(off.will[0]).toMatch(/^set the status to/)
    expect(page.moves.find((one) => one.id === 'start')!.leads).toMatchObject({ status: 'in-hand' })
  })

  it('has the title that its item makes of its answers, until somebody calls it otherwise', async () => {
    const { item, answers, ...rest } = SCANNER
    const made = await world.desk.log({ ...rest, item, answers: { ...answers, scannerLight: 'red' } }, INES)
    const { reference, summary: called } = made.state
    expect(called).toBe('Gate scanner will not read tickets: It stays red')
    const retitle = (summary: string, from: string) =>
      world.desk.run(reference, { kind: 'retitle', summary, from }, TORA)
    await expect(retitle('  ', called)).rejects.toThrow('needs a title')
    await retitle('Gate 3  reads\nnothing', called)
    await expect(retitle('Gate 4', called)).rejects.toThrow('called it “Gate 3 reads nothing”')
    const page = (await ticketPage(world.desk, reference, caller))!
    expect(page.summary).toBe('Gate 3 reads nothing')
    const { rows } = await sql<{
      summary: string
    }>`select summary from ticket where reference = ${reference}`.execute(world.desk.db)
    expect(rows[0]!.summary).toBe('Gate 3 reads nothing')
  })

  it('has beside it what is open of the same requester, but not itself', async () => {
    const [one, other] = [await logged('Gate 4'), await logged('Gate 5')]
    const beside = (await besideTicket(world.desk, one.reference, caller))!
    const open = beside.open.requester.rows.map((row) => row.reference)
    expect(open).toContain(other.reference)
    expect(open).not.toContain(one.reference)
    expect(beside.articles.map((article) => article.title).join()).toMatch(/scanner/i)
    expect(beside.past).toBeNull()
    expect(await besideTicket(world.desk, 999_999, caller)).toBeUndefined()
  })
})

describe('the desk as it stands', () => {
  it('counts what runs out soon by team as the clocks say it', async () => {
    const glance = await deskGlance(world.desk, caller)
    const rows = await world.db
      .selectFrom('clock')
      .innerJoin('ticket', 'ticket.reference', 'clock.reference')
      .select(['team', 'clock.due_at'])
      .where('stopped_at', 'is', null)
      .where('clock.paused', '=', false)
      .where('clock.due_at', '<=', deskNow() + SOON)
      .execute()
    expect(SOON).toBe(2 * HOUR)
    const counted = glance.teams.reduce((sum, one) => sum + one.soon + one.over, 0)
    expect(counted).toBe(rows.length)
    expect(counted).toBeGreaterThan(0)
    expect(glance.teams.length).toBe(new Set(rows.map((row) => row.team)).size)
    expect(glance.onShift.length).toBeGreaterThan(0)
    expect(glance.onCall.length).toBeGreaterThan(0)
  })

  it('tells of Arrivals whom they concern only', async () => {
    expect(typeof (await deskGlance(world.desk, caller)).arrivals).toBe('number')
    expect((await deskGlance(world.desk, { id: 'ines-varga', teams: [] })).arrivals).toBeNull()
  })
})

describe('articles at a ticket', () => {
  it('are attached and taken off, and one that is missing is there for whoever writes articles', async () => {
    const { reference } = await logged('Gate 8')
    const attach = (on: boolean) =>
      world.desk.run(reference, { kind: 'attachArticle', article: 4, title: 'Gate scanner', on }, TORA)
    await attach(true)
    await attach(true)
    const page = (await ticketPage(world.desk, reference, caller))!
    expect(page.articles).toEqual([{ id: 4, title: 'Gate scanner' }])
    expect(page.entries.filter((one) => one.kind === 'articleAttached')).toHaveLength(1)
    expect((await attach(false)).articles).toEqual([])

    await expect(noteMissing(world.desk, reference, '  ', TORA.person)).rejects.toThrow()
    expect(await missingArticles(world.db)).toEqual([])
    await noteMissing(world.desk, reference, 'Setting a turnstile back', TORA.person)
    const rows = await missingArticles(world.db)
    expect(rows).toMatchObject([{ words: 'Setting a turnstile back', reference, by: 'Tora Aas' }])
    await settleMissing(world.desk, rows[0]!.id, undefined)
    await expect(settleMissing(world.desk, rows[0]!.id, undefined)).rejects.toThrow('meanwhile')
    expect(await missingArticles(world.db)).toEqual([])
  })
})

describe('one thing done with many tickets', () => {
  const many = (references: number[], change: ManyChange, isTrial = false) =>
    changeMany(world.desk, references, change, TORA, isTrial)

  it('says before what would follow, and changes nothing by that', async () => {
    const { reference } = await logged('Gate 9')
    const sort = { field: 'priority', value: 'p1' } as const
    const [line] = await many([reference], sort, true)
    expect(line).toMatchObject({ changes: true })
    expect(line!.follows!.promises).toBeGreaterThan(0)
    const fields = { solvedBy: 'tora-aas', remarks: 'Put in anew' }
    const [solved] = await many([reference], { field: 'status', value: 'solved', fields }, true)
    expect(solved!.follows!.messages).toContainEqual({ channel: 'mail', to: 'ines-varga' })
    const [refused] = await many([reference], { field: 'status', value: 'solved', fields: {} }, true)
    expect(refused).toMatchObject({ changes: false, why: '“Solved” asks for more. please fill this in' })
    const page = (await ticketPage(world.desk, reference, caller))!
    expect([page.statusGroup, page.priorityOrder === 1]).toEqual(['new', false])
    // It is what then comes.
    expect((await many([reference], sort))[0]!.follows).toEqual(line!.follows)
  })

  it('replies, watches, links and solves, and takes back what can be', async () => {
    const [one, two, other] = [await logged('Gate 10'), await logged('Gate 11'), await logged('Gate 12')]
    const both = [one.reference, two.reference]
    const pageOf = async (reference: number) => (await ticketPage(world.desk, reference, caller))!
    expect(
      (await many(both, { field: 'reply', value: 'We know of it' })).map((line) => line.changes),
    ).toEqual([true, true])
    expect((await pageOf(two.reference)).entries.some((entry) => entry.kind === 'replied')).toBe(true)

    // Whoever was cut off in the middle tries again: nobody is told twice.
    const again = await many(both, { field: 'reply', value: 'We know of it' })
    expect(again.map((line) => line.changes)).toEqual([true, true])
    const replies = (await pageOf(two.reference)).entries.filter((entry) => entry.kind === 'replied')
    expect(replies).toHaveLength(1)

    const [watched] = await many(both, { field: 'watch', value: true })
    expect(watched).toMatchObject({ before: false, changes: true })
    expect((await pageOf(one.reference)).watchers).toContain(TORA.person)

    const [linked] = await many(both, { field: 'link', value: other.reference })
    expect((await pageOf(other.reference)).links).toHaveLength(2)
    expect((await many(both, { field: 'link', value: other.reference }))[0]).toMatchObject({ changes: false })
    await many(both, { field: 'link', value: Number(linked!.before) })
    expect((await pageOf(other.reference)).links).toEqual([])

    const fields = { solvedBy: 'tora-aas', remarks: 'One cable for both' }
    const [solved] = await many(both, { field: 'status', value: 'solved', fields })
    expect(solved).toMatchObject({ before: 'in-hand', changes: true })
    expect((await pageOf(two.reference)).remarks).toBe('One cable for both')
  })
})

describe('a major incident', () => {
  it('is offered open tickets like it and what a search finds, never what is done unless that is said', async () => {
    const [major, alike, done] = [
      await logged('All the turnstiles are dark'),
      await logged('The turnstiles are dark too'),
      await logged('Turnstiles dark, all of them'),
    ]
    await world.desk.run(done.reference, { kind: 'withdraw', text: 'Works again' }, INES)
    await indexAll(world.db, world.desk.knowledge)
    await world.desk.run(major.reference, { kind: 'declareMajor', text: 'No turnstile reads' }, TORA)
    const offered = async (asked: { words?: string; evenDone?: boolean } = {}) =>
      (await mayBelong(world.desk, major.reference, { id: TORA.person }, asked))!.map((one) => one.reference)
    expect((await offered())[0]).toBe(alike.reference)
    expect(await offered()).not.toContain(done.reference)
    expect(await offered({ words: 'turnstiles dark' })).toEqual([alike.reference])
    expect(await offered({ words: String(done.reference) })).toEqual([])
    expect(await offered({ words: 'turnstiles dark', evenDone: true })).toEqual([
      alike.reference,
      done.reference,
    ])
    await gatherTickets(world.desk, major.reference, [alike.reference], TORA)
    expect(await offered({ words: 'turnstiles dark' })).toEqual([])

    await updateMajorIncident(world.desk, major.reference, 'We know the cause', TORA)
    const told = (await toldOf(world.desk, major.reference, { id: TORA.person }))!
    // Each under the number of their own request.
    expect(told.map((one) => [one.reference, one.name, one.template])).toEqual(
      expect.arrayContaining([
        [major.reference, 'Ines Varga', 'majorUpdate'],
        [alike.reference, 'Ines Varga', 'majorUpdate'],
      ]),
    )
  })

  it('has a notice for the visitors of portals, which goes with its end', async () => {
    const { reference } = await logged('No till prints')
    await world.desk.run(reference, { kind: 'declareMajor', text: 'No till prints' }, TORA)
    const notice = { title: 'No till prints', body: 'Sell by hand.', portals: ['merrow'] }
    const id = await openNotice(world.desk, notice, TORA.person, reference)
    const shown = async () => (await openNotices(world.db, 'merrow')).map((one) => one.id)
    expect(await shown()).toContain(id)
    await endMajorIncident(world.desk, reference, 'A cable', TORA)
    expect(await endNoticesOf(world.desk, reference)).toBe(1)
    expect(await shown()).not.toContain(id)
    expect(await endNoticesOf(world.desk, reference)).toBe(0)
  })
})

it('a part of a ticket is the desk’s own unless somebody says otherwise; a copy is not', async () => {
  const { reference } = await logged('Gate 13')
  const made = async (as: 'part' | 'copy', shown?: boolean) => {
    const asked = { summary: 'Order the reader', as, ...(shown !== undefined && { shown }) }
    return partTicket(world.desk, reference, asked, TORA)
  }
  const part = await made('part')
  expect(part.internal).toBe(true)
  expect(part.messages.some((one) => one.person === 'ines-varga')).toBe(false)
  expect((await made('part', true)).internal).toBeUndefined()
  expect((await made('copy')).internal).toBeUndefined()
})
