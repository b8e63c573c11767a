import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY, HOUR, MINUTE, parseMoment } from '../../core/time'
import { keepFile } from '../../server/commands/attachments'
import { placeJob, plainJob } from '../../server/commands/dispatch'
import { sweepDeeds, takeDeed } from '../../server/commands/fieldWork'
import { audit } from '../../server/queries/audit'
import { dispatchBoard } from '../../server/queries/dispatch'
import { fieldDay } from '../../server/queries/fieldDay'
import { INES, makeWorld, SCANNER } from './world'

const LEAD = { person: 'olin-brandt' }
let world: Awaited<ReturnType<typeof makeWorld>>
let noon: number
beforeAll(async () => {
  world = await makeWorld('field_day')
  noon = parseMoment('2026-11-17T12:00', 'Europe/London')
  await world.at(noon - 2 * HOUR)
})
afterAll(() => world.close())

/** A visit with Tora Aas. */
async function visit(from = noon) {
  const { state } = await world.desk.log(SCANNER, INES)
  const { reference } = state
  const words = { ...(await plainJob(world.desk, reference)), takes: HOUR, skill: undefined }
  const { jobs } = await world.desk.run(reference, { kind: 'wantJob', words }, LEAD)
  const job = jobs!.at(-1)!.id
  const placed = { reference, job, person: 'tora-aas', from, tell: true, insists: 'it must be then' }
  const { bookings } = await placeJob(world.desk, placed, LEAD)
  return { reference, booking: bookings!.at(-1)!.id }
}
const stopOf = async ({ reference }: { reference: number }, day?: string) =>
  (await fieldDay(world.desk, 'tora-aas', day)).stops.find((one) => one.reference === reference)
const setOut = (at: { reference: number; booking: number }, person = 'tora-aas', key = randomUUID()) =>
  takeDeed(world.desk, { ...at, key, step: 'onWay', at: noon - 10 * MINUTE }, person)

describe('somebody’s day', () => {
  it('has where they go, whom they see there, and what they did', async () => {
    const at = await visit()
    expect(await stopOf(at)).toMatchObject({
      ...{ requester: 'Ines Varga', from: noon, state: 'booked', steps: {}, report: null },
      site: { name: 'Varnes Quay', address: expect.any(String) as string },
    })
    await world.at(noon - 10 * MINUTE)
    await setOut(at)
    expect((await stopOf(at))?.steps).toEqual({ onWay: noon - 10 * MINUTE })
    const { people } = await dispatchBoard(world.desk, 'olin-brandt', { day: '2026-11-17', days: 1 })
    const shown = people
      .find((one) => one.id === 'tora-aas')
      ?.visits.filter((one) => one.reference === at.reference)
    expect(shown).toMatchObject([{ setOut: noon - 10 * MINUTE }])
    expect(await stopOf(at, '2026-11-20')).toBeUndefined()
    // A call is nowhere: no way leads to it, nor from it.
    const call = { person: 'tora-aas', from: noon + 90 * MINUTE, to: noon + 100 * MINUTE, what: 'Call' }
    await world.desk.run(at.reference, { kind: 'book', ...call }, { person: 'tora-aas' })
    const { stops } = await fieldDay(world.desk, 'tora-aas')
    expect(stops.map((one) => [one.what, one.way])).toEqual([
      [expect.any(String), expect.any(Number)],
      ['Call', 0],
    ])
    expect(stops[0]?.way).toBeGreaterThan(0)
  })

  it('is done once, however often a device brings it, and from two windows at once', async () => {
    const at = await visit(noon + 3 * HOUR)
    const key = randomUUID()
    const body = { words: 'Feed line new', parts: [], pictures: [] }
    const deed = { ...at, key, at: noon, report: body }
    const both = await Promise.all([1, 2, 3].map(() => takeDeed(world.desk, deed, 'tora-aas')))
    expect(both.filter((one) => !one.known)).toHaveLength(1)
    expect(await takeDeed(world.desk, deed, 'tora-aas')).toEqual({ known: true })
    const { rows } = await sql<{ n: number }>`select count(*)::int as n from entry
      where reference = ${at.reference} and kind = 'visitReported'`.execute(world.db)
    expect(rows).toEqual([{ n: 1 }])
  })

  it('keeps a signature and pictures of theirs, and refuses files of others', async () => {
    const at = await visit(noon + 5 * HOUR)
    const png = { name: 'signature.png', type: 'image/png', content: Buffer.from('a picture') }
    const file = await keepFile(world.db, 'tora-aas', png)
    const report = { words: '', parts: [], pictures: [], signature: file.id, signedBy: 'Ines Varga' }
    await takeDeed(world.desk, { ...at, key: randomUUID(), at: noon, report }, 'tora-aas')
    expect((await stopOf(at))?.report).toMatchObject({ signedBy: 'Ines Varga', signature: { id: file.id } })
    const other = await keepFile(world.db, 'ove-stern', png)
    await expect(
      takeDeed(
        world.desk,
        { ...at, key: randomUUID(), at: noon, report: { ...report, pictures: [other.id] } },
        'tora-aas',
      ),
    ).rejects.toThrow()
  })

  it('is nobody else’s, and says nothing of tickets that are not theirs', async () => {
    const at = await visit(noon + 7 * HOUR)
    await expect(setOut(at, 'ove-stern')).rejects.toThrow('not yours any more')
    await expect(setOut({ reference: 999_999, booking: 1 })).rejects.toThrow('not yours any more')
    await expect(takeDeed(world.desk, { ...at, key: randomUUID(), at: noon }, 'tora-aas')).rejects.toThrow(
      'Nothing is said',
    )
  })

  it('keeps in sight what was begun on a day before, and agrees with its record', async () => {
    const at = await visit(noon + 9 * HOUR)
    await world.at(noon + 9 * HOUR)
    await takeDeed(world.desk, { ...at, key: randomUUID(), step: 'begun', at: noon + 9 * HOUR }, 'tora-aas')
    await world.at(noon + 9 * HOUR + DAY)
    expect(await stopOf(at)).toMatchObject({ state: 'begun' })
    expect(await audit(world.db)).toMatchObject({ differences: [] })
    await world.at(noon + 200 * DAY)
    await sweepDeeds(world.db)
    expect(await world.db.selectFrom('field_deed').selectAll().execute()).toEqual([])
  })
})
