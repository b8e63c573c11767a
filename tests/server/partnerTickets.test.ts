import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { audit } from '../../server/queries/audit'
import type { Condition, Test } from '../../core/condition'
import type { SentField } from '../../core/partner'
import { exchangedOn } from '../../server/queries/exchanged'
import { partnerTrial } from '../../server/queries/partnerTrial'
import { listTickets } from '../../server/queries/ticketList'
import { ticketPage } from '../../server/queries/tickets'
import { ticketState } from '../../server/queries/ticketState'
import { machineNow } from '../../server/clock/deskClock'
import { hearPartner } from '../../server/http/partnerCall'
import { signatureOf } from '../../server/partner/keys'
import { carry, endPartner, sourceOf } from '../../server/partner/outgoing'
import { takeWords, type PartnerWord } from '../../server/partner/incoming'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { SCANNER, setting, TORA } from './world'
import { ASKS, publishMaps, TAKES, twoDesks, type PartnerDesk } from './twoDesks'

// Tickets that go over between two desks, each with a database of its own, by HTTP.

let a: PartnerDesk
let b: PartnerDesk
let [atA, atB] = ['', '']

const LEAD = { id: 'olin-brandt', role: 'lead', teams: [] }
const TECHNICIAN = { id: TORA.person, role: 'technician', teams: [] }

const idOf = async ({ db }: PartnerDesk) =>
  (await db.selectFrom('partner').select('id').executeTakeFirstOrThrow()).id

/** Carries all that waits on both sides, until nothing does. */
async function settle() {
  for (let round = 0; round < 6; round++) {
    await carry(a.desk, atA)
    await carry(b.desk, atB)
  }
}
const asked = async () => {
  const { state } = await a.desk.log(
    { ...SCANNER, summary: 'Gate 4 does not read' },
    { person: 'ines-varga' },
  )
  await a.desk.run(state.reference, { kind: 'askPartner', partner: atA }, TORA)
  return state.reference
}
const linkedTo = async (reference: number) => {
  const one = (await ticketState(a.desk, reference)).counterparts!.at(-1)!
  return { here: one, there: one.reference! }
}
const onB = (reference: number) => ticketState(b.desk, reference)

beforeAll(async () => {
  ;[a, b] = await twoDesks('exchanged')
  const { code } = await makeCode(a.desk, 'ada-thorne')
  await pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
  ;[atA, atB] = [await idOf(a), await idOf(b)]
  await publishMaps(a, { id: atA, name: 'Varnes', ...ASKS })
  await publishMaps(b, { id: atB, name: 'Commons', ...TAKES })
  await settle()
}, 120_000)
afterAll(async () => {
  setting('YARE_PRIVATE_CALLS')
  await a.close()
  await b.close()
})
beforeEach(() => {
  for (const { line } of [a, b]) Object.assign(line, { isDown: false, losesAnswers: false })
})

describe('a ticket that goes over', () => {
  it('begins there, both know the number of the other, and changes go both ways without an echo', async () => {
    const offers = await Promise.all(
      [a, b].map(({ db }) => db.selectFrom('partner').select('offer').execute()),
    )
    // What was published was told with it.
    expect(offers[0]![0]!.offer).toMatchObject({
      gives: [{ id: 'stage' }, { id: 'weight' }],
      hears: { replies: true },
    })
    expect(offers[1]![0]!.offer).toMatchObject({ gives: [{ id: 'title' }, { id: 'state' }] })
    const reference = await asked()
    await settle()
    const { here, there } = await linkedTo(reference)
    expect(here).toMatchObject({ begun: 'here', reference: there })
    const theirs = await onB(there)
    expect(theirs).toMatchObject({ summary: 'Gate 4 does not read', channel: 'partner', status: 'logged' })
    expect(theirs.counterparts).toMatchObject([{ begun: 'there', reference, partner: atB }])
    await b.desk.run(there, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, TORA)
    await settle()
    expect(await ticketState(a.desk, reference)).toMatchObject({ status: 'in-hand' })
    const calls = a.line.calls.length + b.line.calls.length
    await settle()
    expect(a.line.calls.length + b.line.calls.length).toBe(calls)
    await a.desk.run(reference, { kind: 'reply', text: 'It is gate 4, on the left.' }, TORA)
    await settle()
    const { rows } = await sql<{ actor: string; text: string }>`select actor, body->>'text' as text from entry
      where reference = ${there} and kind = 'answered'`.execute(b.db)
    expect(rows).toEqual([
      {
        actor: expect.stringMatching(/^called:partner:Tora Aas \(/) as string,
        text: 'It is gate 4, on the left.',
      },
    ])
    // Lists say it, and find it by how it stands.
    const listed = async (test: Omit<Test, 'fact'>) => {
      const where = { ...test, fact: 'exchange' } as Condition
      const asks = { person: LEAD.id, role: LEAD.role, teams: [], now: 0, limit: 50 }
      return (await listTickets(a.desk, { ...asks, view: 'all', where })).rows
    }
    const [row] = await listed({ op: 'is', value: 'linked' })
    expect(row).toMatchObject({
      reference,
      counterpart: {
        stands: 'linked',
        number: there,
        says: 'working',
        heardAt: expect.any(Number) as number,
      },
    })
    expect((await listed({ op: 'empty' })).map((one) => one.reference)).not.toContain(reference)
    expect(await listed({ op: 'is', value: 'refused' })).toEqual([])
    for (const { db } of [a, b]) expect((await audit(db)).differences).toEqual([])
  })

  it('is refused in words where nothing there takes it, and more than that is said of a field', async () => {
    await publishMaps(b, { id: atB, name: 'Commons', ...TAKES, takes: { ...TAKES.takes, begins: undefined } })
    const reference = await asked()
    await settle()
    expect((await linkedTo(reference)).here.refused).toMatch(/takes no tickets from yours/)
    await publishMaps(b, { id: atB, name: 'Commons', ...TAKES })
    const second = await asked()
    await settle()
    const { there } = await linkedTo(second)
    // Ours “with others” asks for a reason that no partner gives.
    await b.desk.run(
      there,
      { kind: 'move', from: 'logged', to: 'ask-requester', fields: { reason: 'which?' } },
      TORA,
    )
    await settle()
    const [heard] = (await exchangedOn(a.desk, second, LEAD)).counterparts
    expect(heard).toMatchObject({
      ...{ stands: 'linked', reference: there, waiting: { count: 0 } },
      untakenHere: [{ field: 'stage', name: 'Stage', why: 'refused' }],
    })
    expect((await onB(there)).counterparts![0]!.untakenThere).toMatchObject([
      { field: 'stage', why: 'refused' },
    ])
  })

  it('waits while nobody is reached, and neither a lost answer nor a repeat makes two of it', async () => {
    b.line.isDown = true
    const reference = await asked()
    await carry(a.desk, atA)
    expect((await exchangedOn(a.desk, reference, LEAD)).counterparts).toMatchObject([
      { stands: 'asked', waiting: { count: 1 }, unreachable: { why: expect.any(String) as string } },
    ])
    b.line.isDown = false
    b.line.losesAnswers = true
    await carry(a.desk, atA)
    const { count } = await b.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .where('channel', '=', 'partner')
      .executeTakeFirstOrThrow()
    b.line.losesAnswers = false
    await settle()
    const { there } = await linkedTo(reference)
    expect(there).toBeGreaterThan(0)
    const now = await b.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .where('channel', '=', 'partner')
      .executeTakeFirstOrThrow()
    expect(now.count).toBe(count)
    expect((await exchangedOn(a.desk, reference, LEAD)).counterparts).toMatchObject([{ unreachable: null }])
  })

  it('says what would be said before it goes, and ends when either side says so', async () => {
    const { state } = await a.desk.log({ ...SCANNER, summary: 'Gate 5' }, { person: 'ines-varga' })
    const { partners } = await exchangedOn(a.desk, state.reference, LEAD)
    expect(partners).toMatchObject([
      {
        id: atA,
        lines: [
          { field: 'title', words: 'Gate 5', why: null },
          { field: 'state', words: 'open', why: null },
        ],
      },
    ])
    const fields = { reason: 'Which one?' }
    const other = await a.desk.log({ ...SCANNER, summary: 'Gate 6' }, { person: 'ines-varga' })
    await a.desk.run(
      other.state.reference,
      { kind: 'move', from: 'logged', to: 'ask-requester', fields },
      TORA,
    )
    const [partner] = (await exchangedOn(a.desk, other.state.reference, LEAD)).partners
    // What the table has no value for is named as it is called here.
    expect(partner!.lines[1]).toMatchObject({ words: '“Waiting for the requester”', why: 'unmapped' })
    // The draft is tried on it, and nothing goes.
    const trial = await partnerTrial(
      a.desk,
      atA,
      {
        reference: state.reference,
        says: { stage: 'working', weight: 'light', moon: 'full' },
      },
      LEAD,
    )
    expect(trial).toMatchObject({
      ...{ summary: 'Gate 5', goes: false, clocks: null, begins: null },
      sent: [
        { field: 'title', words: 'Gate 5' },
        { field: 'state', words: 'open' },
      ],
      taken: [
        { field: 'stage', says: 'working', to: 'Status', becomes: 'In hand', why: null },
        { field: 'weight', says: 'light', why: 'unmapped' },
        { field: 'moon', why: 'notMapped' },
      ],
    })
    await expect(partnerTrial(a.desk, 'nobody', { reference: 1, says: {} }, LEAD)).rejects.toThrow('no such')
    await a.desk.run(state.reference, { kind: 'askPartner', partner: atA }, TORA)
    await settle()
    const { here, there } = await linkedTo(state.reference)
    expect((await exchangedOn(a.desk, state.reference, LEAD)).partners).toEqual([])
    await a.desk.run(state.reference, { kind: 'endCounterpart', id: here.id }, TORA)
    await settle()
    expect((await onB(there)).counterparts).toMatchObject([{ ended: 'byHand' }])
    await b.desk.run(there, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, TORA)
    await settle()
    expect(await ticketState(a.desk, state.reference)).toMatchObject({ status: 'logged' })
    for (const { db } of [a, b]) expect((await audit(db)).differences).toEqual([])
  })

  it('shows nobody what they may not see, neither before it goes nor in what was told', async () => {
    const secret: SentField = {
      ...{ id: 'cost', name: 'Cost', type: 'text', from: { text: 'costs {field.partCost}' } },
    }
    const maps = { id: atA, name: 'Varnes', ...ASKS }
    await publishMaps(a, { ...maps, sends: { ...ASKS.sends, fields: [...ASKS.sends.fields, secret] } })
    const { state } = await a.desk.log({ ...SCANNER, summary: 'Gate 6' }, { person: 'ines-varga' })
    const { reference } = state
    const linesSeen = async (looker: typeof LEAD) =>
      (await exchangedOn(a.desk, reference, looker)).partners[0]!.lines.map(({ words }) => words)
    expect((await linesSeen(LEAD)).at(-1)).toMatch(/costs/)
    expect((await linesSeen(TECHNICIAN)).at(-1)).toBe('what you may not see')
    await a.desk.run(reference, { kind: 'askPartner', partner: atA }, TORA)
    const told = async (looker: typeof LEAD) =>
      JSON.stringify((await ticketPage(a.desk, reference, looker))!.entries)
    expect(await told(LEAD)).toContain('costs')
    expect(await told(TECHNICIAN)).not.toContain('costs')
    expect(await told(TECHNICIAN)).toContain('Gate 6')
    await publishMaps(a, maps)
    // Nobody knows any more what said it, so that it stays with those who see all.
    expect(await told(TECHNICIAN)).not.toContain('costs')
    await settle()
  })

  it('tells nobody any more once the pairing has ended, and stays as it was', async () => {
    const reference = await asked()
    await settle()
    await endPartner(a.desk, atA, 'ada-thorne')
    await settle()
    await a.desk.run(reference, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, TORA)
    expect((await exchangedOn(a.desk, reference, LEAD)).counterparts).toMatchObject([
      { isPaired: false, waiting: { count: 0 } },
    ])
    const { code } = await makeCode(a.desk, 'ada-thorne')
    await pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
    // Paired again it goes on: what was not told meanwhile is told with the next change.
    await a.desk.run(reference, { kind: 'note', text: 'again' }, TORA)
    await settle()
    expect(await onB((await linkedTo(reference)).there)).toMatchObject({ status: 'in-hand' })
  })

  it('keeps no other word back where one cannot be kept, is sent a thousand times, or is of nothing here', async () => {
    const reference = await asked()
    await settle()
    const { here, there } = await linkedTo(reference)
    const [{ sent, heard }, partner] = [
      (await onB(there)).counterparts!.at(-1)!,
      await b.db.selectFrom('partner').selectAll().executeTakeFirstOrThrow(),
    ]
    const word = (sequence: number, more: object, at = here.link) => ({
      ...{
        specversion: '1.0',
        id: `w${sequence}-${at}`,
        source: sourceOf(partner.pairing),
        type: 'partner.ticket',
      },
      data: {
        ...{ link: at, begun: 'there', reference: there },
        tiding: { sequence, heard, stamp: 1, changes: {}, said: [], ...more },
      },
    })
    const says = (text: string) => ({ said: [{ id: text, kind: 'reply', by: 'Bo', text }] })
    const say = async (words: object[]) => {
      const body = JSON.stringify(words)
      const [id, timestamp] = ['m1', Math.floor(machineNow() / 1000)]
      return hearPartner(
        a.desk,
        {
          ...{ 'content-type': 'application/cloudevents-batch+json', 'webhook-id': id },
          'webhook-timestamp': String(timestamp),
          'webhook-signature': signatureOf(partner.own_key, { id, timestamp, body }),
        },
        body,
      )
    }
    // A letter that no database keeps: nothing of the call is taken.
    await expect(say([word(sent + 1, says('a\u0000b'))])).rejects.toThrow('cannot be kept')
    // A change of ten years ago, a status that nobody mapped, a text that is too long, and a ticket that is not there.
    const first = word(sent + 1, { changes: { stage: 'asleep' }, ...says('ten years ago') })
    const answers = await say([first, word(sent + 2, says('x'.repeat(20_001))), word(1, {}, 'nowhere')])
    expect(answers).toMatchObject([
      { is: 'taken', reference, untaken: [{ field: 'stage', why: 'unmapped' }] },
      { is: 'refused' },
      { is: 'refused', why: expect.stringContaining('ask for it anew') as string },
    ])
    const many = await say(Array.from({ length: 1000 }, () => first))
    expect(many.every((one) => one.is === 'again' && one.reference === reference)).toBe(true)
    // The one that was refused may be said anew, with something that can be kept.
    const again = { ...word(sent + 2, says('as it should be')), id: 'anew' }
    expect(await say([again])).toMatchObject([{ is: 'taken' }])
    const { rows } = await sql<{ text: string }>`select body->>'text' as text from entry
      where reference = ${reference} and kind = 'replied' order by sequence`.execute(a.db)
    expect(rows.map((row) => row.text)).toEqual(['ten years ago', 'as it should be'])
    expect((await audit(a.db)).differences).toEqual([])
  })

  it('goes on behind a word in which something failed here, which whoever said it hears of', async () => {
    const reference = await asked()
    await settle()
    const { here, there } = await linkedTo(reference)
    const [{ sent, heard }, partner] = [
      (await onB(there)).counterparts!.at(-1)!,
      await a.db.selectFrom('partner').selectAll().executeTakeFirstOrThrow(),
    ]
    const word = (sequence: number, text: string): PartnerWord => ({
      ...{ id: `behind ${sequence}`, type: 'partner.ticket' },
      data: {
        ...{ link: here.link, begun: 'there', reference: there },
        tiding: {
          ...{ sequence, heard, stamp: 1, changes: {} },
          said: [{ id: text, kind: 'reply', by: 'Bo', text }],
        },
      },
    })
    // What no database keeps stands here for a fault of ours.
    const broken = word(sent + 1, 'a\u0000b')
    const refused = { is: 'refused', why: expect.stringContaining('could not be taken') as string }
    expect(await takeWords(a.desk, partner, [broken, word(sent + 2, 'goes on')])).toMatchObject([
      refused,
      { is: 'taken' },
    ])
    expect(await takeWords(a.desk, partner, [broken])).toMatchObject([refused])
    const { rows } = await sql<{ text: string }>`select body->>'text' as text from entry
      where reference = ${reference} and kind = 'replied' order by sequence`.execute(a.db)
    expect(rows.map((row) => row.text)).toEqual(['goes on'])
  })

  it('goes in as many calls as it takes where it is more than one call may have', async () => {
    const reference = await asked()
    await settle()
    a.line.isDown = b.line.isDown = true
    const long = (at: number) => `${at} ${'€'.repeat(19_000)}`
    for (let at = 0; at < 40; at++) await a.desk.run(reference, { kind: 'reply', text: long(at) }, TORA)
    a.line.isDown = b.line.isDown = false
    b.line.calls = []
    await settle()
    // 57 KB each: more than two MB, of which one call takes no more than one.
    expect(b.line.calls.length).toBe(3)
    const { rows } = await sql<{ text: string }>`select body->>'text' as text from entry
      where reference = ${(await linkedTo(reference)).there} and kind = 'answered' order by sequence`.execute(
      b.db,
    )
    expect(rows.map((row) => row.text)).toEqual(Array.from({ length: 40 }, (_, at) => long(at)))
  })

  it('takes an answer for a ticket that was merged or called off meanwhile, and changes nothing there', async () => {
    const [merged, into, calledOff] = [await asked(), await asked(), await asked()]
    await settle()
    const there = (await linkedTo(merged)).there
    const off = (await linkedTo(calledOff)).there
    await a.desk.merge(merged, into, TORA, () => Promise.resolve('merged'))
    await a.desk.run(calledOff, { kind: 'withdraw', text: 'not needed' }, { person: 'ines-varga' })
    // Theirs goes before they have heard of it.
    for (const one of [there, off]) {
      await b.desk.run(one, { kind: 'reply', text: 'We are on it.' }, TORA)
    }
    await carry(b.desk, atB)
    await settle()
    expect((await ticketState(a.desk, merged)).mergedInto).toBe(into)
    expect((await onB(there)).counterparts!.at(-1)).toMatchObject({ ended: 'merged' })
    for (const { db } of [a, b]) expect((await audit(db)).differences).toEqual([])
  })
})
