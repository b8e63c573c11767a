import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FIRST_WEIGHING } from '../../core/similar'
import { DAY, HOUR } from '../../core/time'
import { linkTickets } from '../../server/commands/work'
import { Knowledge } from '../../server/db/knowledge'
import { countTerms } from '../../server/commands/countTerms'
import { indexAll } from '../../server/commands/searchWords'
import { deskNow } from '../../server/clock/deskClock'
import { openLike } from '../../server/queries/beside'
import { collectionOf } from '../../server/queries/collection'
import { comparedOf } from '../../server/queries/compared'
import { knownToColleagues } from '../../server/queries/known'
import { pastPairs } from '../../server/queries/pastPairs'
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

  it('are answered and ended together as far as they are open, the ticket itself at their head', async () => {
    const one = await log('Telegraph on the bridge wing sticks')
    const other = await log('The telegraph on the bridge wing sticks again')
    const done = await log('Bridge wing telegraph sticks')
    await world.desk.run(
      done.reference,
      {
        ...{ kind: 'move', from: done.status, to: 'solved' },
        fields: { solvedBy: 'tora-aas', remarks: 'Cleaned' },
      },
      TORA,
    )
    await indexed()
    const rows = (await openLike(world.desk, one.reference, { id: 'ada-thorne' }))!
    expect(rows.slice(0, 2)).toMatchObject([
      { reference: one.reference, kind: one.kind },
      { reference: other.reference, grade: 'same', kind: other.kind },
    ])
    expect(rows[0]).not.toHaveProperty('grade')
    expect(rows.map((each) => each.reference)).not.toContain(done.reference)
    const ofDone = (await openLike(world.desk, done.reference, { id: 'ada-thorne' }))!
    expect(ofDone.map((each) => each.reference)).not.toContain(done.reference)
    expect(await openLike(world.desk, 999_999, { id: 'ada-thorne' })).toBeUndefined()
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
        ...{ compared: await comparedNow(one), but: one.reference },
      })
      expect(compared.length).toBeGreaterThan(1000)
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

describe('what the past says of marks', () => {
  const past = (person = 'ada-thorne') => pastPairs(world.desk, person, FIRST_WEIGHING)
  const has = (pairs: Awaited<ReturnType<typeof past>>['pairs'], a: number, b: number) =>
    pairs.find(({ references }) => references.includes(a) && references.includes(b))

  it('is what people have called the same, the cause, or merged, and what is near and they have not', async () => {
    const [one, same, cause, gone, other] = [
      await log('Winch drum rope birdnested port side'),
      await log('Port winch drum: rope is a birdnest'),
      await log('Somebody left the spooler off'),
      await log('Birdnest on the port winch'),
      await log('Starboard winch drum rope birdnested'),
    ]
    await linkTickets(world.desk, one.reference, { to: same.reference, as: 'duplicateOf', on: true }, TORA)
    await linkTickets(world.desk, one.reference, { to: cause.reference, as: 'causedBy', on: true }, TORA)
    await world.desk.merge(gone.reference, one.reference, TORA, (state) => mergedText(world.desk, state))
    await indexed()
    const { pairs, summaries } = await past()
    const isSame = (b: number) => has(pairs, one.reference, b)?.isSame
    expect([same, cause, gone, other].map(({ reference }) => isSame(reference))).toEqual([
      true,
      true,
      true,
      false,
    ])
    expect(summaries[one.reference]).toBe('Winch drum rope birdnested port side')
    // Called the same is found however little they have in common; each pair once.
    const keys = pairs.map(({ references }) => [...references].sort((a, b) => a - b).join(' '))
    expect(new Set(keys).size).toBe(keys.length)
    await linkTickets(world.desk, one.reference, { to: same.reference, as: 'duplicateOf', on: false }, TORA)
    await indexed()
    expect(has((await past()).pairs, one.reference, same.reference)?.isSame).toBe(false)
  })
})

describe('the weighing of a design', () => {
  it('is what tickets are weighed by once it is in force', async () => {
    const one = await log('Quoit rack collapsed onto ninepins')
    const other = await log('Quoit rack has collapsed onto the ninepins')
    await indexed()
    expect((await like(one)).map((each) => each.reference)).toContain(other.reference)
    const { design } = await world.desk.knowledge.currentEdition()
    const strict = { ...FIRST_WEIGHING, shown: 100, same: 100 }
    await world.db
      .insertInto('edition')
      .values({
        ...{ number: 2, note: 'Stricter', published_by: 'olin-brandt', published_at: deskNow() },
        document: JSON.stringify({ ...design, triage: { ...design.triage, similar: strict } }),
      })
      .execute()
    const knowledge = new Knowledge(world.db)
    const desk = { ...world.desk, knowledge, db: world.db } as typeof world.desk
    const found = await similarTo(desk, one, 'ada-thorne', { most: 20 })
    expect(found.map((each) => each.reference)).not.toContain(other.reference)
  })
})

describe('what colleagues have asked already', () => {
  it('is told while somebody writes, as far as their portal shows them such requests', async () => {
    const edition = await world.desk.knowledge.currentEdition()
    const portal = edition.findPortal('merrow')!
    const colleague = await log('Turnstile four squeals like a seagull')
    const done = await log('Turnstile four squealed like a seagull')
    await world.desk.run(done.reference, { kind: 'withdraw', text: 'Oiled' }, INES)
    await indexed()
    const known = (text: string, person = 'ketil-rasp', own = portal) =>
      knownToColleagues(world.desk, own, person, { text, language: 'en' })
    const found = await known('turnstile four squeals like seagull')
    expect(found.map((one) => one.reference)).toEqual([colleague.reference])
    expect(await known('turnstile four squeals', 'ketil-rasp', { ...portal, colleagues: [] })).toEqual([])
    // Their own is no news, nor is that of another organisation.
    expect(await known('turnstile four squeals like seagull', 'ines-varga')).toEqual([])
    expect(await known('turnstile four squeals like seagull', 'ivo-lade')).toEqual([])
    expect(await known('?!')).toEqual([])
  })
})
