import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ALWAYS } from '../../core/condition'
import {
  backlogBatch,
  BACKLOG_DEEDS,
  backlogPage,
  lookAtBacklog,
  sendBacklog,
} from '../../server/partner/backlog'
import { audit } from '../../server/queries/audit'
import { carry } from '../../server/partner/outgoing'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { ASKS, publishMaps, TAKES, twoDesks, type PartnerDesk } from './twoDesks'
import { SCANNER, setting, TORA } from './world'

// Many open tickets that a partner is asked to take at once.

const LEAD = { id: 'olin-brandt', role: 'lead', teams: [] }
let a: PartnerDesk
let b: PartnerDesk
let [atA, atB] = ['', '']
const which = ALWAYS
const MANY = 120
const references: number[] = []

const idOf = async ({ db }: PartnerDesk) =>
  (await db.selectFrom('partner').select('id').executeTakeFirstOrThrow()).id
const last = async () =>
  (await a.db.selectFrom('partner_backlog').selectAll().orderBy('id', 'desc').execute())[0]!
const there = async () =>
  Number(
    (
      await b.db
        .selectFrom('ticket')
        .select((e) => e.fn.countAll<number>().as('count'))
        .where('summary', 'like', 'Backlog %')
        .executeTakeFirstOrThrow()
    ).count,
  )

beforeAll(async () => {
  ;[a, b] = await twoDesks('backlog')
  const { code } = await makeCode(a.desk, 'ada-thorne')
  await pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
  ;[atA, atB] = [await idOf(a), await idOf(b)]
  await publishMaps(a, { id: atA, name: 'Varnes', ...ASKS })
  await publishMaps(b, { id: atB, name: 'Commons', ...TAKES })
  for (let at = 0; at < MANY; at++) {
    const said = { ...SCANNER, summary: `Backlog ${at}` }
    references.push((await a.desk.log(said, { person: 'ines-varga' })).state.reference)
  }
}, 120_000)
afterAll(async () => {
  setting('YARE_PRIVATE_CALLS')
  await a.close()
  await b.close()
})

describe('a backlog that a partner is asked to take', () => {
  it('is counted and looked at before, page by page, and nothing goes', async () => {
    await a.desk.run(references[0]!, { kind: 'askPartner', partner: atA }, TORA)
    const first = await lookAtBacklog(a.desk, atA, { which }, LEAD)
    expect(first).toMatchObject({ goes: MANY - 1, before: 1, next: references[5] })
    expect(first.tickets.map(({ reference }) => reference)).toEqual(references.slice(1, 6))
    expect(first.tickets[0]!.lines[0]).toMatchObject({ field: 'title', words: 'Backlog 1' })
    const next = await lookAtBacklog(a.desk, atA, { which, after: first.next! }, LEAD)
    expect(next.tickets[0]!.reference).toBe(references[6])
    expect(await backlogPage(a.desk, atA)).toEqual({ backlog: null })
    await expect(lookAtBacklog(a.desk, 'nobody', { which: ALWAYS }, LEAD)).rejects.toThrow('no such partner')
  })

  it('goes in batches, is stopped and gone on with, once each, whatever is killed or asked twice', async () => {
    await sendBacklog(a.desk, atA, which, LEAD)
    await expect(sendBacklog(a.desk, atA, which, LEAD)).rejects.toThrow('is on its way to')
    const { id } = await last()
    // One that is done meanwhile does not go, and its place in the count is empty.
    await a.desk.run(references[3]!, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, TORA)
    expect(await backlogBatch(a.desk, id)).toBe(true)
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({
      ...{ state: 'running', total: MANY - 1, asked: 50, leftBehind: 0, by: 'Olin Brandt', endedAt: null },
    })
    await BACKLOG_DEEDS.stop(a.desk, atA)
    // A batch that waited does nothing.
    expect(await backlogBatch(a.desk, id)).toBe(false)
    await expect(BACKLOG_DEEDS.stop(a.desk, atA)).rejects.toThrow('not under way')
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({ state: 'stopped', asked: 50 })
    await BACKLOG_DEEDS['go-on'](a.desk, atA)
    await expect(BACKLOG_DEEDS['go-on'](a.desk, atA)).rejects.toThrow('on its way')
    // Two workers that take the same batch do not ask twice.
    await Promise.all([backlogBatch(a.desk, id), backlogBatch(a.desk, id)])
    while (await backlogBatch(a.desk, id));
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({
      ...{ state: 'finished', asked: MANY - 1, leftBehind: 0 },
    })
    expect(await lookAtBacklog(a.desk, atA, { which }, LEAD)).toMatchObject({
      goes: 0,
      before: MANY,
      next: null,
    })
    for (let round = 0; round < 3; round++) {
      await carry(a.desk, atA)
      await carry(b.desk, atB)
    }
    expect(await there()).toBe(MANY)
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({ linked: MANY - 1, refused: 0 })
    for (const { db } of [a, b]) expect((await audit(db)).differences).toEqual([])
    await expect(sendBacklog(a.desk, atA, which, LEAD)).rejects.toThrow('There is no ticket of that kind')
  }, 60_000)

  it('names what could not be asked for, and stops by itself where it cannot go on', async () => {
    // Nothing is said of it: a map that says only of what is urgent.
    const onlyUrgent = ASKS.sends.fields.map((field) => ({
      ...field,
      when: { all: [{ fact: 'priority', op: 'is' as const, value: 'p1' }] },
    }))
    await publishMaps(a, { id: atA, name: 'Varnes', ...ASKS, sends: { fields: onlyUrgent } })
    const { state } = await a.desk.log({ ...SCANNER, summary: 'Backlog rest' }, { person: 'ines-varga' })
    await sendBacklog(a.desk, atA, which, LEAD)
    const first = await last()
    expect(await backlogBatch(a.desk, first.id)).toBe(false)
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({
      ...{ state: 'finished', asked: 0, leftBehind: 1 },
      leftOut: [
        { reference: state.reference, why: expect.stringMatching(/^Nothing of this ticket/) as string },
      ],
    })
    await sendBacklog(a.desk, atA, which, LEAD)
    await a.db.updateTable('partner').set({ ended_at: 1 }).execute()
    expect(await backlogBatch(a.desk, (await last()).id)).toBe(false)
    expect((await backlogPage(a.desk, atA)).backlog).toMatchObject({
      ...{ state: 'stopped', why: 'The pairing has ended.' },
    })
    await expect(BACKLOG_DEEDS['go-on'](a.desk, atA)).rejects.toThrow('has ended')
    await expect(sendBacklog(a.desk, atA, which, LEAD)).rejects.toThrow('has ended')
  })
})
