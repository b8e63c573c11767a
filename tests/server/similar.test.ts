import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FIRST_WEIGHING } from '../../core/similar'
import { DAY, HOUR } from '../../core/time'
import { countTerms } from '../../server/commands/countTerms'
import { indexAll } from '../../server/commands/searchWords'
import { deskNow } from '../../server/clock/deskClock'
import { collectionOf } from '../../server/queries/collection'
import { comparedOf } from '../../server/queries/compared'
import { candidates, MOST_COMPARED, similarTo } from '../../server/queries/similar'
import { mergedText } from '../../server/queries/arrivals'
import { INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('likeness', 40)
  await indexed()
}, 120_000)
afterAll(() => world.close())

async function indexed() {
  await indexAll(world.db, world.desk.knowledge)
  await countTerms(world.db, deskNow())
}
const log = async (summary: string) => (await world.desk.log({ ...SCANNER, summary }, INES)).state
const comparedNow = async (state: Awaited<ReturnType<typeof log>>) =>
  comparedOf(state, await world.desk.knowledge.editionOf(state), await world.desk.knowledge.directory())
const like = (state: Awaited<ReturnType<typeof log>>, openOnly = false) =>
  similarTo(world.desk, state, 'ada-thorne', { most: 20, openOnly })

describe('tickets like one', () => {
  it('are found with why, the most alike first, and not itself', async () => {
    const one = await log('The windlass hydraulics leak green fluid')
    const other = await log('Hydraulics of the windlass leak some green fluid again')
    const far = await log('The windlass brake squeals')
    await indexed()
    const found = await like(one)
    expect(found[0]).toMatchObject({ reference: other.reference, grade: 'same', isOpen: true, doneAt: null })
    expect(found[0]!.words).toEqual(expect.arrayContaining(['windlass', 'hydraulics', 'green']))
    expect(found[0]!.lines.reduce((sum, line) => sum + line.adds, 0)).toBeCloseTo(found[0]!.likeness, 9)
    expect(found.map((line) => line.reference)).not.toContain(one.reference)
    const at = (reference: number) => found.findIndex((line) => line.reference === reference)
    expect(at(far.reference)).not.toBe(0)
    const likenesses = found.map((line) => line.likeness)
    expect(likenesses).toEqual([...likenesses].sort((a, b) => b - a))
    expect(likenesses.every((likeness) => likeness * 100 >= FIRST_WEIGHING.shown)).toBe(true)
  })

  it('are those that are done as well, with what solved them, unless only open ones are wanted', async () => {
    const old = await log('Capstan gearbox grinds when hauling')
    await world.desk.run(
      old.reference,
      {
        ...{ kind: 'move', from: old.status, to: 'solved' },
        fields: { solvedBy: 'tora-aas', remarks: 'New bearing in the gearbox' },
      },
      TORA,
    )
    const now = await log('The capstan gearbox grinds while hauling')
    await indexed()
    expect((await like(now)).find((one) => one.reference === old.reference)).toMatchObject({
      ...{ isOpen: false, solution: 'New bearing in the gearbox' },
    })
    expect((await like(now, true)).map((one) => one.reference)).not.toContain(old.reference)
  })

  it('are not those that were merged or turned away', async () => {
    const into = await log('Galley oven trips the breaker')
    const gone = await log('Oven in the galley trips the breaker')
    await world.desk.merge(gone.reference, into.reference, TORA, (state) => mergedText(world.desk, state))
    const now = await log('The galley oven trips its breaker')
    await indexed()
    const found = (await like(now)).map((one) => one.reference)
    expect(found).toContain(into.reference)
    expect(found).not.toContain(gone.reference)
  })

  it('are less alike the further apart they came', async () => {
    const first = await log('Purple bilge alarm beeps thrice')
    await world.at(deskNow() + HOUR)
    const soon = await log('Purple bilge alarm beeps thrice')
    await world.at(deskNow() + 20 * DAY)
    const late = await log('Purple bilge alarm beeps thrice')
    await indexed()
    const found = await like(first)
    const [near, far] = [soon, late].map(
      ({ reference }) => found.find((one) => one.reference === reference)!.likeness,
    )
    expect(near).toBeGreaterThan(far! + 0.1)
  })

  it('of one word, of a megabyte and in another script are found or not, and harm nothing', async () => {
    const word = await log('Quoin')
    const big = await log(`${'quoin sprocket '.repeat(300)}`)
    const script = await log('プリンターが壊れた')
    const again = await log('プリンターが壊れました')
    await indexed()
    for (const one of [word, big]) expect(Array.isArray(await like(one))).toBe(true)
    expect((await like(script)).map((one) => one.reference)).toContain(again.reference)
  })

  it('cost the same in a storm: ten thousand that are all alike are compared as far as a bound', async () => {
    const one = await log('Storm of identical xylophone alarms')
    await indexed()
    await sql`insert into ticket_likeness (reference, summary, said, item, logged_at, is_open, is_out)
      select 1000000 + n, summary, said, item, logged_at, is_open, is_out from ticket_likeness, generate_series(1, 10000) as n
      where reference = ${one.reference}`.execute(world.db)
    try {
      const found = await like(one)
      const compared = await candidates(world.desk, {
        ...{ compared: await comparedNow(one), but: one.reference, most: 5 },
      })
      expect(compared.length).toBeGreaterThan(2000)
      expect(compared.length).toBeLessThanOrEqual(MOST_COMPARED)
      // None of them is a ticket that somebody sees.
      expect(found.every((line) => line.reference < 1_000_000)).toBe(true)
    } finally {
      await world.db.deleteFrom('ticket_likeness').where('reference', '>', 1_000_000).execute()
    }
  })
})

describe('the words of a desk', () => {
  it('are counted once enough have come, by one at a time', async () => {
    const before = await collectionOf(world.db)
    for (let at = 0; at < 25; at++) await log(`Thing ${at} about the zymurgy vat`)
    await indexAll(world.db, world.desk.knowledge)
    const counted = await Promise.all([1, 2, 3].map(() => countTerms(world.db, deskNow())))
    expect(counted.filter(Boolean)).toHaveLength(1)
    expect(await countTerms(world.db, deskNow())).toBe(false)
    // Whoever knows an older count goes by it while the new one is read.
    await collectionOf(world.db)
    await expect.poll(async () => (await collectionOf(world.db)).all).toBeGreaterThan(before.all)
  })
})
