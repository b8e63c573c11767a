import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { machineNow } from '../../server/clock/deskClock'
import { hearPartner } from '../../server/http/partnerCall'
import { newKeys, openOf, signatureOf } from '../../server/partner/keys'
import { sweepWords } from '../../server/partner/incoming'
import { carry, endPartner, renewKeys, sourceOf, tryNow } from '../../server/partner/outgoing'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { partnerOf, partnersPage, type Partner } from '../../server/partner/partners'
import { setting } from './world'
import { twoDesks, type PartnerDesk } from './twoDesks'

// Two desks, each with a database of its own, that call each other over HTTP.

let a: PartnerDesk
let b: PartnerDesk
beforeAll(async () => {
  ;[a, b] = await twoDesks('partner')
}, 120_000)
afterAll(async () => {
  setting('YARE_PRIVATE_CALLS')
  await a.close()
  await b.close()
})

const onlyOf = async ({ db }: PartnerDesk): Promise<Partner> => {
  const [one] = await db.selectFrom('partner').selectAll().execute()
  return one!
}
async function paired() {
  const { code } = await makeCode(a.desk, 'ada-thorne')
  await pairWith(b.here, { address: `${a.here.address}/`, code: code.toLowerCase() }, 'ada-thorne')
  return code
}
const settle = async () => {
  for (const side of [a, b]) await carry(side.desk, (await onlyOf(side)).id)
}
/** A call as a partner would make it. */
function call(
  { pairing, own_key: own }: Pick<Partner, 'pairing' | 'own_key'>,
  words: object[],
  { at = machineNow(), source = sourceOf(pairing) } = {},
) {
  const body = JSON.stringify(words.map((one) => ({ specversion: '1.0', source, ...one })))
  const [id, timestamp] = ['m1', Math.floor(at / 1000)]
  const headers = {
    ...{ 'content-type': 'application/cloudevents-batch+json', 'webhook-id': id },
    ...{
      'webhook-timestamp': String(timestamp),
      'webhook-signature': signatureOf(own, { id, timestamp, body }),
    },
  }
  return { headers, body }
}
const hear = (side: PartnerDesk, { headers, body }: ReturnType<typeof call>) =>
  hearPartner(side.desk, headers, body)
const word = (id: string, type: string, data: object = {}) => ({ id, type, data })

beforeEach(async () => {
  for (const { db, line } of [a, b]) {
    await db.deleteFrom('partner_outbox').execute()
    await db.deleteFrom('partner').execute()
    await db.deleteFrom('partner_code').execute()
    Object.assign(line, { isDown: false, losesAnswers: false, calls: [] })
  }
})

describe('pairing', () => {
  it('makes two desks known to each other by a code that never goes over the line', async () => {
    const code = await paired()
    const [of, at] = [await onlyOf(b), await onlyOf(a)]
    expect(of).toMatchObject({ pairing: at.pairing, their_key: expect.stringMatching(/^whpk_/) as string })
    expect([of.address, at.address]).toEqual([a.here.address, b.here.address])
    expect([at.paired_by, of.paired_by]).toEqual([null, 'ada-thorne'])
    expect(JSON.stringify(a.line.calls)).not.toContain(code)
    await settle()
    // Each has told the other what it says and takes in.
    for (const side of [a, b]) expect((await onlyOf(side)).offer).toMatchObject({ desk: 'The Sound Commons' })
    expect((await partnersPage(a.desk)).partners[0]).toMatchObject({ waiting: { count: 0, since: null } })
  })

  it('takes a code once, and none that is old or was guessed', async () => {
    const code = await paired()
    const again = (typed: string) => pairWith(b.here, { address: a.here.address, code: typed }, 'ada-thorne')
    await expect(again(code)).rejects.toThrow('No code of this desk fits')
    const { code: old } = await makeCode(a.desk, 'ada-thorne')
    await a.db
      .updateTable('partner_code')
      .set({ until: machineNow() - 1 })
      .execute()
    await expect(again(old)).rejects.toThrow('older than 15 minutes')
    await expect(again('2345-6789-ABCD-EFGH-JKMN')).rejects.toThrow('No code of this desk fits')
    await expect(again('2345')).rejects.toMatchObject({ fields: [{ field: 'code' }] })
  })

  it('takes one of two that type the same code at once', async () => {
    const { code } = await makeCode(a.desk, 'ada-thorne')
    const tries = [1, 2].map(() => pairWith(b.here, { address: a.here.address, code }, 'ada-thorne'))
    const outcomes = await Promise.allSettled(tries)
    expect(outcomes.filter((one) => one.status === 'fulfilled')).toHaveLength(1)
  })

  it('believes nobody who answers without the code', async () => {
    const { code } = await makeCode(a.desk, 'ada-thorne')
    // In the middle: asks with a key of its own, and hands on what comes.
    await a.db.updateTable('partner_code').set({ code: '2345-6789-ABCD-EFGH-JKMN' }).execute()
    await expect(pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')).rejects.toThrow('No code')
    expect(await b.db.selectFrom('partner').selectAll().execute()).toEqual([])
  })

  it('calls no address in a private network that nobody has allowed, from neither side', async () => {
    const { code } = await makeCode(a.desk, 'ada-thorne')
    const allowed = process.env.YARE_PRIVATE_CALLS
    setting('YARE_PRIVATE_CALLS', new URL(a.here.address).host)
    const asked = pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
    await expect(asked).rejects.toThrow('Your desk cannot be called from here')
    setting('YARE_PRIVATE_CALLS')
    await expect(pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')).rejects.toThrow(
      'private network',
    )
    setting('YARE_PRIVATE_CALLS', allowed)
    for (const address of ['ftp://x', 'x', 'https://a:b@x.example', b.here.address])
      await expect(pairWith(b.here, { address, code }, 'ada-thorne')).rejects.toMatchObject({
        fields: [{ field: 'address' }],
      })
  })

  it('is made anew with the same desk, whose tickets stay linked', async () => {
    await paired()
    const before = await onlyOf(a)
    await paired()
    const now = await onlyOf(a)
    expect(now.id).toBe(before.id)
    expect(now.their_key).not.toBe(before.their_key)
    await settle()
    expect((await onlyOf(b)).offer).not.toBeNull()
  })

  it('has so many codes waiting at most', async () => {
    for (let count = 0; count < 10; count++) await makeCode(a.desk, 'ada-thorne')
    await expect(makeCode(a.desk, 'ada-thorne')).rejects.toThrow('10 codes wait already')
  })
})

describe('what partners say', () => {
  beforeEach(async () => {
    await paired()
    await settle()
  })

  it('is believed only with their signature, in time, of one pairing', async () => {
    const [there, here] = [await onlyOf(b), await onlyOf(a)]
    const said = [word('w1', 'partner.offer', here.offer!)]
    expect(await hear(a, call(there, said))).toEqual([{ id: 'w1', is: 'taken' }])
    const stranger = { ...there, own_key: newKeys().own }
    const wrong = [
      call(stranger, said),
      call({ ...there, pairing: crypto.randomUUID() }, said),
      call(there, said, { source: 'urn:uuid:none' }),
      { ...call(there, said), body: call(there, [word('w2', 'partner.end')]).body },
    ]
    for (const one of wrong) await expect(hear(a, one)).rejects.toMatchObject({ status: 401 })
    const early = call(there, said, { at: machineNow() - 2 * 3_600_000 })
    await expect(hear(a, early)).rejects.toThrow('The clocks of both desks are 120 minutes apart')
    // Nothing of that has ended anything.
    expect((await onlyOf(a)).ended_at).toBeNull()
  })

  it('is refused word by word where it cannot be read, and keeps no other back', async () => {
    const there = await onlyOf(b)
    const offer = { ...there.offer!, gives: [{ id: 'x', name: 'X', type: 'moon' }] }
    const much = {
      ...there.offer!,
      gives: Array.from({ length: 101 }, () => ({ id: 'x', name: 'X', type: 'text' })),
    }
    const answers = await hear(
      a,
      call(there, [
        word('w1', 'partner.moon'),
        word('w2', 'partner.offer', offer),
        word('w3', 'partner.offer', much),
        word('w4', 'partner.key', { key: 'none' }),
        word('w5', 'partner.offer', { ...there.offer!, desk: 'Varnes' }),
      ]),
    )
    expect(answers.map((one) => one.is)).toEqual(['refused', 'refused', 'refused', 'refused', 'taken'])
    expect(answers[0]!.why).toContain('partner.moon')
    expect((await onlyOf(a)).name).toBe('Varnes')
  })

  it('is taken once, whoever says it again', async () => {
    const there = await onlyOf(b)
    const old = call(there, [word('w1', 'partner.key', { key: newKeys().open })])
    expect(await hear(a, old)).toEqual([{ id: 'w1', is: 'taken' }])
    const keys = newKeys()
    // Its key of before holds for another day.
    await a.db.updateTable('partner').set({ their_key: keys.open }).execute()
    await a.db
      .updateTable('partner')
      .set({ their_key_before: openOf(there.own_key) })
      .execute()
    expect(await hear(a, old)).toEqual([{ id: 'w1', is: 'again' }])
    expect((await onlyOf(a)).their_key).toBe(keys.open)
    await sweepWords(a.desk)
    expect(await a.db.selectFrom('partner_heard').select('key').execute()).toContainEqual({ key: 'w1' })
    await a.db.updateTable('partner_heard').set({ at: 0 }).execute()
    await sweepWords(a.desk)
    expect(await a.db.selectFrom('partner_heard').select('key').execute()).toEqual([])
  })

  it('goes on after the partner was away, in its order, and says since when it is', async () => {
    const at = await onlyOf(a)
    b.line.isDown = true
    await renewKeys(a.desk, at.id)
    await carry(a.desk, at.id)
    const held = await partnerOf(a.db, at.id)
    expect(held.unreachable_since).not.toBeNull()
    expect(held.own_key).toBe(at.own_key)
    expect((await partnersPage(a.desk)).partners[0]).toMatchObject({ waiting: { count: 1 } })
    b.line.isDown = false
    await tryNow(a.desk, at.id)
    await carry(a.desk, at.id)
    expect(await partnerOf(a.db, at.id)).toMatchObject({ unreachable_since: null, next_key: null })
  })

  it('is taken once though its answer was lost', async () => {
    const at = await onlyOf(a)
    b.line.losesAnswers = true
    await renewKeys(a.desk, at.id)
    await carry(a.desk, at.id)
    const { their_key: key } = await onlyOf(b)
    expect(key).not.toBe((await onlyOf(a)).their_key)
    b.line.losesAnswers = false
    await carry(a.desk, at.id)
    expect((await onlyOf(b)).their_key).toBe(key)
    const [gone] = await a.db
      .selectFrom('partner_outbox')
      .selectAll()
      .where('type', '=', 'partner.key')
      .execute()
    expect(gone!.answer).toMatchObject({ is: 'again' })
    // What it signs with now is believed.
    await renewKeys(a.desk, at.id)
    await carry(a.desk, at.id)
    expect((await onlyOf(a)).next_key).toBeNull()
  })

  it('ends on both sides, by either, and nothing more is taken', async () => {
    const at = await onlyOf(a)
    await endPartner(a.desk, at.id, 'ada-thorne')
    await carry(a.desk, at.id)
    const there = await onlyOf(b)
    expect(there.ended_at).not.toBeNull()
    expect(there.ended_by).toBeNull()
    expect(await hear(a, call(there, [word('w1', 'partner.key', { key: newKeys().open })]))).toEqual([
      { id: 'w1', is: 'over' },
    ])
    await expect(endPartner(a.desk, at.id, 'ada-thorne')).rejects.toThrow('has ended already')
    await expect(renewKeys(b.desk, there.id)).rejects.toThrow('has ended')
    await expect(endPartner(a.desk, 'nobody', 'ada-thorne')).rejects.toThrow('no such partner')
  })
})
